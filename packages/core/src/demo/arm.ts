import { coldSteel } from '../ladder/index.js';
import {
  AS_THE_PIECE,
  FIRST_APPROACH,
  FRONT_VIEW,
  frontAlone,
  FIRST_TABLE,
  NO_WORD,
  FORMAT,
  VERSION,
  type Form,
  type Piece,
  type Place,
  type Polish,
} from '../piece/index.js';
import { metalOf, place, shape } from './build.js';
import { towline } from './towline.js';

const metal = (id: string, name: string, form: Form, where: Place, polish: Polish = 'polished') =>
  metalOf(id, name, form, where, { polish, group: 'arm' });

/** A raised arm in harness, its sluice blade beside it: seven parts of cold steel and a cloth sleeve. */
export const lockKeepersArm: Piece = {
  format: FORMAT,
  version: VERSION,
  id: 'lock-keepers-arm',
  name: "A lock-keeper's arm",
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
    skyHex: '#b9c6d2',
    groundHex: '#5d5044',
    tint: 0,
    fallOff: 0,
    neighbours: [],
    focalPart: 'blade',
  },
  approach: FIRST_APPROACH,
  views: frontAlone(),
  parts: [
    {
      id: 'sleeve',
      view: FRONT_VIEW,
      name: 'Sleeve',
      form: shape('tube', { lengthMm: 16, startWidthMm: 9.6, endWidthMm: 12.4, endCurve: 0.22 }),
      place: place(-9.4, 14, -14, { yawDeg: -6 }),
      finish: { kind: 'matte', name: 'Coat, madder wool', hex: '#5c3330' },
      approach: AS_THE_PIECE,
      group: 'arm',
      sameAs: null,
    },
    metal(
      'vambrace',
      'Vambrace, forearm tube',
      shape('tube', { lengthMm: 17, startWidthMm: 6.8, endWidthMm: 8.8, endCurve: 0.24 }),
      place(-3.9, -11.2, 24),
    ),
    metal(
      'upper-band',
      'Rerebrace band, upper',
      shape('band', { widthMm: 12.6, heightMm: 4.2, sagMm: 2, flareMm: 0.6, wrapDeg: 66, crownDeg: 38 }),
      place(-8.9, 9.6, -12),
    ),
    metal(
      'lower-band',
      'Rerebrace band, lower',
      shape('band', { widthMm: 13.2, heightMm: 4.2, sagMm: 2.2, flareMm: 0.8, wrapDeg: 66, crownDeg: 38 }),
      place(-8.3, 5.6, -10),
    ),
    metal(
      'elbow',
      'Couter, elbow dome',
      shape('dome', { widthMm: 11.4, heightMm: 10.4, side: 'convex', fullness: 1 }),
      place(-7.4, -0.8, -8),
    ),
    metal(
      'disc',
      'Couter disc',
      shape('disc', { widthMm: 5.6, heightMm: 5.6, surface: 'turned', rimMm: 0.8 }),
      place(-14.4, -1.6, 0),
    ),
    metal(
      'blade',
      'Sluice blade',
      shape('blade', {
        lengthMm: 36,
        widthMm: 6.4,
        shoulderWidthMm: 7,
        pointMm: 7.6,
        ridge: 0,
        bevelDeg: 28,
      }),
      place(11.2, 7, -9),
      'mirror',
    ),
    metal(
      'haft-ring',
      'Haft ring',
      shape('ring', { widthMm: 8.4, heightMm: 5.4, thicknessMm: 1.9 }),
      place(8.4, -11.6, -9),
    ),
  ],
  ladders: [coldSteel],
  paints: [...towline],
  adjustments: [],
  wear: [],
  critique: NO_WORD,
  table: FIRST_TABLE,
  groups: [{ id: 'arm', name: 'Arm' }],
  notes: [],
};
