import { thresholdOf } from '../ladder/index.js';
import { PLAN_WEIGHT } from '../rig/index.js';
import { clamp, mixNumbers, monotoneCurve, smoothstep, type Knot } from '../units/index.js';

/** From radiance to value 0..1, for one patch: a rising table over `low`..`high`. */
export interface Tone {
  readonly low: number;
  readonly high: number;
  readonly table: Float32Array;
  /** The value that the coverage plan speaks of, before the polish and the rest of the piece were heeded. */
  readonly planned: Float32Array;
}

const ENTRIES = 1024;
/** A patch whose radiance spans less than this reflects one value and is graded instead. */
export const FLAT_SPAN = 0.15;
const GAMMA = 0.85;
/** The light's own distribution over its range, before any plan. */
const PLAIN = Float32Array.from({ length: ENTRIES + 1 }, (_, i) => (i / ENTRIES) ** GAMMA);
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
 * Fits the tone of a patch: percentiles 1 and 99.3 of its radiance go to 0 and 1 (gamma 0.85), then part of the way
 * toward the coverage plan by rank; equal radiance keeps equal value (average ranks).
 * @param sorted radiance of the canonical points of the patch, rising, at least two
 * @param aimed cover share of every step, falling from 1
 * @param planWeight how much of the way, 0..1
 */
export function fitTone(
  sorted: Float32Array,
  aimed: readonly number[],
  planWeight: number = PLAN_WEIGHT,
): Tone {
  const count = sorted.length;
  const low = sorted[Math.floor(LOW_SHARE * (count - 1))];
  const high = Math.max(low + 1e-6, sorted[Math.ceil(HIGH_SHARE * (count - 1))]);
  const table = new Float32Array(ENTRIES + 1);
  let below = 0;
  let upTo = 0;
  let [rankBefore, planned] = [-1, 0];
  for (let i = 0; i <= ENTRIES; i++) {
    const r = low + ((high - low) * i) / ENTRIES;
    while (below < count && sorted[below] < r) below++;
    while (upTo < count && sorted[upTo] <= r) upTo++;
    const rank = (below + upTo) / 2 / count;
    if (rank !== rankBefore) planned = plannedValue(aimed, rank);
    rankBefore = rank;
    table[i] = planWeight * planned + (1 - planWeight) * PLAIN[i];
  }
  even(table);
  return { low, high, table, planned: table };
}

/** A part is darkened toward its own range by this share at least, so that dark always stands beside light. */
const DARKS_OWN = 0.8;
/** That share is reached where its own range lies this much below the piece's. */
const DARKS_FROM = 0.12;
/** Elsewhere a part goes by its own range for this share, for the rest by the piece's. */
const LIGHTS_OWN = 0.4;
/** How far a mirror parts values from the middle, 0..1. */
const MIRROR_BITE = 0.75;

/** A value 0..1 moved away from the middle by `bite`, 0..1; both ends stay. */
export const parted = (value: number, bite: number): number =>
  value + bite * (value * value * (3 - 2 * value) - value);

/**
 * The tone of a mirror of this part: exposed with the whole piece, adapted to the part, and lowered as it turns away.
 * @param own fitted to the part alone, as a mirror
 * @param piece fitted to a sphere of the same metal under the same light
 * @param level share of its value that the part keeps, 0..1
 */
export function mirrorTone(own: Tone, piece: Tone, level: number): Tone {
  const { low, high } = own;
  const table = own.table.map((value, i) => {
    const there = toned(piece, low + ((high - low) * i) / ENTRIES);
    const share = mixNumbers(LIGHTS_OWN, DARKS_OWN, smoothstep(0, DARKS_FROM, there - value));
    return level * parted(clamp(there + (value - there) * share, 0, 1), MIRROR_BITE);
  });
  even(table);
  return { low, high, table: rising(table), planned: own.table };
}

/** Where the values of a part lie: those of its points at these shares of them, from the darkest. */
export interface Spread {
  readonly low: number;
  readonly quarter: number;
  readonly threeQuarters: number;
  readonly high: number;
}

const SHARES = { low: 0.02, quarter: 0.25, threeQuarters: 0.75, high: 0.98 } as const;

/** @param sorted radiance of the part's points, rising */
export function spreadOf(tone: Tone, sorted: Float32Array): Spread {
  const at = (share: number) => toned(tone, sorted[Math.round(share * (sorted.length - 1))]);
  return {
    low: at(SHARES.low),
    quarter: at(SHARES.quarter),
    threeQuarters: at(SHARES.threeQuarters),
    high: at(SHARES.high),
  };
}

/** A spread whose middle half spans as much as asked, as high in the range as it was. */
export function withMiddle(spread: Spread, place: number, middle: number): Spread {
  const { low, high } = spread;
  const half = Math.min(middle, LARGEST_MIDDLE * (high - low)) / 2;
  const centre = clamp(low + place * (high - low), low + 1.1 * half, high - 1.1 * half);
  return { ...spread, quarter: centre - half, threeQuarters: centre + half };
}
const LARGEST_MIDDLE = 0.85;

/** How high in its range the middle half of a spread lies, 0..1. */
export const middlePlace = ({ low, quarter, threeQuarters, high }: Spread): number =>
  ((quarter + threeQuarters) / 2 - low) / Math.max(1e-6, high - low);

/** Knots of a curve nearer to each other than this are one. */
const APART = 2e-3;

/** A tone whose values are spread as asked, each in its own order. */
export function spreadTone(tone: Tone, from: Spread, to: Spread): Tone {
  const gain = (to.high - to.low) / Math.max(1e-6, from.high - from.low);
  const [first, last] = [tone.table[0], tone.table[ENTRIES]];
  const wanted: Knot[] = [
    [from.low, to.low],
    [from.high, to.high],
    [from.quarter, to.quarter],
    [from.threeQuarters, to.threeQuarters],
    [first, Math.max(0, to.low - gain * (from.low - first))],
    [last, Math.min(1, to.high + gain * (last - from.high))],
  ];
  const knots: Knot[] = [];
  for (const knot of wanted) if (knots.every(([x]) => Math.abs(x - knot[0]) > APART)) knots.push(knot);
  const curve = monotoneCurve(knots.sort((a, b) => a[0] - b[0]));
  return { ...tone, table: rising(tone.table.map(curve)) };
}

/** A tone with another curve on top. */
export const tonedBy = (tone: Tone, curve: (value: number) => number): Tone => ({
  ...tone,
  table: tone.table.map(curve),
});

/** Ranks of some thousand points are steps; rounding them off by about 2 % of the range gives borders a slope. */
const EVEN_RADIUS = 16;
const EVEN_PASSES = 3;

/** Running means in place, both ends held by odd reflection: a rising table still rises. */
function even(table: Float32Array): void {
  for (let pass = 0; pass < EVEN_PASSES; pass++) {
    const last = table.length - 1;
    const from = table.slice();
    const at = (i: number) =>
      i < 0 ? 2 * from[0] - from[-i] : i > last ? 2 * from[last] - from[2 * last - i] : from[i];
    let sum = 0;
    for (let i = -EVEN_RADIUS; i <= EVEN_RADIUS; i++) sum += at(i);
    for (let i = 0; i <= last; i++) {
      table[i] = sum / (2 * EVEN_RADIUS + 1);
      sum += at(i + EVEN_RADIUS + 1) - at(i - EVEN_RADIUS);
    }
  }
}

/** The same table without the hair's breadths by which it falls. */
function rising(table: Float32Array): Float32Array {
  for (let i = 1; i < table.length; i++) if (table[i] < table[i - 1]) table[i] = table[i - 1];
  return table;
}

/** Value of one radiance, by one of a tone's tables. */
export function toned({ low, high, table }: Tone, r: number): number {
  const place = ((r - low) / (high - low)) * ENTRIES;
  if (place <= 0) return table[0];
  if (place >= ENTRIES) return table[ENTRIES];
  const i = place | 0;
  return table[i] + (table[i + 1] - table[i]) * (place - i);
}

/** The value a plan speaks of where the tone gives `value`; above 1 where it never gets so light. */
export function plannedFor({ table, planned }: Tone, value: number): number {
  if (value > table[ENTRIES]) return 1 + value - table[ENTRIES];
  let [from, to] = [0, ENTRIES];
  while (to - from > 1) {
    const mid = (from + to) >> 1;
    if (table[mid] < value) from = mid;
    else to = mid;
  }
  return planned[to];
}
