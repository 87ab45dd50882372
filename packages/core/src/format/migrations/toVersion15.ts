import type { Migration } from './json.js';

/** Version 15: a pot may hold dry pigment; nothing that was written before does. */
export const toVersion15: Migration = (piece) => ({ ...piece, version: 15 });
