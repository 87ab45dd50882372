import type { LadderStep } from '../piece/index.js';
import { clamp } from '../units/index.js';

/** A step whose mix a search may change, and whose value its mix says. */
export const FREE: Pick<LadderStep, 'value' | 'settled'> = { value: null, settled: 'no' };

/** Shares of a steel part that seven steps cover, by role from base to last dot; common practice. */
export const STEEL_COVER: readonly number[] = [1, 0.78, 0.56, 0.36, 0.2, 0.08, 0.01];

/**
 * Shares of a part that `steps` value steps should cover, dark to light: the curve of `cover` with more or fewer places
 * on it. The first is 1.
 */
export function stepShares(steps: number, cover: readonly number[] = STEEL_COVER): number[] {
  return Array.from({ length: steps }, (_, k) => {
    const at = (k * (cover.length - 1)) / Math.max(1, steps - 1);
    const i = Math.min(cover.length - 2, Math.floor(at));
    return Math.round((cover[i] + (cover[i + 1] - cover[i]) * (at - i)) * 1000) / 1000;
  });
}

/** Where on a curve of shares one lies, in places from 0: the reverse of `stepShares`. What is beyond its ends lies on them. */
export function placeOfShare(share: number, cover: readonly number[] = STEEL_COVER): number {
  const i = cover.findIndex((c, k) => k > 0 && c <= share);
  if (i < 0) return cover.length - 1;
  return clamp(i - (share - cover[i]) / Math.max(1e-9, cover[i - 1] - cover[i]), 0, cover.length - 1);
}
