export * from './coatsLaid.js';
export * from './diary.js';
export * from './again.js';
export * from './doneBy.js';
export * from './learned.js';
export type { LikelyFactor, LogCount } from './logNormal.js';
export * from './putRight.js';
export * from './stopOrGo.js';
export * from './timed.js';
