export * from './lab.js';
export * from './observer.js';
export * from './reconstruct.js';
export * from './spectrum.js';
export * from './srgb.js';
