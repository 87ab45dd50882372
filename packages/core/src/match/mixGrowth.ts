/** Paints of a mix with their drops, side by side. Paints are named by an id, or by their place in a search's table. */
export interface PaintsAndDrops<P extends string | number> {
  readonly paints: readonly P[];
  readonly drops: readonly number[];
}

/** How a mix grows out of another: so many times the other, and so many drops of one paint. */
export interface MixGrowth<P extends string | number> {
  readonly times: number;
  readonly paint: P;
  readonly drops: number;
}

const TINY = 1e-9;

/**
 * How a mix grows out of the one before it, by adding one paint and nothing else: all others keep their ratio. Null where
 * it does not.
 */
export function mixGrowth<P extends string | number>(
  before: PaintsAndDrops<P>,
  after: PaintsAndDrops<P>,
): MixGrowth<P> | null {
  if (before.paints.some((p) => !after.paints.includes(p))) return null;
  const was = (p: P) => before.drops[before.paints.indexOf(p)];
  for (let g = 0; g < after.paints.length; g++) {
    const paint = after.paints[g];
    const others = after.paints.filter((p) => p !== paint);
    if (others.length === 0 || others.some((p) => !before.paints.includes(p))) continue;
    const is = (p: P) => after.drops[after.paints.indexOf(p)];
    const times = is(others[0]) / was(others[0]);
    if (others.some((p) => Math.abs(is(p) - times * was(p)) > TINY)) continue;
    const drops = after.drops[g] - (before.paints.includes(paint) ? was(paint) * times : 0);
    if (drops > TINY) return { times, paint, drops };
  }
  return null;
}
