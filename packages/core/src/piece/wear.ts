import { z } from 'zod';
import { id, list, mm, oneOf, ratio, whole } from './fields.js';

/** Ways in which metal ages or is damaged. Ids are stable: files name them. */
export const WEAR_KINDS = [
  'chips',
  'scratches',
  'heat',
  'rust',
  'rust-patina',
  'rust-through',
  'grime',
  'verdigris',
  'pigment',
  'arcs',
] as const;
export type WearKind = (typeof WEAR_KINDS)[number];
export const MOST_WEAR = 400;

export const MOST_WEAR_PLACES = 40;

/** A place where the painter wants more of it, or none. */
export const wearPlaceSchema = z.strictObject({
  patch: whole(0, 254, 'which surface of the part'),
  u: ratio(0, 1, 'across that surface'),
  v: ratio(0, 1, 'along it'),
  radiusMm: mm(0.1, 200, 'how far round it'),
  way: oneOf(['more', 'none'], 'what is wanted there'),
});
export type WearPlace = z.infer<typeof wearPlaceSchema>;

/** One kind of wear on one part, as intent: where it lies is computed. */
export const wearSchema = z.strictObject({
  id: id('of this layer of wear'),
  part: id('of the part'),
  kind: oneOf(WEAR_KINDS, 'what happened to it'),
  share: ratio(0.002, 0.98, 'share of the part that it is to cover'),
  strength: ratio(0.1, 1, 'how strongly it shows: 1 as the kind usually does'),
  seed: whole(0, 9999, 'which of its patterns'),
  places: list(wearPlaceSchema, MOST_WEAR_PLACES, 'where by hand more of it is wanted, or none'),
});
export type Wear = z.infer<typeof wearSchema>;
