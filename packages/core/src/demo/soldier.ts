import type { Part } from '../piece/index.js';
import { matteOf, metalOf, place, shape, type MetalOptions } from './build.js';

const WOOL = ['Wool, undyed', '#7a6f5c'] as const;
const HOSE = ['Hose, dun', '#5a5246'] as const;
const LEATHER = ['Leather, old', '#4a3324'] as const;
const SKIN = ['Skin', '#b98566'] as const;

/** What each kind of metal of a foot soldier is painted in. */
export interface SoldierMetals {
  readonly plate: MetalOptions;
  readonly mail: MetalOptions;
  readonly trim: MetalOptions;
  readonly blade: MetalOptions;
}

const limbs: Part[] = [
  ...([-1, 1] as const).flatMap((side) => {
    const name = side < 0 ? 'left' : 'right';
    return [
      matteOf(
        `leg-${name}`,
        `Leg, viewer’s ${name}`,
        shape('tube', { lengthMm: 8.6, startWidthMm: 2.3, endWidthMm: 3.7, swell: 0.12, swellAt: 0.6 }),
        place(side * 2.1, 5.6, side * -3),
        HOSE,
      ),
      matteOf(
        `boot-${name}`,
        `Boot, viewer’s ${name}`,
        shape('dome', { widthMm: 3.2, heightMm: 2.1, fullness: 0.8 }),
        place(side * 2.5, 1, 0, { depthMm: 1 }),
        LEATHER,
      ),
    ];
  }),
  ...([-1, 1] as const).map((side) =>
    matteOf(
      `sleeve-${side < 0 ? 'left' : 'right'}`,
      `Sleeve, viewer’s ${side < 0 ? 'left' : 'right'}`,
      shape('tube', { lengthMm: 6.4, startWidthMm: 2.5, endWidthMm: 3.1, endCurve: 0.1 }),
      place(side * 4.9, 18.2, side * 12),
      WOOL,
    ),
  ),
];

const forearm = (side: -1 | 1, plate: MetalOptions) =>
  metalOf(
    `forearm-${side < 0 ? 'left' : 'right'}`,
    `Forearm, viewer’s ${side < 0 ? 'left' : 'right'}`,
    shape('tube', { lengthMm: 4.6, startWidthMm: 1.9, endWidthMm: 2.5, endCurve: 0.15, swell: 0.1 }),
    place(side * 6, 13.4, side * 8, { depthMm: 1 }),
    plate,
  );
const hand = (side: -1 | 1) =>
  matteOf(
    `hand-${side < 0 ? 'left' : 'right'}`,
    `Hand, viewer’s ${side < 0 ? 'left' : 'right'}`,
    shape('dome', { widthMm: 2.1, heightMm: 2.2 }),
    place(side * 6.6, 10.4, 0, { depthMm: 1 }),
    SKIN,
  );
const shoulder = (side: -1 | 1, plate: MetalOptions) =>
  metalOf(
    `shoulder-${side < 0 ? 'left' : 'right'}`,
    `Shoulder plate, viewer’s ${side < 0 ? 'left' : 'right'}`,
    shape('dome', { widthMm: 4.6, heightMm: 4 }),
    place(side * 4.9, 20.7, side * -14, { yawDeg: side * 14, pitchDeg: 12, depthMm: 1 }),
    plate,
  );

const trunk = ({ mail }: SoldierMetals): Part[] => [
  matteOf(
    'skirt',
    'Skirt of the gambeson',
    shape('tube', { lengthMm: 4.6, startWidthMm: 9, endWidthMm: 7.6, endCurve: 0.12 }),
    place(0, 10.4),
    WOOL,
  ),
  metalOf(
    'mail',
    'Mail shirt',
    shape('mail', { widthMm: 8.6, heightMm: 10.4, taper: 0.06, wrapDeg: 60, crownDeg: 20, linkMm: 0.55 }),
    place(0, 16.8),
    mail,
  ),
  matteOf(
    'strap',
    'Strap over the chest',
    shape('band', { widthMm: 10.2, heightMm: 0.9, sagMm: 0.3, wrapDeg: 42, crownDeg: 12 }),
    place(0.1, 17.6, 46, { depthMm: 0.4 }),
    LEATHER,
  ),
  matteOf(
    'belt',
    'Belt',
    shape('band', { widthMm: 8.4, heightMm: 1.1, sagMm: 0.5, wrapDeg: 64, crownDeg: 14 }),
    place(0, 12.6, 0, { depthMm: 0.5 }),
    LEATHER,
  ),
];

const waist = ({ plate, trim, blade }: SoldierMetals): Part[] => [
  metalOf(
    'buckle',
    'Buckle',
    shape('ring', { widthMm: 1.7, heightMm: 1.5, thicknessMm: 0.4 }),
    place(0.2, 12.3, 0, { depthMm: 1 }),
    trim,
  ),
  metalOf(
    'dagger',
    'Dagger',
    shape('blade', { lengthMm: 5.6, widthMm: 1, shoulderWidthMm: 1, pointMm: 1.8 }),
    place(3.2, 9, 164, { depthMm: 1 }),
    blade,
  ),
  matteOf(
    'grip',
    'Grip of the dagger',
    shape('tube', { lengthMm: 1.8, startWidthMm: 0.7, endWidthMm: 0.7 }),
    place(2.2, 12.5, 164, { depthMm: 1 }),
    LEATHER,
  ),
  metalOf(
    'chain',
    'Chain at the belt',
    shape('row', { widthMm: 4.4, heightMm: 1.9, count: 13, oneMm: 0.62 }),
    place(-1.8, 11.3, 0, { depthMm: 1 }),
    plate,
  ),
];

const shieldOf = ({ plate, trim }: SoldierMetals): Part[] => [
  metalOf(
    'shield',
    'Round shield',
    shape('dome', { widthMm: 10.4, heightMm: 10.6, fullness: 0.42 }),
    place(-8.8, 5.9, 0, { yawDeg: -8, depthMm: 0.6 }),
    plate,
  ),
  metalOf(
    'shield-trim',
    'Shield, trim',
    shape('ring', { widthMm: 10.9, heightMm: 11.1, thicknessMm: 0.75 }),
    place(-8.8, 5.9, 0, { depthMm: 0.8 }),
    trim,
  ),
  metalOf(
    'boss',
    'Shield, boss',
    shape('dome', { widthMm: 3.2, heightMm: 3.2, rimMm: 0.4 }),
    place(-8.8, 6, 0, { depthMm: 1.2 }),
    trim,
  ),
];

const headOf = ({ plate, trim }: SoldierMetals): Part[] => [
  matteOf('face', 'Face', shape('dome', { widthMm: 4.1, heightMm: 5 }), place(0, 24.2), SKIN),
  metalOf(
    'hat',
    'Helmet, skull',
    shape('dome', { widthMm: 5.4, heightMm: 4.4 }),
    place(0, 27, 0, { pitchDeg: 6, depthMm: 1 }),
    plate,
  ),
  metalOf(
    'hat-brim',
    'Helmet, brim',
    shape('band', { widthMm: 7.6, heightMm: 1.3, sagMm: 0.9, wrapDeg: 70, crownDeg: 30 }),
    place(0, 25.9, 0, { pitchDeg: 14, depthMm: 1.4 }),
    trim,
  ),
];

/** A foot soldier for the table, 28 mm to the eyes: feet at 0, facing the viewer. Metals as they are asked for. */
export const soldier = (metals: SoldierMetals): Part[] => [
  ...limbs,
  ...trunk(metals),
  ...waist(metals),
  ...shieldOf(metals),
  ...([-1, 1] as const).flatMap((side) => [
    forearm(side, metals.plate),
    hand(side),
    shoulder(side, metals.plate),
  ]),
  ...headOf(metals),
];
