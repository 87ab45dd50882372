import { isObject, type Migration } from './json.js';

/** Version 14: what is told of a photo stays with it. */
export const toVersion14: Migration = (piece) => ({
  ...piece,
  version: 14,
  notes: Array.isArray(piece['notes'])
    ? piece['notes'].map((n: unknown) => (isObject(n) ? { ...n, told: null } : n))
    : piece['notes'],
});
