import { FillRule, intersect as intersectPaths } from 'clipper2-ts';
import { signedArea, type Point, type Ring } from '../form/index.js';

/** Rings in mm; outlines run one way, holes the other. */
export type Region = readonly Ring[];

/** Integer units of the clipper: 0.01 micrometre. */
const SCALE = 1e5;
/** Slivers below this many mm2 are rounding. */
const SLIVER_MM2 = 1e-6;

const toInteger = (ring: Ring) =>
  ring.map(([x, y]) => ({ x: Math.round(x * SCALE), y: Math.round(y * SCALE) }));

/** What two regions share (even-odd), with holes turned against their outlines. */
export function intersect(a: Region, b: Region): Region {
  if (a.length === 0 || b.length === 0) return [];
  return intersectPaths(a.map(toInteger), b.map(toInteger), FillRule.EvenOdd)
    .map((path) => path.map(({ x, y }): Point => [x / SCALE, y / SCALE]))
    .filter((r) => Math.abs(signedArea(r)) > SLIVER_MM2);
}

/** Area of a region in mm2; holes count against it because they run the other way. */
export const regionArea = (region: Region): number => region.reduce((sum, ring) => sum + signedArea(ring), 0);
