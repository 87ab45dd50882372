import type { Sculpt } from './sculpt.js';

/**
 * Sculpts by the hash of their bytes. A hash names one content for ever, so this is a cache of read files and no state:
 * who computes a map puts in what the piece names, before.
 */
const kept = new Map<string, Sculpt>();
/** As many as are kept; the one longest unused goes first. */
const MOST_KEPT = 12;

/** Makes a sculpt known to the forms that name it. */
export function keepSculpt(hash: string, sculpt: Sculpt): void {
  kept.delete(hash);
  kept.set(hash, sculpt);
  for (const old of kept.keys()) {
    if (kept.size <= MOST_KEPT) break;
    kept.delete(old);
  }
}

/** A sculpt made known before, or null. */
export function keptSculpt(hash: string): Sculpt | null {
  const sculpt = kept.get(hash) ?? null;
  if (sculpt) {
    kept.delete(hash);
    kept.set(hash, sculpt);
  }
  return sculpt;
}
