import { medianOf, quantile } from '../units/index.js';

/** A value of the photo, what the plan has there, and whose it is. */
export interface TonePair {
  readonly photo: number;
  readonly plan: number;
  readonly weight: number;
  readonly part: number;
}

export interface Tone {
  /** The plan's value of a value of the photo. */
  readonly at: (photo: number) => number;
  /** How much each part counted, 0..1: one that strays from all others counts for nothing. */
  readonly weightOf: ReadonlyMap<number, number>;
}

const KNOTS = 6;
const BEND = 0.05;
const ROUNDS = 12;
const SWEEPS = 400;
const LEAST_SLOPE = 0.05;
/** Cut-offs of Tukey's biweight in spreads, for points and for whole parts; spreads are at least these, L*. */
const POINT_CUT = 4.685;
const PART_CUT = 3.5;
const LEAST_POINT = 1.5;
const LEAST_PART = 1.2;
const tukey = (v: number): number => (Math.abs(v) >= 1 ? 0 : (1 - v * v) ** 2);

/** Height and slopes of a curve of ramps that only rises, from weighted equations (Gauss-Seidel with a floor). */
function risingFit(
  rows: readonly Float64Array[],
  pairs: readonly TonePair[],
  weights: readonly number[],
  start: Float64Array,
) {
  const k = start.length;
  const a = new Float64Array(k * k);
  const b = new Float64Array(k);
  let total = 0;
  pairs.forEach((p, n) => {
    const r = rows[n];
    const w = weights[n];
    total += w;
    for (let i = 0; i < k; i++) {
      b[i] += w * r[i] * p.plan;
      for (let j = 0; j < k; j++) a[i * k + j] += w * r[i] * r[j];
    }
  });
  const bend = BEND * total * 400;
  for (let i = 1; i < k - 1; i++) {
    a[i * k + i] += bend;
    a[(i + 1) * k + i + 1] += bend;
    a[i * k + i + 1] -= bend;
    a[(i + 1) * k + i] -= bend;
  }
  const d = start;
  for (let sweep = 0; sweep < SWEEPS; sweep++)
    for (let i = 0; i < k; i++) {
      let t = b[i];
      for (let j = 0; j < k; j++) if (j !== i) t -= a[i * k + j] * d[j];
      t /= a[i * k + i] + 1e-9;
      d[i] = i ? Math.max(LEAST_SLOPE, t) : t;
    }
}

/** The curve from the photo's values to the plan's, robust to points and to whole parts that stray. */
export function fitPhotoTone(pairs: readonly TonePair[]): Tone {
  const xs = pairs.map((p) => p.photo);
  const knots = Array.from({ length: KNOTS }, (_, i) => quantile(xs, 0.01 + (0.98 * i) / (KNOTS - 1)));
  for (let i = 1; i < KNOTS; i++) knots[i] = Math.max(knots[i], knots[i - 1] + 2);
  const rowOf = (x: number): Float64Array => {
    const r = new Float64Array(KNOTS);
    r[0] = 1;
    for (let k = 1; k < KNOTS; k++) {
      // The first ramp runs on below its knot, the last above.
      const up = k === KNOTS - 1 ? x - knots[k - 1] : Math.min(x, knots[k]) - knots[k - 1];
      r[k] = k === 1 ? up : Math.max(0, up);
    }
    return r;
  };
  const rows = pairs.map((p) => rowOf(p.photo));
  const slopes = new Float64Array(KNOTS).fill(1);
  slopes[0] = medianOf(pairs.map((p) => p.plan));
  const value = (r: Float64Array) => r.reduce((s, v, k) => s + v * slopes[k], 0);
  const parts = [...new Set(pairs.map((p) => p.part))];
  let weights = pairs.map((p) => p.weight);
  let weightOf = new Map(parts.map((id) => [id, 1]));
  for (let round = 0; round < ROUNDS; round++) {
    risingFit(rows, pairs, weights, slopes);
    const offs = pairs.map((p, n) => p.plan - value(rows[n]));
    const partOff = new Map(parts.map((id) => [id, medianOf(offs.filter((_, n) => pairs[n].part === id))]));
    const partSpread = Math.max(LEAST_PART, 1.48 * medianOf([...partOff.values()].map(Math.abs)));
    const spread = Math.max(LEAST_POINT, 1.48 * medianOf(offs.map(Math.abs)));
    weightOf = new Map(parts.map((id) => [id, tukey(partOff.get(id)! / (PART_CUT * partSpread))]));
    weights = pairs.map(
      (p, n) => p.weight * weightOf.get(p.part)! * tukey(offs[n] / (POINT_CUT * spread)) + 1e-9,
    );
  }
  return { at: (x) => value(rowOf(x)), weightOf };
}

export type Channels = readonly [r: number, g: number, b: number];

/** Gains of red and blue that bring the photo's mids to the plan's: medians over parts of logarithms to green. */
export function fitCast(mids: readonly { readonly photo: Channels; readonly plan: Channels }[]): Channels {
  const gain = (c: 0 | 2) =>
    mids.length === 0
      ? 1
      : Math.exp(
          medianOf(mids.map((m) => Math.log(m.plan[c] / m.plan[1]) - Math.log(m.photo[c] / m.photo[1]))),
        );
  return [gain(0), 1, gain(2)];
}
