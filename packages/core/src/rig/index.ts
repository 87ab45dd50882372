export * from './lamp.js';
export * from './light.js';
export * from './polish.js';
export * from './surroundings.js';
export * from './presets.js';
export * from './seen.js';
export * from './approach/index.js';
