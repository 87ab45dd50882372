export * from './definition.js';
export * from './lay.js';
export { DRY_MIN, dryOf, pickPaint, takesSurroundings, toolText } from './parts.js';
export * from './registry.js';
export * from './adopt.js';
export * from './ladderEdits.js';
export * from './onShelf.js';
export * from './recipe.js';
export * from './keptApproach.js';
