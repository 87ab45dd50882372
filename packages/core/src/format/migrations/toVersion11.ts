import type { Migration } from './json.js';

/** Version 11: wear. */
export const toVersion11: Migration = (piece) => ({ ...piece, version: 11, wear: [] });
