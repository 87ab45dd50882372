import type { Lab } from '../colour/index.js';
import { leastFor, nearness } from './nearness.js';
import { mixInto, type PaintTable } from './table.js';

/** A mix of a search: indices of paints in rising order, whole parts of each, and what it costs as an answer. */
export interface FoundMix {
  readonly paints: readonly number[];
  readonly drops: readonly number[];
  readonly lab: Lab;
  /** Nearness to the target, with what more paints, more parts and muddiness cost. */
  readonly cost: number;
}

export interface SearchOptions {
  /** Paints in one mix, 1..3. */
  readonly mostPaints: number;
  /** Parts in one mix, 1..12. */
  readonly mostDrops: number;
  /** Parts in one mix that holds a single part of a strong paint; 24, or `mostDrops` where that is told. */
  readonly mostStrong?: number;
  /** Answers kept a target. */
  readonly keep: number;
  /** Up to so many paints every set of three is tried; 30 by default. */
  readonly whole?: number;
  /** Only the first so many paints of the table are mixed from; all by default. */
  readonly among?: number;
  /** Told how far it is, 0..1; may throw to stop. */
  readonly onProgress?: (share: number) => void;
}

export const SEARCH: SearchOptions = { mostPaints: 3, mostDrops: 8, keep: 800 };
export const LIMITS = { mostPaints: 3, mostDrops: 12, paints: 400 } as const;

const PER_PAINT = 0.6;
const PER_DROP = 0.08;
/** Beyond eight parts nobody counts as closely. */
const COUNTED = 8;
const PER_DROP_BEYOND = 0.03;
const MOST_STRONG = 24;
/** Parts beside a single one of a strong paint: of one other, or of two others each. */
const BESIDE_ONE = [8, 10, 12, 15, 19, 23] as const;
const BESIDE_TWO = [5, 8, 11] as const;
const PER_MUD = 0.04;
/** White bleaches: what a mix of white alone would cost a unit of chroma that its target has above a little. */
const PER_BLEACH = 0.09;
const BARELY_COLOURED = 12;
/** Above so many paints triples are built on the best pairs alone. */
const WHOLE = 30;
/** So many pairs of paints a target: measured to lose at most 0.3 (see the bench). */
const PAIRS = 40;

const divides = (a: number, b: number): number => (b === 0 ? a : divides(b, a % b));

/** Whole parts for `count` paints, at most `most` in all, no two of one ratio; flat, `count` numbers each. */
export function ratiosOf(count: number, most: number): Int32Array {
  const out: number[] = [];
  const add = (drops: number[], left: number) => {
    if (drops.length === count) {
      if (drops.reduce(divides, 0) === 1) out.push(...drops);
      return;
    }
    for (let d = 1; d <= left - (count - drops.length - 1); d++) add([...drops, d], left - d);
  };
  add([], most);
  return Int32Array.from(out);
}

/**
 * Ratios of a single part of a strong paint in a large pile, above the usual count of parts; flat, `count` numbers each.
 * Black in white, violet in yellow: what a few parts cannot tell apart.
 */
function strongRatiosOf(count: number, above: number, most: number): number[] {
  if (count < 2) return [];
  return (count === 2 ? BESIDE_ONE : BESIDE_TWO).flatMap((beside) => {
    const sum = 1 + beside * (count - 1);
    if (sum <= above || sum > most) return [];
    return Array.from({ length: count }, (_, one) =>
      Array.from({ length: count }, (_, i) => (i === one ? 1 : beside)),
    ).flat();
  });
}

/** The best answers to one target so far: a list that is cut back whenever it has grown to twice its size. */
class Best {
  private readonly list: { cost: number; set: readonly number[]; ratio: number; lab: Lab }[] = [];
  limit = Infinity;
  /** What white alone would cost. */
  readonly bleach: number;
  constructor(
    readonly target: Lab,
    private readonly keep: number,
  ) {
    this.bleach = PER_BLEACH * Math.max(0, Math.hypot(target.a, target.b) - BARELY_COLOURED);
  }
  offer(cost: number, set: readonly number[], ratio: number, l: number, a: number, b: number): void {
    this.list.push({ cost, set, ratio, lab: { l, a, b } });
    if (this.list.length >= 2 * this.keep + 64) this.cut();
  }
  private cut(): void {
    this.list.sort((p, q) => p.cost - q.cost);
    this.list.length = Math.min(this.list.length, this.keep);
    if (this.list.length === this.keep) this.limit = this.list[this.keep - 1].cost;
  }
  all() {
    this.cut();
    return this.list;
  }
  /** Least cost of every set of paints, dearest last. */
  sets(): (readonly number[])[] {
    this.cut();
    const seen = new Set<string>();
    return this.list.flatMap(({ set }) => {
      const key = set.join();
      if (seen.has(key)) return [];
      seen.add(key);
      return [set];
    });
  }
}

/** A search under way. */
interface Trying {
  /** Paints that are tried, from 0. */
  readonly count: number;
  readonly bests: readonly Best[];
  readonly onProgress: ((share: number) => void) | undefined;
  trySet(set: readonly number[], against: readonly Best[]): void;
}

/** Pairs take this share of the time. */
const PAIRS_SHARE = 0.1;

function tryPairs({ count, bests, trySet, onProgress }: Trying): void {
  for (let i = 0; i < count; i++) {
    onProgress?.((PAIRS_SHARE * i) / count);
    for (let j = i + 1; j < count; j++) trySet([i, j], bests);
  }
}

function tryAllTriples({ count: n, bests, trySet, onProgress }: Trying): void {
  const triples = (n * (n - 1) * (n - 2)) / 6;
  let done = 0;
  for (let i = 0; i < n; i++)
    for (let j = i + 1; j < n; j++) {
      onProgress?.(PAIRS_SHARE + ((1 - PAIRS_SHARE) * done) / Math.max(1, triples));
      for (let k = j + 1; k < n; k++, done++) trySet([i, j, k], bests);
    }
}

/** A triple is good mostly where two of its paints already are. */
function tryTriplesOnPairs({ count: n, bests, trySet, onProgress }: Trying): void {
  bests.forEach((best, at) => {
    const pairs = best
      .sets()
      .filter((s) => s.length === 2)
      .slice(0, PAIRS);
    const tried = new Set<number>();
    pairs.forEach(([i, j], done) => {
      onProgress?.(PAIRS_SHARE + ((1 - PAIRS_SHARE) * (at + done / pairs.length)) / bests.length);
      for (let k = 0; k < n; k++) {
        if (k === i || k === j) continue;
        const set = [i, j, k].sort((p, q) => p - q);
        const key = (set[0] * n + set[1]) * n + set[2];
        if (tried.has(key)) continue;
        tried.add(key);
        trySet(set, [best]);
      }
    });
  });
}

/**
 * The best mixes for each of several targets from all the ratios of all the sets of paints: exact up to 30 paints; above,
 * sets of three are tried where they hold one of the 40 pairs that came nearest by themselves.
 *
 * A mix costs its nearness, 0.6 for every further paint, 0.08 for every further part (0.03 beyond eight), and 0.04 for every unit of chroma that
 * its paints lose against each other: greys from complementary colours are the mixes a model knows least well. White costs
 * by its share where the target has a colour, since it bleaches: yellow is lightened with a pale yellow where there is one.
 * @returns for each target up to `keep` mixes, best first; empty where the table holds no paint
 */
export function searchMixes(
  table: PaintTable,
  targets: readonly Lab[],
  options: Partial<SearchOptions> = {},
): FoundMix[][] {
  const { mostPaints, mostDrops, keep, among, whole = WHOLE, onProgress } = { ...SEARCH, ...options };
  // Pairs are chosen from the best: a caller who keeps one answer still wants it to be the right one.
  const bests = targets.map((t) => new Best(t, Math.max(keep, SEARCH.keep)));
  const mostStrong = options.mostStrong ?? (options.mostDrops === undefined ? MOST_STRONG : mostDrops);
  const ratios = [1, 2, 3].map((n) =>
    Int32Array.from([...ratiosOf(n, mostDrops), ...strongRatiosOf(n, mostDrops, mostStrong)]),
  );
  const lab = new Float64Array(3);
  /** All ratios of a set of paints against targets. */
  const trySet = (set: readonly number[], against: readonly Best[]) => {
    const used = set.length;
    const list = ratios[used - 1];
    const paints = PER_PAINT * (used - 1);
    for (let r = 0; r < list.length; r += used) {
      const drops = list.subarray(r, r + used);
      mixInto(table, set, drops, used, lab, 0);
      const [l, a, b] = lab;
      let [sum, vivid, white] = [0, 0, 0];
      for (let j = 0; j < used; j++) {
        sum += drops[j];
        vivid += drops[j] * table.chroma[set[j]];
        white += drops[j] * table.white[set[j]];
      }
      const mud = PER_MUD * Math.max(0, vivid / sum - Math.sqrt(a * a + b * b));
      const parts = PER_DROP * (Math.min(sum, COUNTED) - 1) + PER_DROP_BEYOND * Math.max(0, sum - COUNTED);
      const extra = paints + parts + mud;
      for (const best of against) {
        const t = best.target;
        const own = extra + (best.bleach * white) / sum;
        if (own + leastFor(l - t.l) >= best.limit) continue;
        const cost = own + nearness(t.l, t.a, t.b, l, a, b);
        if (cost < best.limit) best.offer(cost, set, r, l, a, b);
      }
    }
  };
  const count = Math.min(table.count, among ?? table.count);
  for (let i = 0; i < count; i++) trySet([i], bests);
  if (mostPaints > 1) tryPairs({ count, trySet, bests, onProgress });
  if (mostPaints > 2)
    (count <= whole ? tryAllTriples : tryTriplesOnPairs)({ count, trySet, bests, onProgress });
  return bests.map((best) =>
    best
      .all()
      .slice(0, keep)
      .map(({ cost, set, ratio, lab: found }) => ({
        paints: set,
        drops: Array.from(ratios[set.length - 1].subarray(ratio, ratio + set.length)),
        lab: found,
        cost,
      })),
  );
}
