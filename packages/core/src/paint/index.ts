export * from './coats.js';
export * from './film.js';
export * from './mix.js';
export * from './pigment.js';
export * from './wet.js';
export * from './flake.js';
