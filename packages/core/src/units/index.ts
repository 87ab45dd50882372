export * from './angle.js';
export * from './clamp.js';
export * from './clock.js';
export * from './leastSquares.js';
export * from './random.js';
export * from './text.js';
export * from './vec3.js';
