import type { Anchor } from '../piece/index.js';
import { clamp, weakMemo } from '../units/index.js';
import { boundsOf, inside, insideAt } from './geometry.js';
import { SAMPLE, type Patch, type Point, type SurfaceModel } from './surface.js';

/** Places looked at along the longer side before the best is refined. */
const LOOKS = 40;
const ROUNDS = 18;
/** So many of the nearest places are refined, until one comes this near. */
const STARTS = 4;
const NEAR = 0.002;
/** A place of the form counts as gone where nothing comes nearer to it than this. */
const GONE = 0.04;

interface Spot {
  readonly at: Point;
  readonly u: number;
  readonly v: number;
}

const latticeOf = weakMemo((patch: Patch): { gap: number; spots: readonly Spot[] } => {
  const b = boundsOf(patch.rings);
  const [w, h] = [b.right - b.left, b.top - b.bottom];
  const gap = Math.max(w, h) / LOOKS || 1e-6;
  const [columns, rows] = [Math.max(4, Math.ceil(w / gap)), Math.max(4, Math.ceil(h / gap))];
  const out = new Float64Array(SAMPLE.size);
  const spots: Spot[] = [];
  for (let r = 0; r < rows; r++) {
    const y = b.bottom + ((r + 0.5) * h) / rows;
    const within = insideAt(patch.rings, y);
    for (let c = 0; c < columns; c++) {
      const x = b.left + ((c + 0.5) * w) / columns;
      if (!within(x)) continue;
      patch.at(x, y, out);
      spots.push({ at: [x, y], u: out[SAMPLE.u], v: out[SAMPLE.v] });
    }
  }
  return { gap, spots };
});

/**
 * Where a place of the form, told by its own (u, v), lies on a patch, in mm in the part's frame; null where the patch
 * has no such place any more.
 */
export function placeAt(patch: Patch, { u, v }: Anchor): Point | null {
  const { gap, spots } = latticeOf(patch);
  const off = (s: Pick<Spot, 'u' | 'v'>) => (s.u - u) ** 2 + (s.v - v) ** 2;
  const starts = [...spots].sort((a, b) => off(a) - off(b)).slice(0, STARTS);
  let best: Spot | null = null;
  for (const start of starts) {
    const found = refined(patch, start, gap / 2, off);
    if (!best || off(found) < off(best)) best = found;
    if (off(best) < NEAR * NEAR) break;
  }
  return best && Math.sqrt(off(best)) <= GONE ? best.at : null;
}

const WAYS = [-1, 0, 1]
  .flatMap((x) => [-1, 0, 1].map((y) => [x, y] as const))
  .filter(([x, y]) => x !== 0 || y !== 0);

/** The nearest spot that steps in eight ways reach from a start, halved where none is nearer. */
function refined(patch: Patch, start: Spot, first: number, off: (s: Pick<Spot, 'u' | 'v'>) => number): Spot {
  const out = new Float64Array(SAMPLE.size);
  let [best, step] = [start, first];
  for (let round = 0; round < ROUNDS; round++) {
    let moved = false;
    for (const [dx, dy] of WAYS) {
      const at: Point = [best.at[0] + dx * step, best.at[1] + dy * step];
      if (!inside(patch.rings, at[0], at[1])) continue;
      patch.at(at[0], at[1], out);
      const next: Spot = { at, u: out[SAMPLE.u], v: out[SAMPLE.v] };
      if (off(next) < off(best)) [best, moved] = [next, true];
    }
    if (!moved) step /= 2;
  }
  return best;
}

/** The patch at a place of the part's frame (mm) and its (u, v) there; null beside the part. */
export function anchorAt(model: SurfaceModel, [x, y]: Point): { patch: number; anchor: Anchor } | null {
  // Later patches lie over earlier ones.
  for (let p = model.patches.length - 1; p >= 0; p--) {
    const patch = model.patches[p];
    if (!inside(patch.rings, x, y)) continue;
    const out = new Float64Array(SAMPLE.size);
    patch.at(x, y, out);
    return { patch: p, anchor: { u: clamp(out[SAMPLE.u], 0, 1), v: clamp(out[SAMPLE.v], 0, 1) } };
  }
  return null;
}
