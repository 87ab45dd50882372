export * from './newPart.js';
export * from './notes.js';
export * from './parts.js';
export * from './freePlace.js';
export * from './overrides.js';
export * from './size.js';
export * from './views.js';
export * from './wear.js';
