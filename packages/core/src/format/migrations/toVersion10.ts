import { isObject, type Migration } from './json.js';

/** Version 10: the painter's table and evenings, and breaches of the order that may stay. */
export const toVersion10: Migration = (piece) => ({
  ...piece,
  version: 10,
  critique: isObject(piece['critique']) ? { ...piece['critique'], orderQuiet: [] } : piece['critique'],
  table: { room: 'heated', palette: 'wet', evenings: [] },
});
