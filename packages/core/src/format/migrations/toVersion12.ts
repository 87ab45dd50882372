import { isObject, type Migration } from './json.js';

/** Version 12: when a note was made, and the photo made with it. */
export const toVersion12: Migration = (piece) => ({
  ...piece,
  version: 12,
  notes: Array.isArray(piece['notes'])
    ? piece['notes'].map((n: unknown) => (isObject(n) ? { ...n, madeAt: null, photo: null } : n))
    : piece['notes'],
});
