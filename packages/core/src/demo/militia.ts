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
import { matteOf, metalOf, place, shape, wears } from './build.js';
import { militiaGilt, militiaIron } from './ladders.js';
import { soldier } from './soldier.js';
import { towline } from './towline.js';

const WOOD = ['Pole, ash', '#63452b'] as const;
const IRON = { ladder: 'iron', polish: 'satin' } as const;
const GILT = { ladder: 'gilt', polish: 'satin' } as const;

/** Which group each part of the soldier belongs to, by the beginning of its id. */
const GROUPS: readonly (readonly [string, string])[] = [
  ['hat', 'head'],
  ['face', 'head'],
  ['shield', 'shield'],
  ['boss', 'shield'],
];
const groupOf = (id: string) => GROUPS.find(([begins]) => id.startsWith(begins))?.[1] ?? 'body';

/** One of ten for the table: the foot soldier with mail, shield and chain, and a boathook in the other hand. */
const parts: Part[] = [
  matteOf(
    'pole',
    'Pole',
    shape('tube', { lengthMm: 34, startWidthMm: 0.9, endWidthMm: 0.9 }),
    place(7.6, 17),
    WOOD,
    'boathook',
  ),
  metalOf(
    'hook',
    'Boathook, blade',
    shape('blade', { lengthMm: 7, widthMm: 1.8, shoulderWidthMm: 1.9, pointMm: 2.4 }),
    place(7.6, 37),
    { ...IRON, group: 'boathook' },
  ),
  metalOf(
    'hook-ring',
    'Boathook, ring',
    shape('ring', { widthMm: 2, heightMm: 1.5, thicknessMm: 0.5 }),
    place(7.6, 33.4),
    { ...IRON, group: 'boathook' },
  ),
  ...soldier({ plate: IRON, mail: GILT, trim: GILT, blade: IRON }).map((p) => ({
    ...p,
    group: groupOf(p.id),
  })),
];

/** Ten of the lock's militia, 32 mm, painted together for the table. */
export const lockMilitia: Piece = {
  format: FORMAT,
  version: VERSION,
  id: 'lock-militia',
  name: 'Lock militia, ten of them',
  heightMm: 32,
  copies: 10,
  rig: {
    purpose: 'table',
    viewElevationDeg: 35,
    leanDeg: 0,
    keyClockHours: 0,
    keyHeightDeg: 35,
    lamp: 'round',
    horizonDeg: 0,
    skyHex: '#b9c6d2',
    groundHex: '#5d5044',
    tint: 0.25,
    fallOff: 0.5,
    neighbours: [],
    focalPart: 'hat-brim',
  },
  approach: FIRST_APPROACH,
  views: frontAlone(),
  parts,
  ladders: [militiaIron, militiaGilt],
  paints: [...towline],
  adjustments: [],
  wear: [
    wears('chain', 'rust', 0.7, 11),
    wears('hook', 'rust', 0.6, 4),
    wears('hook-ring', 'rust', 0.7, 7),
    wears('dagger', 'rust', 0.78, 2),
  ],
  critique: NO_WORD,
  table: FIRST_TABLE,
  groups: [
    { id: 'head', name: 'Head' },
    { id: 'body', name: 'Body' },
    { id: 'shield', name: 'Shield' },
    { id: 'boathook', name: 'Boathook' },
  ],
  notes: [],
};
