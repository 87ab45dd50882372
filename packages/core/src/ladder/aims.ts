import type { LadderStep } from '../piece/index.js';

/** A step whose mix a search may change, and whose value its mix says. */
export const FREE: Pick<LadderStep, 'value' | 'settled'> = { value: null, settled: 'no' };

/** Shares of a part that seven steps cover, by role from base to last dot; common practice (practice.md 4.1). */
const SEVEN = [1, 0.78, 0.56, 0.36, 0.2, 0.08, 0.01] as const;

/** Shares of a part that `steps` value steps should cover, dark to light: the same curve with more or fewer places on it. */
export function stepShares(steps: number): number[] {
  return Array.from({ length: steps }, (_, k) => {
    const at = (k * (SEVEN.length - 1)) / Math.max(1, steps - 1);
    const i = Math.min(SEVEN.length - 2, Math.floor(at));
    return Math.round((SEVEN[i] + (SEVEN[i + 1] - SEVEN[i]) * (at - i)) * 1000) / 1000;
  });
}
