export * from './standInBench.js';
export * from './standInConditions.js';
export * from './standInSculpts.js';
export * from './swatchCard.js';
export * from './standInCard.js';
