export * from './contour.js';
export * from './figures.js';
export * from './opening.js';
export * from './zones.js';
export * from './numberPlace.js';
