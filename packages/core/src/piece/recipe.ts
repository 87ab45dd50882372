import { z } from 'zod';
import { id, list, oneOf, ratio, whole, words } from './fields.js';
import { ROLES } from './roles.js';

const partsOfPaint = z.strictObject({
  paint: id('of a paint in paints'),
  parts: whole(1, 99, 'equal volumes of this paint'),
});
/** Paints in parts, as they are put together on the palette. */
export const mixSchema = list(partsOfPaint, 4, 'paints in parts').min(1, {
  error: () => 'a mix of 1 to 4 paints',
});
export const waterSchema = ratio(0, 20, 'parts of water to one part of paint');

/** A pass of an approach: what it does, and its own id, that of its value step, or that of a source of colour. */
const passRef = z.strictObject({
  role: oneOf(ROLES, 'what the pass does'),
  step: id('of the pass, or of its value step'),
});

/** What a painter's own pass may do, and where it may lie. */
export const OWN_ROLES = ['glaze', 'wash', 'value', 'varnish'] as const;
export const OWN_PLACES = ['whole', 'lights', 'shade', 'recesses', 'edges'] as const;

/** One change of an approach, as the painter meant it. Anchored to a pass; one whose pass is gone waits for it. */
export const recipeChangeSchema = z.discriminatedUnion(
  'kind',
  [
    z.strictObject({ kind: z.literal('leave-out'), id: id('of this change'), pass: passRef }),
    z.strictObject({
      kind: z.literal('move'),
      id: id('of this change'),
      pass: passRef,
      before: passRef.nullable(),
    }),
    z.strictObject({
      kind: z.literal('change'),
      id: id('of this change'),
      pass: passRef,
      title: words(80, 'its name in the painter’s words, or null', 1).nullable(),
      mix: mixSchema.nullable(),
      water: waterSchema.nullable(),
      coats: whole(1, 12, 'coats laid, or null').nullable(),
      over: oneOf(OWN_PLACES, 'where it lies; left out where its approach lays it').optional(),
    }),
    z.strictObject({
      kind: z.literal('add'),
      id: id('of this change, and of its pass'),
      title: words(80, 'what it is called', 1),
      role: oneOf(OWN_ROLES, 'what it does'),
      over: oneOf(OWN_PLACES, 'where it lies'),
      mix: mixSchema,
      water: waterSchema,
      thinner: oneOf(['water', 'medium'], 'what thins it'),
      coats: whole(1, 12, 'coats laid'),
      why: words(400, 'why it is there'),
      before: passRef.nullable(),
    }),
  ],
  { error: () => 'a change whose kind is one of leave-out, move, change, add' },
);

export type RecipeChange = z.infer<typeof recipeChangeSchema>;
export type RecipeChangeOf<K extends RecipeChange['kind']> = Extract<RecipeChange, { kind: K }>;
export type PassRef = z.infer<typeof passRef>;
export const MOST_CHANGES = 60;
