export * from './bench.js';
export * from './benchSculpts.js';
