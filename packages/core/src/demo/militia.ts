import {
  FIRST_APPROACH,
  NO_PICTURES,
  NO_WORD,
  FORMAT,
  VERSION,
  type Part,
  type Piece,
} from '../piece/index.js';
import { matteOf, metalOf, place, shape } from './build.js';
import { militiaGilt, militiaIron } from './ladders.js';
import { towline } from './towline.js';

const WOOL = ['Gambeson, undyed wool', '#7a6f5c'] as const;
const WOOD = ['Pole, ash', '#63452b'] as const;

const iron = (id: string, name: string, form: Part['form'], where: Part['place'], group: string) =>
  metalOf(id, name, form, where, { ladder: 'iron', polish: 'satin', group });

/** One of ten for the table: a kettle hat, a breastplate, a boathook and a chain. */
const parts: Part[] = [
  matteOf(
    'gambeson',
    'Gambeson',
    shape('tube', { lengthMm: 15, startWidthMm: 11, endWidthMm: 8.4, endCurve: 0.1, swell: 0.06 }),
    place(0, 14),
    WOOL,
    'body',
  ),
  matteOf(
    'legs',
    'Legs, in wool',
    shape('tube', { lengthMm: 8, startWidthMm: 6.4, endWidthMm: 7, endCurve: 0.05 }),
    place(0, 4),
    WOOL,
    'body',
  ),
  iron('plate', 'Breastplate', shape('relief', { widthMm: 8, heightMm: 8.2 }), place(0, 17.4), 'body'),
  iron(
    'chain',
    'Chain over the shoulder',
    shape('rivets', { count: 11, lengthMm: 8, sagMm: 2.4, headMm: 0.72, fullness: 0.8 }),
    place(0, 18.2, -28, { depthMm: 1 }),
    'body',
  ),
  matteOf(
    'face',
    'Face',
    shape('dome', { widthMm: 4, heightMm: 4.8 }),
    place(0, 24.4),
    ['Skin', '#b98566'],
    'head',
  ),
  iron(
    'hat',
    'Kettle hat, skull',
    shape('dome', { widthMm: 5.6, heightMm: 4.6, ridgeDeg: 8 }),
    place(0, 27.2, 0, { pitchDeg: 6 }),
    'head',
  ),
  metalOf(
    'hat-brim',
    'Kettle hat, brim',
    shape('band', { widthMm: 8.4, heightMm: 1.5, sagMm: 0.9, wrapDeg: 70, crownDeg: 30 }),
    place(0, 26.1, 0, { pitchDeg: 16 }),
    { ladder: 'gilt', polish: 'satin', group: 'head' },
  ),
  matteOf(
    'pole',
    'Pole',
    shape('tube', { lengthMm: 34, startWidthMm: 0.9, endWidthMm: 0.9 }),
    place(7.4, 17),
    WOOD,
    'boathook',
  ),
  iron(
    'hook',
    'Boathook, blade',
    shape('blade', { lengthMm: 7, widthMm: 1.8, shoulderWidthMm: 1.9, pointMm: 2.4 }),
    place(7.4, 37),
    'boathook',
  ),
  metalOf(
    'hook-ring',
    'Boathook, ring',
    shape('ring', { widthMm: 2, heightMm: 1.5, thicknessMm: 0.5 }),
    place(7.4, 33.4),
    { ladder: 'iron', polish: 'satin', group: 'boathook' },
  ),
  matteOf(
    'hand',
    'Hand on the pole',
    shape('dome', { widthMm: 2.1, heightMm: 2.3 }),
    place(7.2, 15.6, 0, { depthMm: 1 }),
    ['Skin', '#b98566'],
    'body',
  ),
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
  ...NO_PICTURES,
  parts,
  ladders: [militiaIron, militiaGilt],
  paints: [...towline],
  adjustments: [],
  critique: NO_WORD,
  groups: [
    { id: 'head', name: 'Head' },
    { id: 'body', name: 'Body' },
    { id: 'boathook', name: 'Boathook' },
  ],
  notes: [],
};
