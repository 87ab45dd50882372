import type { Metal } from '../metal/index.js';
import { SCHOOLS, type Ladder, type SchoolId } from '../piece/index.js';
import { withSchool } from './adopt.js';
import { changeSchool, type KnownPaints } from './ladderEdits.js';

/** A metal as one approach would lay it. */
export interface ApproachOption {
  readonly school: SchoolId;
  /** Its steps under that approach; null where they are not there. */
  readonly ladder: Ladder | null;
  /** The steps whose mixes are to be looked for before it can be laid; null where there is nothing to look for. */
  readonly search: Ladder | null;
}

/**
 * A metal as every approach would lay it, from the paints at hand. One without steps and without a search wants flakes that
 * are not at hand.
 * @param metal what it aims at
 * @param painted its steps in ordinary paint where it is true metal now, once they were looked for
 */
export function approachOptions(
  ladder: Ladder,
  metal: Metal,
  known: Pick<KnownPaints, 'paints' | 'out'>,
  painted: Ladder | null = null,
): ApproachOption[] {
  return SCHOOLS.map((school): ApproachOption => {
    const change = changeSchool(ladder, school, metal, known);
    if (change.kind === 'too-few-flakes') return { school, ladder: null, search: null };
    if (change.kind !== 'search') return { school, ladder: change.ladder, search: null };
    return painted
      ? { school, ladder: withSchool(painted, school, known.paints), search: null }
      : { school, ladder: null, search: change.ladder };
  });
}
