import { z } from 'zod';
import { id, list, oneOf, ratio, words } from './fields.js';
import { ORDER_RULES } from './orderRules.js';
import { ROLES } from './roles.js';
import { FINDINGS } from './findings.js';

/** The questions on which painters disagree, and the answers this program knows. */
export const APPROACHES = {
  light: ['overhead', 'three-quarter', 'side'],
  edges: ['all', 'hard', 'worn', 'both-lips', 'only'],
  bounce: ['gap', 'none'],
  blade: ['tilt', 'free', 'black-flat', 'away'],
  glints: ['white', 'pale'],
  surroundings: ['coloured', 'neutral'],
} as const;
export type ApproachKind = keyof typeof APPROACHES;
export const APPROACH_KINDS = Object.keys(APPROACHES) as readonly ApproachKind[];
export type ApproachValue<K extends ApproachKind = ApproachKind> = (typeof APPROACHES)[K][number];

const SAYS = {
  light: 'where this part alone takes its light from',
  edges: 'which edges get a light line',
  bounce: 'weak light from below with its dark gap, or none',
  blade: 'where the lights of a blade lie',
  glints: 'colour of the last dots',
  surroundings: 'whether sky, ground and neighbours colour the metal',
} as const;
const choice = <K extends ApproachKind>(kind: K) => oneOf(APPROACHES[kind], SAYS[kind]);

/** How a piece is lit and finished. Its light itself is the rig's. */
export const approachSchema = z.strictObject({
  edges: choice('edges'),
  bounce: choice('bounce'),
  blade: choice('blade'),
  glints: choice('glints'),
  surroundings: choice('surroundings'),
});

/** Where a part differs from its piece; null where it does not. */
export const partApproachSchema = z.strictObject({
  light: choice('light').nullable(),
  edges: choice('edges').nullable(),
  bounce: choice('bounce').nullable(),
  blade: choice('blade').nullable(),
  glints: choice('glints').nullable(),
  surroundings: choice('surroundings').nullable(),
});

const finding = (description: string) => oneOf(FINDINGS, description);

/** What the painter has said to the findings. */
export const critiqueSchema = z.strictObject({
  limits: list(
    z.strictObject({
      finding: finding('whose limit is another one here'),
      limit: ratio(0, 1000, 'in the unit of the finding'),
      note: words(400, 'why', 1),
    }),
    FINDINGS.length,
    'limits that differ from those of the approach',
  ),
  quiet: list(
    z.strictObject({
      part: id('of the part, or null for the piece').nullable(),
      finding: finding('that is not told here any more'),
      reason: words(400, 'why it may stay', 1),
    }),
    1000,
    'findings the painter has looked at and leaves',
  ),
  orderQuiet: list(
    z.strictObject({
      ladder: id('of the metal'),
      rule: oneOf(ORDER_RULES, 'of the order that is broken'),
      role: oneOf(ROLES, 'what the pass does that breaks it'),
      step: id('of that pass'),
      reason: words(400, 'why it may stay', 1),
    }),
    400,
    'breaches of the order that the painter has looked at and leaves',
  ),
});

export type PieceApproach = z.infer<typeof approachSchema>;
export type PartApproach = z.infer<typeof partApproachSchema>;
export type CritiqueSettings = z.infer<typeof critiqueSchema>;

export const FIRST_APPROACH: PieceApproach = {
  edges: 'all',
  bounce: 'gap',
  blade: 'tilt',
  glints: 'white',
  surroundings: 'coloured',
};
export const AS_THE_PIECE: PartApproach = {
  light: null,
  edges: null,
  bounce: null,
  blade: null,
  glints: null,
  surroundings: null,
};
/** Critique settings of a piece that nobody has said anything to. */
export const NO_WORD: CritiqueSettings = { limits: [], quiet: [], orderQuiet: [] };
