export * from './card.js';
export * from './contrast.js';
export * from './strength.js';
export * from './measure.js';
