import { thresholdOf } from '../ladder/index.js';

/** From radiance to value 0..1, for one patch: a rising table over `low`..`high`. */
export interface Tone {
  readonly low: number;
  readonly high: number;
  readonly table: Float32Array;
}

const ENTRIES = 1024;
/** A patch whose radiance spans less than this reflects one value and is graded instead. */
export const FLAT_SPAN = 0.15;
const GAMMA = 0.85;
/** Weight of the coverage plan against the light's own distribution. */
const PLAN_WEIGHT = 0.5;
const LOW_SHARE = 0.01;
const HIGH_SHARE = 0.993;

/**
 * Value at a rank share p (0 darkest, 1 lightest) that the aimed cover shares ask for: a share `aimed[k]` lies at or
 * above the threshold of step k. `aimed` falls from 1; its length is the number of steps.
 */
export function plannedValue(aimed: readonly number[], p: number): number {
  const n = aimed.length;
  let fromRank = 0;
  let fromValue = 0;
  for (let k = 1; k < n; k++) {
    const rank = 1 - aimed[k];
    const value = thresholdOf(k, n);
    if (p <= rank)
      return rank > fromRank ? fromValue + ((value - fromValue) * (p - fromRank)) / (rank - fromRank) : value;
    fromRank = rank;
    fromValue = value;
  }
  return fromRank < 1 ? fromValue + ((1 - fromValue) * (p - fromRank)) / (1 - fromRank) : 1;
}

/** Cover share that a plan asks for at a value: the same plan, read the other way. */
export function plannedCover(aimed: readonly number[], value: number): number {
  const n = aimed.length;
  let [v0, c0] = [0, 1];
  for (let k = 1; k < n; k++) {
    const v1 = thresholdOf(k, n);
    if (value <= v1) return c0 + ((aimed[k] - c0) * (value - v0)) / (v1 - v0);
    [v0, c0] = [v1, aimed[k]];
  }
  return c0 * Math.max(0, (1 - value) / (1 - v0));
}

/**
 * Aimed cover share of `count` steps when the ladder's own plan is made for more: the same spread of values, cut into
 * fewer. 1 for the first.
 */
export function aimedShares(plan: readonly number[], count: number): number[] {
  const first = plan.map((share, k) => (k === 0 ? 1 : share));
  return Array.from({ length: count }, (_, k) => (k === 0 ? 1 : plannedCover(first, thresholdOf(k, count))));
}

/**
 * Fits the tone of a patch: percentiles 1 and 99.3 of its radiance go to 0 and 1 (gamma 0.85), then half way toward
 * the coverage plan by rank; equal radiance keeps equal value (average ranks).
 * @param sorted radiance of the canonical points of the patch, rising, at least two
 * @param aimed cover share of every step, falling from 1
 */
export function fitTone(sorted: Float32Array, aimed: readonly number[]): Tone {
  const count = sorted.length;
  const low = sorted[Math.floor(LOW_SHARE * (count - 1))];
  const high = Math.max(low + 1e-6, sorted[Math.ceil(HIGH_SHARE * (count - 1))]);
  const table = new Float32Array(ENTRIES + 1);
  let below = 0;
  let upTo = 0;
  for (let i = 0; i <= ENTRIES; i++) {
    const r = low + ((high - low) * i) / ENTRIES;
    while (below < count && sorted[below] < r) below++;
    while (upTo < count && sorted[upTo] <= r) upTo++;
    const rank = (below + upTo) / 2 / count;
    table[i] = PLAN_WEIGHT * plannedValue(aimed, rank) + (1 - PLAN_WEIGHT) * (i / ENTRIES) ** GAMMA;
  }
  for (let pass = 0; pass < SMOOTH_PASSES; pass++) smooth(table, SMOOTH_RADIUS);
  return { low, high, table };
}

/** Ranks of some thousand points are steps; rounding them off by about 2 % of the range gives borders a slope. */
const SMOOTH_RADIUS = 16;
const SMOOTH_PASSES = 3;

/** Running mean in place, both ends held by odd reflection: a rising table still rises. */
function smooth(table: Float32Array, radius: number): void {
  const last = table.length - 1;
  const from = table.slice();
  const at = (i: number) =>
    i < 0 ? 2 * from[0] - from[-i] : i > last ? 2 * from[last] - from[2 * last - i] : from[i];
  let sum = 0;
  for (let i = -radius; i <= radius; i++) sum += at(i);
  for (let i = 0; i <= last; i++) {
    table[i] = sum / (2 * radius + 1);
    sum += at(i + radius + 1) - at(i - radius);
  }
}

/** Value of one radiance. */
export function toned({ low, high, table }: Tone, r: number): number {
  const place = ((r - low) / (high - low)) * ENTRIES;
  if (place <= 0) return table[0];
  if (place >= ENTRIES) return table[ENTRIES];
  const i = place | 0;
  return table[i] + (table[i + 1] - table[i]) * (place - i);
}
