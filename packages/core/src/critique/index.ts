export * from './allRound.js';
export { adjustmentName } from './adjustmentAtFault.js';
export * from './critique.js';
export type { Found, FindingDefinition } from './definition.js';
export { applyFix, newAdjustmentId, pathsOf, type Change, type Fix } from './fix.js';
export { findingDefinitions } from './registry.js';
export * from './fixAll.js';
