/** Where a pass may lie, as a painter says it. */
export const PLACE_WORDS = {
  whole: 'all of it',
  lights: 'the lights',
  shade: 'the shade',
  recesses: 'recesses and joints',
  edges: 'edges',
} as const;
