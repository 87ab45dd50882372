import type { Metal } from '../metal/index.js';
import { SCHOOLS, type KeptApproach, type Ladder, type Paint, type SchoolId } from '../piece/index.js';
import { withSchool } from './adopt.js';
import { withKeptApproach } from './keptApproach.js';
import { changeSchool, type KnownPaints } from './ladderEdits.js';

/** A metal as one school would lay it. */
export interface SchoolOption {
  readonly school: SchoolId;
  /** The school of the painter's own that it is; null for one that is built in. */
  readonly kept: KeptApproach | null;
  /** Its steps under that school; null where they are not there. */
  readonly ladder: Ladder | null;
  /** Paints that it brings along. */
  readonly brought: readonly Paint[];
  /** The steps whose mixes are to be looked for before it can be laid; null where there is nothing to look for. */
  readonly search: Ladder | null;
}

interface SchoolChoices {
  /** Schools of the painter's own. */
  readonly kept?: readonly KeptApproach[];
  /** The steps in ordinary paint of what is true metal now, once they were looked for. */
  readonly painted?: Ladder | null;
}

const NOTHING = { kept: null, ladder: null, brought: [], search: null };

/**
 * A metal as every school would lay it, from the paints at hand: the painter's own first. One without steps and without a
 * search wants flakes that are not at hand.
 * @param metal what it aims at
 */
export function schoolOptions(
  ladder: Ladder,
  metal: Metal,
  known: Pick<KnownPaints, 'paints' | 'out'>,
  { kept = [], painted = null }: SchoolChoices = {},
): SchoolOption[] {
  const own = kept.map((one): SchoolOption => {
    const laid = withKeptApproach(ladder, one, known.paints);
    return { ...NOTHING, school: one.school, kept: one, ladder: laid.ladder, brought: laid.paints };
  });
  const builtIn = SCHOOLS.map((school): SchoolOption => {
    const change = changeSchool(ladder, school, metal, known);
    if (change.kind === 'too-few-flakes') return { ...NOTHING, school };
    if (change.kind !== 'search') return { ...NOTHING, school, ladder: change.ladder };
    return painted
      ? { ...NOTHING, school, ladder: withSchool(painted, school, known.paints) }
      : { ...NOTHING, school, search: change.ladder };
  });
  return [...own, ...builtIn];
}
