import type { Point, Ring } from './surface.js';

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
