/// <reference path="../clipper.d.ts" />
import clipper from 'clipper-lib';
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
  const path = ring.map(([x, y]) => ({ X: Math.round(x * SCALE), Y: Math.round(y * SCALE) }));
  const clean = clipper.Clipper.SimplifyPolygon(path, clipper.PolyFillType.pftEvenOdd);
  const rings = clean
    .filter((r) => r.length >= 3)
    .map((r) => r.map(({ X, Y }): Point => [X / SCALE, Y / SCALE]));
  return rings.length > 0 ? rings : [ring];
}
