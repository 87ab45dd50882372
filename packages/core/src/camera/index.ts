export * from './bench.js';
export * from './benchSculpts.js';
export * from './swatchCard.js';
export * from './standInCard.js';
