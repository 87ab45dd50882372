import { bronze, coldSteel } from '../ladder/index.js';
import {
  FIRST_APPROACH,
  NO_WORD,
  FORMAT,
  VERSION,
  type Form,
  type Part,
  type Piece,
  type Place,
  type Polish,
} from '../piece/index.js';
import { matteOf, metalOf, place, shape } from './build.js';
import { towline } from './towline.js';

const steel = (group: string) => (id: string, name: string, form: Form, where: Place, polish: Polish = 'polished') =>
  metalOf(id, name, form, where, { polish, group }); // prettier-ignore
const brass = (group: string) => (id: string, name: string, form: Form, where: Place, polish: Polish = 'polished') =>
  metalOf(id, name, form, where, { polish, group, ladder: 'bronze' }); // prettier-ignore

const COAT = ['Coat, madder wool', '#57302d'] as const;
const GLOVE = ['Glove, tanned leather', '#3b2a22'] as const;
const WOOD = ['Ash haft', '#63452b'] as const;

/** A closed outline from its right half, top to bottom, mirrored. */
const both = (half: readonly (readonly [number, number])[]) =>
  [...half, ...[...half].reverse().filter(([x]) => x !== 0).map(([x, y]) => [-x, y] as const)].map(([x, y]) => ({ x, y })); // prettier-ignore
/** A round hole, in shares of a plate. */
const hole = (x: number, y: number, rx: number, ry: number) =>
  Array.from({ length: 14 }, (_, i) => {
    const t = (i / 14) * 2 * Math.PI;
    return { x: x + rx * Math.cos(t), y: y + ry * Math.sin(t) };
  });
const slit = (side: number) => [
  { x: side * 0.1, y: 0.5 }, { x: side * 0.8, y: 0.62 }, { x: side * 0.82, y: 0.48 }, { x: side * 0.1, y: 0.34 },
]; // prettier-ignore

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

/** One arm above the elbow; `side` is -1 for the viewer's left. */
const shoulder = (side: -1 | 1, name: string): Part[] => {
  const group = side < 0 ? 'arm-left' : 'arm-right';
  const s = steel(group);
  const at = (x: number, y: number, roll = 0, more: Partial<Place> = {}) =>
    place(side * x, y, side * roll, more);
  return [
    matteOf(
      `sleeve-${name}`,
      `Sleeve, ${name}`,
      shape('tube', { lengthMm: 8, startWidthMm: 4, endWidthMm: 5.2, endCurve: 0.2 }),
      at(10.6, 32, 3),
      COAT,
      group,
    ),
    s(
      `lame-2-${name}`,
      `Pauldron lame, lower ${name}`,
      shape('band', { widthMm: 7.2, heightMm: 2.8, sagMm: 1.1, flareMm: 0.3, wrapDeg: 64, crownDeg: 36 }),
      at(10.5, 34.4, 5, { yawDeg: side * 10 }),
    ),
    s(
      `lame-1-${name}`,
      `Pauldron lame, upper ${name}`,
      shape('band', { widthMm: 7.4, heightMm: 2.8, sagMm: 1.1, flareMm: 0.3, wrapDeg: 64, crownDeg: 36 }),
      at(10, 36.6, 8, { yawDeg: side * 10 }),
    ),
    s(
      `pauldron-${name}`,
      `Pauldron, ${name} shoulder`,
      shape('dome', { widthMm: 9.2, heightMm: 7.4 }),
      at(8.6, 40.4, -6, { yawDeg: side * 12, pitchDeg: 10, depthMm: 1 }),
    ),
    brass(group)(
      `pauldron-rim-${name}`,
      `Pauldron rim, ${name}`,
      shape('ring', { widthMm: 9.7, heightMm: 7.9, thicknessMm: 0.62 }),
      at(8.6, 40.4, -6, { depthMm: 1 }),
    ),
  ];
};

const leftArm = (): Part[] => [
  ...shoulder(-1, 'left'),
  steel('arm-left')(
    'vambrace-left',
    'Vambrace, left forearm',
    shape('tube', {
      lengthMm: 8.4,
      startWidthMm: 3,
      endWidthMm: 4.1,
      endCurve: 0.25,
      swell: 0.08,
      swellAt: 0.65,
    }),
    place(-11.7, 25.2, -7),
  ),
  brass('arm-left')(
    'couter-left',
    'Couter, left elbow',
    shape('dome', { widthMm: 4, heightMm: 4 }),
    place(-11.1, 29.4, 0, { depthMm: 1 }),
  ),
  matteOf(
    'glove-left',
    'Glove, left',
    shape('dome', { widthMm: 3.5, heightMm: 3.8 }),
    place(-12.3, 20.2),
    GLOVE,
    'arm-left',
  ),
];

const rightArm = (): Part[] => [
  ...shoulder(1, 'right'),
  steel('arm-right')(
    'vambrace-right',
    'Vambrace, right forearm',
    shape('tube', {
      lengthMm: 7.6,
      startWidthMm: 3,
      endWidthMm: 4.1,
      endCurve: 0.25,
      swell: 0.08,
      swellAt: 0.65,
    }),
    place(13.7, 27.2, 52),
  ),
  brass('arm-right')(
    'couter-right',
    'Couter, right elbow',
    shape('dome', { widthMm: 4, heightMm: 4 }),
    place(11.1, 29.5, 0, { depthMm: 1 }),
  ),
  matteOf(
    'glove-right',
    'Glove, right, on the haft',
    shape('dome', { widthMm: 3.6, heightMm: 3.7 }),
    place(17.1, 24.6, 30, { depthMm: 1 }),
    GLOVE,
    'arm-right',
  ),
];

const legs = (): Part[] => {
  const s = steel('legs');
  const b = brass('legs');
  return [
    s(
      'sabaton-left',
      'Sabaton, left foot',
      shape('dome', { widthMm: 5.8, heightMm: 2.9 }),
      place(-5.3, 1.5, 4, { yawDeg: -14, pitchDeg: 8 }),
    ),
    s(
      'sabaton-right',
      'Sabaton, right foot',
      shape('dome', { widthMm: 5.6, heightMm: 3 }),
      place(5.6, 1.5, -3, { yawDeg: 20, pitchDeg: 8 }),
    ),
    s(
      'greave-left',
      'Greave, left shin',
      shape('tube', {
        lengthMm: 11.4,
        startWidthMm: 3.7,
        endWidthMm: 4.7,
        endCurve: 0.16,
        section: 'ridged',
        swell: 0.17,
        swellAt: 0.7,
        bowMm: -0.35,
      }),
      place(-4.8, 7.4, 2, { yawDeg: -16 }),
    ),
    s(
      'greave-right',
      'Greave, right shin',
      shape('tube', {
        lengthMm: 11.2,
        startWidthMm: 3.5,
        endWidthMm: 4.6,
        endCurve: 0.16,
        section: 'ridged',
        swell: 0.24,
        swellAt: 0.62,
        bowMm: 0.55,
      }),
      place(4.9, 7.3, -4, { yawDeg: 14 }),
    ),
    s(
      'cuisse-left',
      'Cuisse, left thigh',
      shape('tube', {
        lengthMm: 9.8,
        startWidthMm: 4.9,
        endWidthMm: 6.2,
        endCurve: 0.12,
        swell: 0.06,
        swellAt: 0.6,
      }),
      place(-3.9, 18.2, 3, { yawDeg: -8 }),
    ),
    s(
      'cuisse-right',
      'Cuisse, right thigh',
      shape('tube', {
        lengthMm: 9.8,
        startWidthMm: 4.9,
        endWidthMm: 6.2,
        endCurve: 0.12,
        swell: 0.1,
        swellAt: 0.7,
      }),
      place(4.1, 18.2, -4, { yawDeg: 12 }),
    ),
    s(
      'knee-left',
      'Poleyn, left knee',
      shape('dome', { widthMm: 5, heightMm: 5.1, ridgeDeg: 12 }),
      place(-4.3, 13.3, 2, { yawDeg: -12, pitchDeg: 8, depthMm: 1.5 }),
    ),
    b(
      'knee-rim-left',
      'Knee rim, left',
      shape('ring', { widthMm: 5.5, heightMm: 5.6, thicknessMm: 0.5 }),
      place(-4.3, 13.3, 0, { depthMm: 1.5 }),
    ),
    s(
      'knee-right',
      'Poleyn, right knee',
      shape('dome', { widthMm: 5, heightMm: 5.1, ridgeDeg: 12 }),
      place(4.5, 13.2, -4, { yawDeg: 14, pitchDeg: 4, depthMm: 1.5 }),
    ),
    b(
      'knee-rim-right',
      'Knee rim, right',
      shape('ring', { widthMm: 5.5, heightMm: 5.6, thicknessMm: 0.5 }),
      place(4.5, 13.2, 0, { depthMm: 1.5 }),
    ),
  ];
};

const coat = (): Part => matteOf('coat', 'Coat, skirts', shape('relief', {
  widthMm: 20, heightMm: 24, wrapDeg: 40, crownDeg: 0, softness: 0.05,
  outline: both([[0, 1], [0.62, 1], [0.74, 0.4], [0.86, -0.3], [0.98, -0.96], [0.7, -1], [0.36, -0.94], [0, -1]]),
  bumps: [-0.78, -0.5, -0.2, 0.16, 0.46, 0.76].map((x, i) => ({ x: x * 0.92, y: -0.2 + 0.06 * (i % 2), width: 0.3, height: 2.6, rise: 0.09, rollDeg: x * 9 })),
}), place(0, 23), COAT, 'body'); // prettier-ignore

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
    horizonDeg: 0,
    skyHex: '#8fb0c9',
    groundHex: '#6f5238',
    tint: 0.45,
    fallOff: 1,
    neighbours: [
      { id: 'lantern', name: 'Lantern', where: { kind: 'near', xMm: -12.6, yMm: 12.8, depthMm: 2, sizeMm: 4 }, hex: '#f2a63c', strength: 0.7 },
    ],
    focalPart: 'visor',
  },
  approach: FIRST_APPROACH,
  parts: [coat(), ...legs(), ...polearm(), ...body(), ...leftArm(), ...rightArm(), ...head(), ...lantern()],
  ladders: [coldSteel, bronze],
  paints: [...towline],
  adjustments: [],
  critique: NO_WORD,
  groups: [
    { id: 'head', name: 'Head' },
    { id: 'body', name: 'Body' },
    { id: 'arm-left', name: 'Arm, left' },
    { id: 'arm-right', name: 'Arm, right' },
    { id: 'legs', name: 'Legs' },
    { id: 'polearm', name: 'Polearm' },
    { id: 'lantern', name: 'Lantern' },
  ],
  notes: [],
}; // prettier-ignore
