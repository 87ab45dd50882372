import { each, type Json, type Migration } from './json.js';

/** What paints gained with version 6: nothing of them was measured before. */
export const measured = (paint: Json): Json => ({ ...paint, contrast: null, strength: null });

/** Version 6: a ladder knows the approach by which it is laid, until now dark first; paints may be measured. */
export const toVersion6: Migration = (piece) => ({
  ...piece,
  version: 6,
  paints: each(piece['paints'], measured),
  ladders: each(piece['ladders'], ({ id, name, metal, ...rest }) => ({
    id,
    name,
    metal,
    school: 'dark-first',
    ...rest,
  })),
});
