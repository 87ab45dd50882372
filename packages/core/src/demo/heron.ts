import { coldSteel } from '../ladder/index.js';
import {
  FIRST_APPROACH,
  FIRST_TABLE,
  NO_WORD,
  FORMAT,
  frontAlone,
  VERSION,
  type Part,
  type Piece,
  type Polish,
} from '../piece/index.js';
import { metalOf, place, shape, wears } from './build.js';
import { heronFeathers, heronSculpt, heronUnderlay } from './heronWing.js';
import { heronBrass, heronCopper } from './ladders.js';
import { towline } from './towline.js';

const brass =
  (group: string, ladder = 'brass') =>
  (id: string, name: string, form: Part['form'], where: Part['place'], polish: Polish = 'polished') =>
    metalOf(id, name, form, where, { ladder, polish, group });
const steel =
  (group: string) =>
  (id: string, name: string, form: Part['form'], where: Part['place'], polish: Polish = 'satin') =>
    metalOf(id, name, form, where, { polish, group });

/** A wing feather: a long pointed relief with a quill. */
const feather = (lengthMm: number) =>
  shape('relief', {
    widthMm: lengthMm * 0.3,
    heightMm: lengthMm,
    wrapDeg: 42,
    crownDeg: 20,
    softness: 0.2,
    holes: [],
    outline: [
      [0, 1],
      [0.6, 0.82],
      [0.95, 0.4],
      [0.9, -0.1],
      [0.62, -0.6],
      [0.2, -0.96],
      [-0.2, -0.96],
      [-0.62, -0.6],
      [-0.9, -0.1],
      [-0.95, 0.4],
      [-0.6, 0.82],
    ].map(([x, y]) => ({ x, y })),
    bumps: [{ x: 0, y: 0, width: 0.34, height: 4, rise: 0.12, rollDeg: 0 }],
  });

const wing = brass('wing');
const body = brass('body', 'copper');
const neck = brass('neck', 'copper');
const works = steel('works');
/** The clockwork bird: body, folded wing of feathers, bent neck, bill, key and stilts. */
const parts: Part[] = [
  works(
    'leg-back',
    'Stilt, far',
    shape('tube', { lengthMm: 34, startWidthMm: 1.5, endWidthMm: 1.9 }),
    place(3.6, 19, 3, { depthMm: -2 }),
  ),
  works(
    'leg-front',
    'Stilt, near',
    shape('tube', { lengthMm: 34, startWidthMm: 1.7, endWidthMm: 2.2 }),
    place(-1.2, 18, -3),
  ),
  works(
    'knee',
    'Stilt joint',
    shape('dome', { widthMm: 3.4, heightMm: 3.4, rimMm: 0.5 }),
    place(-1, 19, 0, { depthMm: 1 }),
  ),
  works(
    'foot',
    'Foot',
    shape('band', { widthMm: 8, heightMm: 1.8, sagMm: 0.4, wrapDeg: 60, crownDeg: 40 }),
    place(-2.4, 1.2),
  ),
  works(
    'foot-back',
    'Foot, far',
    shape('band', { widthMm: 7.4, heightMm: 1.6, sagMm: 0.4, wrapDeg: 60, crownDeg: 40 }),
    place(4.6, 2.2, 0, { depthMm: -2 }),
  ),
  ...[0, 1, 2].map((i) =>
    wing(
      `tail-${i + 1}`,
      `Tail feather ${i + 1}`,
      feather(17 - i),
      place(14.4 - i * 1.6, 34.2 + i * 1.6, 58 + i * 6, { depthMm: -1 + 0.2 * i }),
      'satin',
    ),
  ),
  works(
    'key',
    'Winding key',
    shape('ring', { widthMm: 6.4, heightMm: 4.4, thicknessMm: 1 }),
    place(6.4, 53.6, 24, { depthMm: -1 }),
  ),
  body(
    'body',
    'Body, beaten copper',
    shape('dome', { widthMm: 30, heightMm: 18.6 }),
    place(2, 44, -24),
    'satin',
  ),
  ...heronFeathers,
  wing(
    'shoulder',
    'Wing root',
    shape('dome', { widthMm: 9.6, heightMm: 8.6, rimMm: 0.8 }),
    place(-3, 47.6, 0, { depthMm: 3 }),
  ),
  wing(
    'rivets',
    'Wing rivets',
    shape('rivets', { count: 6, lengthMm: 11, sagMm: 1.4, headMm: 0.9 }),
    place(3.6, 49.6, -26, { depthMm: 3 }),
  ),
  neck(
    'neck-low',
    'Neck, lower',
    shape('tube', { lengthMm: 19, startWidthMm: 6.6, endWidthMm: 4.6, endCurve: 0.2, bowMm: -2.6 }),
    place(-11.6, 60, 12),
  ),
  neck(
    'collar',
    'Neck collar',
    shape('band', { widthMm: 7.4, heightMm: 2, sagMm: 0.8, wrapDeg: 66, crownDeg: 40 }),
    place(-10.2, 51.6, 12, { depthMm: 1 }),
  ),
  neck(
    'neck-high',
    'Neck, upper',
    shape('tube', { lengthMm: 17, startWidthMm: 4.6, endWidthMm: 3.8, endCurve: 0.2, bowMm: 2.8 }),
    place(-12.6, 76, -14),
  ),
  neck(
    'head',
    'Head',
    shape('dome', { widthMm: 9.6, heightMm: 6.4, ridgeDeg: 0 }),
    place(-12, 86, 8, { yawDeg: -16, pitchDeg: 18 }),
    'polished',
  ),
  works(
    'bill',
    'Bill',
    shape('blade', { lengthMm: 15, widthMm: 3, shoulderWidthMm: 2.6, pointMm: 9, bevelDeg: 24 }),
    place(-23, 84.6, 97),
    'polished',
  ),
  works(
    'eye',
    'Eye, turned',
    shape('disc', { widthMm: 2.4, heightMm: 2.4, surface: 'turned', rimMm: 0.4 }),
    place(-13, 86.6, 0, { depthMm: 1 }),
    'mirror',
  ),
];

/** A clockwork bird, 90 mm, in copper and brass. */
export const brassHeron: Piece = {
  format: FORMAT,
  version: VERSION,
  id: 'brass-heron',
  name: 'Brass heron',
  heightMm: 90,
  copies: 1,
  rig: {
    purpose: 'display',
    viewElevationDeg: 20,
    leanDeg: 0,
    keyClockHours: 10.25,
    keyHeightDeg: 30,
    lamp: 'round',
    horizonDeg: -8,
    skyHex: '#93b7c4',
    groundHex: '#3f6670',
    tint: 0.6,
    fallOff: 1.6,
    neighbours: [],
    focalPart: 'head',
  },
  approach: FIRST_APPROACH,
  views: frontAlone({ underlay: heronUnderlay, sculpts: [heronSculpt] }),
  parts,
  ladders: [heronCopper, heronBrass, coldSteel],
  paints: [...towline],
  adjustments: [],
  wear: [
    wears('body', 'verdigris', 0.08, 5),
    wears('neck-low', 'verdigris', 0.07, 8),
    wears('neck-high', 'verdigris', 0.06, 9),
  ],
  critique: NO_WORD,
  table: FIRST_TABLE,
  groups: [
    { id: 'body', name: 'Body' },
    { id: 'wing', name: 'Wing and tail' },
    { id: 'neck', name: 'Neck and head' },
    { id: 'works', name: 'Works' },
  ],
  notes: [],
};
