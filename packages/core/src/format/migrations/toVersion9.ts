import { each, isObject, type Json, type Migration } from './json.js';

/** The kind of paint that shades itself in one coat had another name before. */
export const kindRenamed = (paint: Json): Json =>
  paint['kind'] === 'contrast' ? { ...paint, kind: 'one-coat' } : paint;

/** Version 9: a plate may have an outline of its own, and rows of small forms are a form, a kind of paint has a plain name, and a recipe can be changed. Plates keep their four sides. */
export const toVersion9: Migration = (piece) => ({
  ...piece,
  version: 9,
  ladders: each(piece['ladders'], (ladder) => ({ ...ladder, recipe: [] })),
  paints: each(piece['paints'], kindRenamed),
  parts: each(piece['parts'], (part) => {
    const { form } = part;
    return isObject(form) && form['kind'] === 'plate' ? { ...part, form: { ...form, outline: [] } } : part;
  }),
});
