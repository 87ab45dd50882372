import type { FormOf } from '../piece/index.js';
import { sharesOf } from './outline.js';

type Relief = FormOf<'relief'>;
type Line = readonly (readonly [x: number, y: number])[];

const mirrored = (line: Line): Line => line.map(([x, y]) => [-x, y] as const);

/** Half a breastplate's outline, from the neck down the viewer's right side. */
const CHEST: Line = [
  [0, 0.8], [0.14, 0.82], [0.27, 0.9], [0.36, 1], [0.6, 0.97], [0.74, 0.88], [0.72, 0.7], [0.76, 0.52],
  [0.88, 0.36], [0.97, 0.16], [0.98, -0.1], [0.92, -0.36], [0.84, -0.6], [0.8, -0.82], [0.78, -0.95], [0.4, -0.99], [0, -1],
]; // prettier-ignore

const OUTLINE = sharesOf([...CHEST, ...[...mirrored(CHEST.slice(1, -1))].reverse()]);

/** A plain breastplate: one globe over a barrel, a slight ridge, a waist whose lower edge flares. */
export const plainChest: Relief = {
  kind: 'relief',
  widthMm: 16,
  heightMm: 18,
  outline: OUTLINE,
  holes: [],
  barrel: 'one',
  wrapDeg: 62,
  crownDeg: 14,
  softness: 0.5,
  bumps: [
    { x: 0, y: -0.08, width: 2.7, height: 2.1, rise: 0.28, rollDeg: 0 },
    { x: 0, y: 0.16, width: 0.34, height: 1.9, rise: 0.014, rollDeg: 0 },
    { x: 0, y: -0.84, width: 3.6, height: 0.8, rise: -0.13, rollDeg: 0 },
  ],
  seams: [],
};

const BREAST: Line = [[0.05, 0.14], [0.22, 0.07], [0.42, 0.09], [0.6, 0.2], [0.7, 0.36]]; // prettier-ignore
const FLANK: Line = [[0.34, 0.07], [0.4, -0.12], [0.39, -0.32], [0.31, -0.5], [0.18, -0.62]]; // prettier-ignore
const upperRow: Line = [
  [0.34, -0.12],
  [0.17, -0.15],
  [0.02, -0.13],
];
const lowerRow: Line = [
  [0.33, -0.36],
  [0.17, -0.39],
  [0.02, -0.37],
];
const HALF_SEAMS = [BREAST, FLANK, upperRow, lowerRow];

/** Shaped like the body: shallow muscles, so that one light still flows across; its panels are lined afterwards. */
export const muscledChest: Relief = {
  ...plainChest,
  bumps: [
    { x: 0, y: -0.06, width: 2.8, height: 2.1, rise: 0.24, rollDeg: 0 },
    { x: -0.42, y: 0.36, width: 1.2, height: 1, rise: 0.05, rollDeg: 12 },
    { x: 0.42, y: 0.36, width: 1.2, height: 1, rise: 0.05, rollDeg: -12 },
    { x: 0, y: -0.84, width: 3.6, height: 0.8, rise: -0.12, rollDeg: 0 },
  ],
  seams: [
    [
      [0, 0.5],
      [0, 0.14],
      [0, -0.6],
    ] as Line,
    ...HALF_SEAMS,
    ...HALF_SEAMS.map(mirrored),
  ].map(sharesOf),
};

/** Two barrels above, one below: the light makes a Y. */
export const forkedChest: Relief = {
  ...plainChest,
  barrel: 'forked',
  wrapDeg: 66,
  crownDeg: 8,
  bumps: [],
};
