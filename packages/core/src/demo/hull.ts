import type { Part } from '../piece/index.js';
import { matteOf, metalOf, place, shape } from './build.js';

/** The hull of a lock tug with its lights: plates, casing, grab rail, exhaust, lamps. Round a middle of 0, 0. */
export const hullParts: readonly Part[] = [
  metalOf(
    'exhaust',
    'Exhaust',
    shape('tube', { lengthMm: 11, startWidthMm: 3.2, endWidthMm: 2.6, endCurve: 0.3 }),
    place(15.5, 10),
    { polish: 'satin' },
  ),
  metalOf(
    'casing',
    'Engine casing',
    shape('box', { widthMm: 17, heightMm: 8, sideMm: 4, topMm: 3 }),
    place(7.5, 4.4),
  ),
  metalOf(
    'hull',
    'Hull side',
    shape('plate', {
      widthMm: 42,
      heightMm: 10,
      cornerMm: 0,
      outline: [
        [-1, 0.9],
        [-0.86, -0.4],
        [-0.6, -1],
        [0.86, -1],
        [1, 0.5],
        [0.3, 0.5],
      ].map(([x, y]) => ({ x, y })),
    }),
    place(0, -5.4, 0, { depthMm: 1 }),
  ),
  metalOf(
    'cabin',
    'Cabin front',
    shape('plate', { widthMm: 11, heightMm: 11, taper: 0.12, cornerMm: 0.8 }),
    place(-9, 3.9),
  ),
  matteOf(
    'pane',
    'Window',
    shape('plate', { widthMm: 7, heightMm: 3.4, cornerMm: 0.5 }),
    place(-9, 6.1, 0, { depthMm: 0.5 }),
    ['Glass, dark', '#12171c'],
  ),
  metalOf(
    'rail',
    'Grab rail',
    shape('tube', { lengthMm: 16, startWidthMm: 0.8, endWidthMm: 0.8 }),
    place(9, -2, 90, { depthMm: 2 }),
    {
      polish: 'satin',
    },
  ),
  metalOf(
    'seam-heads',
    'Rivets along the hull',
    shape('rivets', { count: 16, lengthMm: 30, sagMm: 0, headMm: 0.8 }),
    place(1, -4.4, 0, { depthMm: 2 }),
  ),
  metalOf(
    'rope',
    'Anchor chain',
    shape('row', { widthMm: 9, heightMm: 4, count: 17, oneMm: 1.1 }),
    place(-13.6, -3.4, 0, { depthMm: 2 }),
    {
      polish: 'satin',
    },
  ),
  ...([-1, 1] as const).map((side) =>
    metalOf(
      side < 0 ? 'lamp-left' : 'lamp-right',
      side < 0 ? 'Lamp, viewer’s left' : 'Lamp, viewer’s right',
      shape('disc', { widthMm: 3, heightMm: 3, surface: 'lens', rimMm: 0.5 }),
      place(-9 + side * 4.2, 0.8, 0, { depthMm: 1 }),
      { polish: 'mirror' },
    ),
  ),
];
