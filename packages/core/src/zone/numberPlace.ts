import { boundsOf, inside, type Point, type Region } from '../form/index.js';

const TRIES = 20;

/** A place well inside a zone for its number: of a lattice over it, the one farthest from any border. */
export function numberPlace(cover: Region, above: Region): Point | null {
  if (!cover[0]) return null;
  const b = boundsOf(cover);
  const points = [...cover, ...above].flat();
  let best: Point | null = null;
  let bestGap = 0;
  for (let i = 1; i < TRIES; i++)
    for (let k = 1; k < TRIES; k++) {
      const x = b.left + ((b.right - b.left) * i) / TRIES;
      const y = b.bottom + ((b.top - b.bottom) * k) / TRIES;
      if (!inside(cover, x, y) || inside(above, x, y)) continue;
      let gap = Infinity;
      for (const [px, py] of points) gap = Math.min(gap, (px - x) ** 2 + (py - y) ** 2);
      if (gap > bestGap) {
        bestGap = gap;
        best = [x, y];
      }
    }
  return best;
}
