import type { PlanLevel } from './planRaster.js';
import { DEEPEST, type Places } from './places.js';

/** An edge stands out from what is about it within so many mm by so much of value, and lies within that of its part's border. */
const ABOUT_MM = 0.45;
const STANDS_OUT = 7;
/** So much of edges has to be there, mm2. */
const LEAST_MM2 = 0.5;

/** Values of some points less the mean of those about each: a table of sums over their bounds (Crow 1984). */
function standingOut(
  plane: Float32Array,
  points: readonly number[],
  width: number,
  reach: number,
): Float32Array {
  let [left, right, top, bottom] = [width, 0, Infinity, 0];
  for (const i of points) {
    const [x, y] = [i % width, Math.floor(i / width)];
    left = Math.min(left, x);
    right = Math.max(right, x);
    top = Math.min(top, y);
    bottom = Math.max(bottom, y);
  }
  const [w, h] = [right - left + 2, bottom - top + 2];
  const sums = new Float64Array(w * h);
  const counts = new Float64Array(w * h);
  const at = (i: number) => (Math.floor(i / width) - top + 1) * w + (i % width) - left + 1;
  for (const i of points) {
    sums[at(i)] = plane[i];
    counts[at(i)] = 1;
  }
  for (const table of [sums, counts])
    for (let y = 1; y < h; y++)
      for (let x = 1; x < w; x++) {
        const k = y * w + x;
        table[k] += table[k - 1] + table[k - w] - table[k - w - 1];
      }
  return Float32Array.from(points, (i) => {
    const [x, y] = [(i % width) - left + 1, Math.floor(i / width) - top + 1];
    const [x0, x1] = [Math.max(0, x - reach - 1), Math.min(w - 1, x + reach)];
    const [y0, y1] = [Math.max(0, y - reach - 1) * w, Math.min(h - 1, y + reach) * w];
    const within = (t: Float64Array) => t[y1 + x1] - t[y0 + x1] - t[y1 + x0] + t[y0 + x0];
    return plane[i] - within(sums) / within(counts);
  });
}

/** A raster with the places of its parts. */
interface OnRaster {
  readonly level: Pick<PlanLevel, 'width' | 'pxPerMm'>;
  readonly places: Places;
}

/** An edge within this of a border is one; a depth of DEEPEST may be any. */
const reachOn = ({ level }: OnRaster): number => Math.max(2, Math.round(ABOUT_MM * level.pxPerMm));

/** The points of a part where it is to have an edge, and by how much of value each stands out from what is about it. */
export function edgePoints(
  plan: Float32Array,
  points: readonly number[],
  on: OnRaster,
  least = STANDS_OUT,
): readonly { readonly i: number; readonly k: number; readonly by: number }[] {
  const reach = reachOn(on);
  const meant = standingOut(plan, points, on.level.width, reach);
  return points.flatMap((i, k) =>
    meant[k] >= least && on.places.depth[i] <= Math.min(reach, DEEPEST - 1) ? [{ i, k, by: meant[k] }] : [],
  );
}

/** One point of an edge: of a level, and among its part's points. */
export type EdgePoint = ReturnType<typeof edgePoints>[number];

/**
 * How far the bright edges of the plan are there in a photo: 1 as planned, 0 where nothing stands out; null where the
 * plan has too little of them. By least squares over what is planned to be an edge.
 * @param edges of the plan as it is
 * @param plan as sharp as the photo
 * @param points of one part
 * @param mm2PerPoint how much of the part each of them stands for
 */
export function edgesLit(
  edges: readonly EdgePoint[],
  { plan, photo }: { readonly plan: Float32Array; readonly photo: Float32Array },
  points: readonly number[],
  { mm2PerPoint, ...on }: OnRaster & { readonly mm2PerPoint: number },
): number | null {
  if (edges.length * mm2PerPoint < LEAST_MM2) return null;
  const [meant, seen] = [plan, photo].map((p) => standingOut(p, points, on.level.width, reachOn(on)));
  const [up, down] = edges.reduce(
    ([u, v], { k }) => [u + meant[k] * seen[k], v + meant[k] * meant[k]],
    [0, 1e-6],
  );
  return up / down;
}
