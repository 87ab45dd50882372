import type { Ladder, LadderStep } from '../piece/index.js';
import { clamp } from '../units/index.js';

/** More steps than any ladder has. */
const ALL = 99;

/**
 * Value steps worth painting on a part, by its narrowest dimension as seen: two and a dot on the smallest, all that its
 * ladder has from 6 mm up.
 */
export function stepsForSize(narrowestMm: number): number {
  if (narrowestMm < 2) return 3;
  if (narrowestMm < 3) return 4;
  if (narrowestMm < 6) return 5;
  return ALL;
}

/** `count` steps of a ladder, evenly picked, always with its darkest and its lightest. */
export function chooseSteps(ladder: Ladder, count: number): LadderStep[] {
  const all = ladder.steps.length;
  const n = clamp(Math.round(count), 2, all);
  return Array.from({ length: n }, (_, k) => ladder.steps[Math.round((k * (all - 1)) / (n - 1))]);
}
