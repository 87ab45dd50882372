export * from './aims.js';
export * from './bronze.js';
export * from './choose.js';
export * from './coldSteel.js';
export * from './matte.js';
export * from './mixes.js';
export * from './ramp.js';
