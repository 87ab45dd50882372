import { FillRule, union } from 'clipper2-ts';
import type { Point, Ring } from './surface.js';

/** Integer units: 0.01 micrometre. */
const SCALE = 1e5;

const side = (a: Point, b: Point, p: Point) => (b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0]);

/** Whether two sides of a closed outline cross. */
export function crossesItself(ring: Ring): boolean {
  const n = ring.length;
  for (let i = 0; i < n; i++)
    for (let k = i + 2; k < n; k++) {
      if (i === 0 && k === n - 1) continue;
      const [a, b, c, d] = [ring[i], ring[(i + 1) % n], ring[k], ring[(k + 1) % n]];
      if (side(a, b, c) * side(a, b, d) < 0 && side(c, d, a) * side(c, d, b) < 0) return true;
    }
  return false;
}

/** The same shape (even-odd) from outlines that do not cross themselves. At least the outline itself where nothing is left. */
export function uncrossed(ring: Ring): Ring[] {
  const path = ring.map(([x, y]) => ({ x: Math.round(x * SCALE), y: Math.round(y * SCALE) }));
  const rings = union([path], FillRule.EvenOdd)
    .filter((r) => r.length >= 3)
    .map((r) => r.map(({ x, y }): Point => [x / SCALE, y / SCALE]));
  return rings.length > 0 ? rings : [ring];
}
