import {
  FIRST_APPROACH,
  frontAlone,
  FIRST_TABLE,
  NO_WORD,
  FORMAT,
  VERSION,
  type Part,
  type Piece,
} from '../piece/index.js';
import { matteOf, place, shape, wears } from './build.js';
import { wardenBronze, wardenSteel } from './ladders.js';
import { towline } from './towline.js';
import { leftArm, legs, rightArm } from './wardenLimbs.js';
import { both, brass, COAT, hole, slit, steel, WOOD } from './wardenStuff.js';

const head = (): Part[] => {
  const s = steel('head');
  return [
    s(
      'crown',
      'Helm crown, skull',
      shape('dome', { widthMm: 7.8, heightMm: 9.2, ridgeDeg: 13 }),
      place(0, 49.4, 0, { pitchDeg: 6 }),
    ),
    matteOf(
      'sight',
      'Dark behind the visor',
      shape('dome', { widthMm: 6.4, heightMm: 5.4, fullness: 0.5 }),
      place(0, 46.6),
      ['Shadow', '#0d0e10'],
      'head',
    ),
    s(
      'visor',
      'Visor, face plate',
      shape('relief', {
        widthMm: 7.6,
        heightMm: 7,
        wrapDeg: 62,
        crownDeg: 30,
        softness: 0.2,
        outline: both([
          [0, 0.9],
          [0.5, 0.86],
          [0.9, 0.72],
          [1, 0.45],
          [0.97, 0.1],
          [0.86, -0.3],
          [0.62, -0.7],
          [0.32, -0.94],
          [0, -1],
        ]),
        holes: [
          slit(-1),
          slit(1),
          ...[0.3, 0.5, 0.7].flatMap((x, i) => [
            hole(x, -0.22 + 0.05 * i, 0.05, 0.06),
            hole(x - 0.06, -0.46 + 0.05 * i, 0.05, 0.06),
          ]),
        ].slice(0, 8),
        bumps: [
          { x: 0, y: 0.12, width: 0.6, height: 1.9, rise: 0.16, rollDeg: 0 },
          { x: 0, y: -0.62, width: 0.8, height: 0.9, rise: 0.14, rollDeg: 0 },
        ],
      }),
      place(0, 46.4, 0, { pitchDeg: 4 }),
    ),
    brass('head')(
      'brow',
      'Brow band',
      shape('band', { widthMm: 8, heightMm: 1.1, sagMm: 0.7, wrapDeg: 72, crownDeg: 55 }),
      place(0, 49.6),
    ),
  ];
};

const body = (): Part[] => {
  const s = steel('body');
  const b = brass('body');
  return [
    s(
      'breastplate',
      'Breastplate',
      shape('relief', { widthMm: 14.6, heightMm: 15.4 }),
      place(0, 36, 0, { pitchDeg: 4 }),
    ),
    b(
      'gorget',
      'Gorget, neck band',
      shape('band', { widthMm: 7.4, heightMm: 2.6, sagMm: 1.3, flareMm: 0.8, wrapDeg: 66, crownDeg: 34 }),
      place(0, 43, 0, { pitchDeg: 8 }),
    ),
    s(
      'fauld-3',
      'Fauld lame, lowest',
      shape('band', { widthMm: 15, heightMm: 3.2, sagMm: 1.5, flareMm: 0.8, wrapDeg: 66, crownDeg: 34 }),
      place(0, 23.2),
    ),
    s(
      'fauld-2',
      'Fauld lame, middle',
      shape('band', { widthMm: 14.2, heightMm: 3.1, sagMm: 1.4, flareMm: 0.8, wrapDeg: 66, crownDeg: 34 }),
      place(0, 25.4),
    ),
    s(
      'fauld-1',
      'Fauld lame, upper',
      shape('band', { widthMm: 13.4, heightMm: 3, sagMm: 1.2, flareMm: 0.8, wrapDeg: 66, crownDeg: 34 }),
      place(0, 27.6),
    ),
    b(
      'fauld-rivets',
      'Fauld rivets',
      shape('rivets', { count: 7, lengthMm: 11, sagMm: 0.9, headMm: 0.75 }),
      place(0, 22.9),
    ),
    b(
      'belt-disc',
      'Belt disc',
      shape('disc', { widthMm: 4.6, heightMm: 4.6, rimMm: 0.6 }),
      place(0, 28, 0, { depthMm: 1 }),
    ),
  ];
};

const coat = (): Part =>
  matteOf(
    'coat',
    'Coat, skirts',
    shape('relief', {
      widthMm: 20,
      heightMm: 24,
      wrapDeg: 40,
      crownDeg: 0,
      softness: 0.05,
      outline: both([
        [0, 1],
        [0.62, 1],
        [0.74, 0.4],
        [0.86, -0.3],
        [0.98, -0.96],
        [0.7, -1],
        [0.36, -0.94],
        [0, -1],
      ]),
      bumps: [-0.78, -0.5, -0.2, 0.16, 0.46, 0.76].map((x, i) => ({
        x: x * 0.92,
        y: -0.2 + 0.06 * (i % 2),
        width: 0.3,
        height: 2.6,
        rise: 0.09,
        rollDeg: x * 9,
      })),
    }),
    place(0, 23),
    COAT,
    'body',
  );

const polearm = (): Part[] => [
  matteOf(
    'haft',
    'Haft',
    shape('tube', { lengthMm: 42, startWidthMm: 1.3, endWidthMm: 1.3, endCurve: 0.1 }),
    place(17.2, 20.4),
    WOOD,
    'polearm',
  ),
  steel('polearm')(
    'blade',
    'Sluice blade',
    shape('blade', {
      lengthMm: 25,
      widthMm: 4.6,
      shoulderWidthMm: 5.2,
      pointMm: 5.4,
      ridge: 0,
      bevelDeg: 28,
    }),
    place(17.2, 53),
    'mirror',
  ),
  brass('polearm')(
    'haft-ring',
    'Haft ring',
    shape('ring', { widthMm: 4.4, heightMm: 3, thicknessMm: 0.95 }),
    place(17.2, 40.7, 0, { depthMm: 1 }),
  ),
];

const lantern = (): Part[] => {
  const b = brass('lantern');
  return [
    b(
      'lantern-ring',
      'Lantern ring',
      shape('ring', { widthMm: 2.7, heightMm: 2.9, thicknessMm: 0.6 }),
      place(-12.6, 17.6),
    ),
    matteOf(
      'lantern-glass',
      'Lantern glass, lit',
      shape('tube', { lengthMm: 4, startWidthMm: 3.4, endWidthMm: 2.8, endCurve: 0.2 }),
      place(-12.6, 12.8),
      ['Lit glass', '#f0bd62'],
      'lantern',
    ),
    b('lantern-cap', 'Lantern cap', shape('dome', { widthMm: 4.2, heightMm: 2.2 }), place(-12.6, 15.5)),
    b(
      'lantern-foot',
      'Lantern foot',
      shape('band', { widthMm: 4.2, heightMm: 1.3, sagMm: 0.6, wrapDeg: 66, crownDeg: 40 }),
      place(-12.6, 10.6),
    ),
  ];
};

/** The sluice warden, 54 mm, for display: cold steel with bronze trim, coat and gloves, a lit lantern in the hand. */
export const sluiceWarden: Piece = {
  format: FORMAT,
  version: VERSION,
  id: 'sluice-warden',
  name: 'Sluice warden',
  heightMm: 54,
  copies: 1,
  rig: {
    purpose: 'display',
    viewElevationDeg: 20,
    leanDeg: 0,
    keyClockHours: 10.75,
    keyHeightDeg: 27,
    lamp: 'round',
    horizonDeg: 0,
    skyHex: '#8fb0c9',
    groundHex: '#6f5238',
    tint: 0.45,
    fallOff: 1,
    neighbours: [
      {
        id: 'lantern',
        name: 'Lantern',
        where: { kind: 'near', xMm: -12.6, yMm: 12.8, depthMm: 2, sizeMm: 4 },
        hex: '#f2a63c',
        strength: 0.7,
      },
    ],
    focalPart: 'visor',
  },
  approach: FIRST_APPROACH,
  views: frontAlone(),
  parts: [coat(), ...legs(), ...polearm(), ...body(), ...leftArm(), ...rightArm(), ...head(), ...lantern()],
  ladders: [wardenSteel, wardenBronze],
  paints: [...towline],
  adjustments: [],
  wear: [wears('blade', 'chips', 0.015, 3), wears('blade', 'scratches', 0.012, 6)],
  critique: NO_WORD,
  table: FIRST_TABLE,
  groups: [
    { id: 'head', name: 'Head' },
    { id: 'body', name: 'Body' },
    { id: 'arm-left', name: 'Arm, left' },
    { id: 'arm-right', name: 'Arm, right' },
    { id: 'legs', name: 'Legs' },
    { id: 'polearm', name: 'Polearm' },
    { id: 'lantern', name: 'Lantern' },
  ],
  notes: [
    {
      id: 'note-1',
      part: null,
      text: 'Value step 1 of 7: the greaves took a second coat, the primer shone through.',
      madeAt: '2026-11-17T20:20:00Z',
      photo: null,
      told: null,
      mended: null,
    },
    {
      id: 'note-2',
      part: null,
      text: 'Smoothing glaze: two passes were enough on the breastplate. Stop at three.',
      madeAt: '2026-11-19T20:10:00Z',
      photo: null,
      told: null,
      mended: null,
    },
  ],
};
