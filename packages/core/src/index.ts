export * from './units/index.js';
export * from './piece/index.js';
export * from './colour/index.js';
export * from './paint/index.js';
export * from './ladder/index.js';
export * from './demo/towline.js';
