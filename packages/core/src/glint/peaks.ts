import { boundsOf, inside, insideAt, SAMPLE, type Patch, type Point } from '../form/index.js';
import { rad, weakMemo, type Vec3 } from '../units/index.js';

/** Places looked at along the longer side before the best are refined. */
const LOOKS = 36;
const ROUNDS = 12;
/** A place whose normal comes this near faces the right way; a place at the rim counts for this much less. */
const FACES = Math.cos(rad(2));
const CENTRED = 0.004;
/** A place whose normal misses the wanted direction by more than this catches no dot. */
const MISS = Math.cos(rad(5));

/** A dot on an uneven surface has so much even ground round it: this many of its radii, turned by no more than this. */
const ROOM = 1.3;
const EVEN = Math.cos(rad(24));

/** Whether the surface round a place lies nearly as the place itself, as far as a dot on it reaches. */
function hasRoom(patch: Patch, [x, y]: Point, toward: Vec3, radiusMm: number): boolean {
  const out = new Float64Array(SAMPLE.size);
  for (let k = 0; k < 8; k++) {
    const [u, v] = [Math.cos((k * Math.PI) / 4), Math.sin((k * Math.PI) / 4)];
    const at: Point = [x + u * ROOM * radiusMm, y + v * ROOM * radiusMm];
    if (!inside(patch.rings, at[0], at[1])) return false;
    patch.at(at[0], at[1], out);
    if (out[SAMPLE.nx] * toward[0] + out[SAMPLE.ny] * toward[1] + out[SAMPLE.nz] * toward[2] < EVEN)
      return false;
  }
  return true;
}

/** A place mirrors the light where so much of what it mirrors is free; elsewhere metal mirrors metal. */
const LEAST_OPEN = 0.5;

/** Whether a dot may lie at a place: nothing stands before the light there, and it has room. */
function maySparkle(patch: Patch, at: Point, toward: Vec3, radiusMm: number): boolean {
  if ((patch.openAt?.(at[0], at[1]) ?? 1) < LEAST_OPEN) return false;
  return !patch.uneven || hasRoom(patch, at, toward, radiusMm);
}

/** Normals of a patch on a lattice over it; 0, 0, 0 where it is not. */
interface Lattice {
  readonly gap: number;
  readonly columns: number;
  readonly rows: number;
  readonly normals: Float64Array;
  placeAt(column: number, row: number): Point;
}

/** Depends on the patch alone, so that a moving light asks for it once. */
const latticeOf = weakMemo((patch: Patch): Lattice => {
  const b = boundsOf(patch.rings);
  const gap = Math.max(b.right - b.left, b.top - b.bottom) / LOOKS;
  const columns = Math.max(3, Math.ceil((b.right - b.left) / gap));
  const rows = Math.max(3, Math.ceil((b.top - b.bottom) / gap));
  const placeAt = (c: number, r: number): Point => [
    b.left + ((c + 0.5) * (b.right - b.left)) / columns,
    b.bottom + ((r + 0.5) * (b.top - b.bottom)) / rows,
  ];
  const normals = new Float64Array(columns * rows * 3);
  const out = new Float64Array(SAMPLE.size);
  for (let r = 0; r < rows; r++) {
    const within = insideAt(patch.rings, placeAt(0, r)[1]);
    for (let c = 0; c < columns; c++) {
      const [x, y] = placeAt(c, r);
      if (!within(x)) continue;
      patch.at(x, y, out);
      normals.set([out[SAMPLE.nx], out[SAMPLE.ny], out[SAMPLE.nz]], (r * columns + c) * 3);
    }
  }
  return { gap, columns, rows, normals, placeAt };
});

/**
 * The places of a patch whose normals come nearest to a direction, best first: local maxima on a lattice, refined by
 * halving steps. At most `patch.peaks` (one where absent). On an uneven surface a place must have room for its dot, and
 * none lies where the light is shut out.
 * @param radiusMm of a dot
 */
export function findPeaks(patch: Patch, toward: Vec3, radiusMm = 0): Point[] {
  const { gap, columns, rows, normals, placeAt } = latticeOf(patch);
  const out = new Float64Array(SAMPLE.size);
  const score = (x: number, y: number): number => {
    patch.at(x, y, out);
    return out[SAMPLE.nx] * toward[0] + out[SAMPLE.ny] * toward[1] + out[SAMPLE.nz] * toward[2];
  };
  const scores = Float64Array.from(
    { length: columns * rows },
    (_, i) => normals[i * 3] * toward[0] + normals[i * 3 + 1] * toward[1] + normals[i * 3 + 2] * toward[2],
  );
  const peaks: { at: Point; score: number }[] = [];
  for (let r = 0; r < rows; r++)
    for (let c = 0; c < columns; c++) {
      const own = scores[r * columns + c];
      if (own < 0.8) continue;
      let highest = true;
      for (let dr = -1; dr <= 1 && highest; dr++)
        for (let dc = -1; dc <= 1; dc++) {
          const rr = r + dr;
          const cc = c + dc;
          if (rr < 0 || cc < 0 || rr >= rows || cc >= columns) continue;
          if (scores[rr * columns + cc] > own) {
            highest = false;
            break;
          }
        }
      if (!highest) continue;
      let [at, best, step] = [placeAt(c, r), own, gap / 2];
      for (let round = 0; round < ROUNDS; round++) {
        let moved = false;
        for (const [dx, dy] of [
          [step, 0],
          [-step, 0],
          [0, step],
          [0, -step],
        ]) {
          const next: Point = [at[0] + dx, at[1] + dy];
          const s = score(next[0], next[1]);
          // Most steps lead to nothing better; the outline is asked for the others alone.
          if (s > best && inside(patch.rings, next[0], next[1])) [at, best, moved] = [next, s, true];
        }
        if (!moved) step /= 2;
      }
      if (best >= MISS && maySparkle(patch, at, toward, radiusMm)) peaks.push({ at, score: best });
    }
  // Of places that all face the right way the one nearest the middle carries the dot.
  const b = boundsOf(patch.rings);
  const off = ([x, y]: Point) =>
    Math.hypot(x - (b.left + b.right) / 2, y - (b.top + b.bottom) / 2) / (gap * LOOKS);
  const worth = (p: { at: Point; score: number }) => Math.min(p.score, FACES) - CENTRED * off(p.at);
  return peaks
    .sort((p, q) => worth(q) - worth(p))
    .filter((p, i, all) =>
      all.slice(0, i).every((q) => Math.hypot(p.at[0] - q.at[0], p.at[1] - q.at[1]) > 2 * gap),
    )
    .slice(0, patch.peaks ?? 1)
    .map((p) => p.at);
}
