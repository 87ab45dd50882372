export * from './bytes.js';
export * from './creases.js';
export * from './region.js';
export * from './sculpt.js';
export * from './store.js';
