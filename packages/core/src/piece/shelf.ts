import { z } from 'zod';
import { id, list, mm, oneOf, words } from './fields.js';
import { keptApproachSchema, MOST_KEPT } from './keptApproach.js';
import { paintSchema } from './schema.js';

export const SHELF_FORMAT = 'pale-glint/shelf';
export const SHELF_VERSION = 5;
/** A shelf holds at most so many pots. */
export const MOST_SHELF = 2000;
export const LEFT = ['plenty', 'half', 'little', 'none'] as const;

/** A pot on the painter's shelf: what the colour model needs, and what the painter keeps of it. */
export const shelfPaintSchema = paintSchema.extend({
  code: words(40, 'number or code on the pot'),
  left: oneOf(LEFT, 'how much is left in it'),
  notes: words(400, "the painter's own words"),
  guessed: oneOf(['no', 'yes'], 'whether its colour is guessed from its name'),
});

/** A brush as it works: what it is called, and how wide a line its tip draws at its finest. */
export const brushSchema = z.strictObject({
  id: id('of this brush'),
  name: words(80, 'as on its handle, with its size', 1),
  tipMm: mm(0.05, 30, 'finest line that it draws'),
});

const MOST_BRUSHES = 100;

export const shelfSchema = z.strictObject({
  format: z.literal(SHELF_FORMAT, { error: () => `"${SHELF_FORMAT}"` }),
  version: z.literal(SHELF_VERSION, { error: () => String(SHELF_VERSION) }),
  paints: list(shelfPaintSchema, MOST_SHELF, 'pots on the shelf'),
  brushes: list(brushSchema, MOST_BRUSHES, 'brushes beside the pots'),
  approaches: list(keptApproachSchema, MOST_KEPT, "approaches of the painter's own"),
});

export type ShelfPaint = z.infer<typeof shelfPaintSchema>;
export type Brush = z.infer<typeof brushSchema>;
export type Shelf = z.infer<typeof shelfSchema>;
export const EMPTY_SHELF: Shelf = {
  format: SHELF_FORMAT,
  version: SHELF_VERSION,
  paints: [],
  brushes: [],
  approaches: [],
};

/** The paint alone, as a piece keeps it. */
export const paintOf = ({
  code: _code,
  left: _left,
  notes: _notes,
  guessed: _guessed,
  ...paint
}: ShelfPaint) => paint;
