import { z } from 'zod';
import { id, list, oneOf, words } from './fields.js';
import { MOST_CHANGES, recipeChangeSchema } from './recipe.js';
import { paintSchema } from './schema.js';
import { SCHOOLS } from './schools.js';

export const APPROACH_FORMAT = 'pale-glint/approach';
export const APPROACH_VERSION = 1;
/** A painter keeps at most so many. */
export const MOST_KEPT = 60;

const MOST_STEPS = 24;
const MOST_PAINTS = 60;

/** An approach of the painter's own: a built-in one with changes, to be laid on any metal. */
export const keptApproachSchema = z.strictObject({
  id: id('of this approach'),
  name: words(80, 'what the painter calls it', 1),
  school: oneOf(SCHOOLS, 'the approach it started from'),
  steps: list(id('of a value step'), MOST_STEPS, 'value steps that it was made on, dark to light').min(1, {
    error: () => `a list of 1 to ${MOST_STEPS}`,
  }),
  changes: list(recipeChangeSchema, MOST_CHANGES, 'what is done otherwise'),
  paints: list(paintSchema, MOST_PAINTS, 'paints that its passes are laid with'),
});

/** An approach as a file of its own. */
export const approachFileSchema = keptApproachSchema.extend({
  format: z.literal(APPROACH_FORMAT, { error: () => `"${APPROACH_FORMAT}"` }),
  version: z.literal(APPROACH_VERSION, { error: () => String(APPROACH_VERSION) }),
});

export type KeptApproach = z.infer<typeof keptApproachSchema>;
