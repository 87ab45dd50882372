import { boundsOf, insideAt, type Point, type Region } from '../form/index.js';

const TRIES = 20;

/** A place well inside a zone for its number: of a lattice over it, the one farthest from any border. */
export function numberPlace(cover: Region, above: Region): Point | null {
  if (!cover[0]) return null;
  const b = boundsOf(cover);
  const points = [...cover, ...above].flat();
  const between = (from: number, to: number) =>
    Array.from({ length: TRIES - 1 }, (_, i) => from + ((to - from) * (i + 1)) / TRIES);
  const rows = between(b.bottom, b.top).map((y) => ({
    y,
    covered: insideAt(cover, y),
    taken: insideAt(above, y),
  }));
  let best: Point | null = null;
  let bestGap = 0;
  for (const x of between(b.left, b.right))
    for (const { y, covered, taken } of rows) {
      if (!covered(x) || taken(x)) continue;
      let gap = Infinity;
      for (const [px, py] of points) {
        gap = Math.min(gap, (px - x) ** 2 + (py - y) ** 2);
        if (gap <= bestGap) break;
      }
      if (gap > bestGap) {
        bestGap = gap;
        best = [x, y];
      }
    }
  return best;
}
