import { each, type Migration } from './json.js';

/** Version 13: a piece is seen from several sides. What there was is its front, and no part of it is seen twice. */
export const toVersion13: Migration = ({ underlay, sculpts, ...piece }) => ({
  ...piece,
  version: 13,
  views: [{ id: 'front', name: 'Front', turnDeg: 0, light: null, underlay, sculpts }],
  parts: each(piece['parts'], (part) => ({ ...part, view: 'front', sameAs: null })),
});
