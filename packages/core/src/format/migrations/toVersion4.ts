import type { Migration } from './json.js';

/** Version 4: a photo under the parts, and surfaces that parts are cut from. */
export const toVersion4: Migration = (piece) => ({ ...piece, version: 4, underlay: null, sculpts: [] });
