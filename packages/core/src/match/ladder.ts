import { mixGrowth } from './mixGrowth.js';
import type { Lab } from '../colour/index.js';
import { nearnessOf } from './nearness.js';
import { searchMixes, type FoundMix, type SearchOptions } from './search.js';
import { mixLabIn, type PaintTable } from './table.js';

/** How a pile comes from the one before it on the palette. */
export type Sharing = 'first' | 'add' | 'share' | 'fresh';

export interface FoundStep {
  readonly target: Lab;
  readonly paints: readonly number[];
  readonly drops: readonly number[];
  readonly lab: Lab;
  readonly sharing: Sharing;
  /** Nearness alone, as the search weighs it. */
  readonly off: number;
}

export interface FoundLadder {
  readonly steps: readonly FoundStep[];
  /** What all of it costs: nearness, parts, paints and changes of pile. */
  readonly cost: number;
}

/** A mix the painter has settled. */
export interface Locked {
  readonly paints: readonly number[];
  readonly drops: readonly number[];
}

const SHARED = 0.8;
const NONE_SHARED = 4;
const PER_NEW = 0.5;
/** Every step is lighter than the one before by this, or by half of what its target asks. */
const LEAST_RISE = 4;

/** How the second pile follows from the first, and what that costs. */
export function follows(
  from: Pick<FoundMix, 'paints' | 'drops'>,
  to: Pick<FoundMix, 'paints' | 'drops'>,
): { readonly sharing: Sharing; readonly cost: number } {
  let fresh = 0;
  for (const p of to.paints) if (!from.paints.includes(p)) fresh++;
  if (fresh <= 1 && mixGrowth(from, to)) return { sharing: 'add', cost: PER_NEW * fresh };
  const sharing = fresh < to.paints.length ? 'share' : 'fresh';
  return { sharing, cost: (sharing === 'share' ? SHARED : NONE_SHARED) + PER_NEW * fresh };
}

/**
 * A whole ladder from a shelf: of the best mixes for every step, the chain that is near everywhere and asks for few new
 * piles (dynamic programming over what the search keeps). Steps rise in value.
 * @param locked mixes that stay as they are, by step; null where the search is free
 * @returns null where no chain rises in value, or the table holds no paint
 */
export function searchLadder(
  table: PaintTable,
  targets: readonly Lab[],
  options: Partial<SearchOptions> & { readonly locked?: readonly (Locked | null)[] } = {},
): FoundLadder | null {
  const { locked = [], ...search } = options;
  const free = targets.map((_, i) => !locked[i]);
  const found = searchMixes(
    table,
    targets.filter((_, i) => free[i]),
    search,
  );
  let next = 0;
  const columns = targets.map((target, i): FoundMix[] => {
    const mine = locked[i];
    if (!mine) return found[next++];
    const lab = mixLabIn(table, mine.paints, mine.drops, mine.paints.length);
    return [{ ...mine, lab, cost: nearnessOf(target, lab) }];
  });
  if (columns.some((c) => c.length === 0)) return null;
  let sums = columns[0].map((c) => c.cost);
  const back: Int32Array[] = [];
  for (let k = 1; k < columns.length; k++) {
    const rise = Math.min(LEAST_RISE, (targets[k].l - targets[k - 1].l) / 2);
    // A step settled by hand stands wherever it stands.
    const bound = free[k] && free[k - 1];
    const from = Int32Array.from(columns[k], () => -1);
    const better = columns[k].map((to, j) => {
      let best = Infinity;
      for (let i = 0; i < sums.length; i++) {
        // The change of piles costs nothing at best.
        if (sums[i] >= best) continue;
        const before = columns[k - 1][i];
        if (bound && to.lab.l - before.lab.l < rise) continue;
        const sum = sums[i] + follows(before, to).cost;
        if (sum < best) [best, from[j]] = [sum, i];
      }
      return best + to.cost;
    });
    back.push(from);
    sums = better;
  }
  let at = sums.reduce((b, s, i) => (s < sums[b] ? i : b), 0);
  const cost = sums[at];
  if (!Number.isFinite(cost)) return null;
  const chain = [at];
  for (let k = back.length - 1; k >= 0; k--) chain.unshift((at = back[k][at]));
  const piles = chain.map((i, k) => columns[k][i]);
  return {
    cost,
    steps: piles.map(({ paints, drops, lab }, k) => ({
      target: targets[k],
      paints,
      drops,
      lab,
      sharing: k === 0 ? 'first' : follows(piles[k - 1], piles[k]).sharing,
      off: nearnessOf(targets[k], lab),
    })),
  };
}
