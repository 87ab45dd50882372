import type { Ladder, LadderStep } from '../piece/index.js';
import { clamp } from '../units/index.js';
import { placeOfShare, STEEL_COVER } from './aims.js';

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

/** A step is one between two others where those lie no farther apart than this, in the usual gap of their ladder. */
const APART = 1.1;
/** The usual gap: so many of all are no larger. A step that was taken out leaves a larger one, one put in between two smaller. */
const USUAL = 0.75;

/**
 * Steps of a ladder without those that were put in between two others: a smoother way for parts that have room for all of
 * them, which takes nothing from those that have not.
 */
function mainSteps({ steps }: Ladder, cover: readonly number[]): readonly LadderStep[] {
  const places = steps.map((s) => placeOfShare(s.aimedShare, cover));
  const gaps = places.slice(1).map((p, i) => p - places[i]);
  if (gaps.some((g) => g <= 0)) return steps;
  const usual = [...gaps].sort((a, b) => a - b)[Math.floor(USUAL * (gaps.length - 1))];
  const main = [0];
  for (let i = 1; i < steps.length; i++)
    if (i === steps.length - 1 || places[i + 1] - places[main[main.length - 1]] > APART * usual) main.push(i);
  return main.map((i) => steps[i]);
}

/**
 * `count` steps of a ladder, evenly picked, always with its darkest and its lightest.
 * @param cover shares of a part that the steps of its metal cover, dark to light
 */
export function chooseSteps(
  ladder: Ladder,
  count: number,
  cover: readonly number[] = STEEL_COVER,
): LadderStep[] {
  const n = clamp(Math.round(count), 2, ladder.steps.length);
  const main = mainSteps(ladder, cover);
  const from = n <= main.length ? main : ladder.steps;
  return Array.from({ length: n }, (_, k) => from[Math.round((k * (from.length - 1)) / (n - 1))]);
}
