export * from './arm.js';
export * from './newPiece.js';
export * from './towline.js';
export * from './warden.js';
export * from './heron.js';
export { HERON_PHOTO, HERON_SURFACE } from './heronWing.js';
export * from './militia.js';
export * from './starters.js';
export * from './library.js';
