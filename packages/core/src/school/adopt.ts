import type { Lab } from '../colour/index.js';
import { metalOfLadder } from '../match/index.js';
import { metals, readsAs, type Reading } from '../metal/index.js';
import type { Ladder, Paint, SchoolId } from '../piece/index.js';
import { pickPaint } from './parts.js';
import { passesOf } from './recipe.js';
import { schools } from './registry.js';

/** A ladder under another approach, over the undercoat it asks for where one like it is among the paints. */
export function withSchool(ladder: Ladder, school: SchoolId, paints: readonly Paint[]): Ladder {
  const primer = pickPaint(paints, schools[school].undercoat.hex, ['primer']);
  return { ...ladder, school, undercoat: primer?.id ?? ladder.undercoat };
}

/**
 * What a ladder would be taken for beside what it aims at.
 * @param colours dried colours of its steps
 */
export function ladderReading(ladder: Ladder, colours: readonly Lab[]): Reading {
  const named = schools[ladder.school].undertone && colours.length > 1 ? colours.slice(1) : colours;
  return readsAs(named, metals, metalOfLadder(ladder));
}

/** Ids of every paint that a ladder's approach takes in hand: undercoat, steps, washes, varnish. */
export const paintSnapshot = (ladder: Ladder, paints: readonly Paint[]): Set<string> =>
  new Set([
    ladder.undercoat,
    ...ladder.steps.flatMap((s) => s.mix.map((m) => m.paint)),
    ...passesOf({ ladder, paints }).flatMap((p) => p.mix.map((m) => m.paint)),
  ]);
