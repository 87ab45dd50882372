import {
  difference as differencePaths,
  FillRule,
  intersect as intersectPaths,
  union as unionPaths,
} from 'clipper2-ts';
import { signedArea } from './geometry.js';
import type { Point, Ring } from './surface.js';

/** Rings in mm; outlines run one way, holes the other. */
export type Region = readonly Ring[];

/** Integer units of the clipper: 0.01 micrometre. */
const SCALE = 1e5;
/** Slivers below this many mm2 are rounding. */
const SLIVER_MM2 = 1e-6;

type Paths = { x: number; y: number }[][];

const toPaths = (rings: Region): Paths =>
  rings.map((ring) => ring.map(([x, y]) => ({ x: Math.round(x * SCALE), y: Math.round(y * SCALE) })));

const toRegion = (paths: Paths): Region =>
  paths
    .map((path) => path.map(({ x, y }): Point => [x / SCALE, y / SCALE]))
    .filter((r) => Math.abs(signedArea(r)) > SLIVER_MM2);

/** What two regions share (even-odd), with holes turned against their outlines. */
export const intersect = (a: Region, b: Region): Region =>
  a.length === 0 || b.length === 0 ? [] : toRegion(intersectPaths(toPaths(a), toPaths(b), FillRule.EvenOdd));

/** What the first region has and the second has not (even-odd). */
export const without = (a: Region, b: Region): Region =>
  a.length === 0 || b.length === 0 ? a : toRegion(differencePaths(toPaths(a), toPaths(b), FillRule.EvenOdd));

/** All that lies in one of two regions or in both (even-odd). */
export const united = (a: Region, b: Region): Region =>
  toRegion(unionPaths(toPaths(a), toPaths(b), FillRule.EvenOdd));

/** The same shape (even-odd) from outlines that do not cross themselves. At least the outline itself where nothing is left. */
export function uncrossed(ring: Ring): Region {
  const rings = toRegion(unionPaths(toPaths([ring]), FillRule.EvenOdd)).filter((r) => r.length >= 3);
  return rings.length > 0 ? rings : [ring];
}

/** Area of a region in mm2; holes count against it because they run the other way. */
export const regionArea = (region: Region): number => region.reduce((sum, ring) => sum + signedArea(ring), 0);
