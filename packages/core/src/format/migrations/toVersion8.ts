import type { Migration } from './json.js';

/** Version 8: mail and scales are a form of their own. Nothing of an older piece changes. */
export const toVersion8: Migration = (piece) => ({ ...piece, version: 8 });
