import { each, type Json } from './json.js';
import { measured } from './toVersion6.js';

/** An older shelf brought to the present version. */
export const migrateShelf = (shelf: Json): Json =>
  shelf['version'] === 1
    ? {
        ...shelf,
        version: 2,
        brushes: [],
        paints: each(shelf['paints'], ({ code, left, notes, ...paint }) => ({
          ...measured(paint),
          code,
          left,
          notes,
        })),
      }
    : shelf;
