export * from './halfStep.js';
export { mixGrowth, type MixGrowth } from './mixGrowth.js';
export * from './ladder.js';
export { closeness, nearnessOf } from './nearness.js';
export { LIMITS, ratiosOf, SEARCH, searchMixes, type FoundMix, type SearchOptions } from './search.js';
export * from './ladderSpec.js';
export { MIXED_KINDS, mixLabIn, paintTable, type PaintTable } from './table.js';
export * from './describe.js';
export * from './otherWays.js';
