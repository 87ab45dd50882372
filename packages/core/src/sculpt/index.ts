export { MOST_SCULPT_POINTS, readSculpt, sculptHead, writeSculpt } from './bytes.js';
export * from './creases.js';
export { groundOf } from './ground.js';
export { opennessOf, type IsFree } from './openness.js';
export { regionAt, type RegionLimits } from './region.js';
export * from './sculpt.js';
export * from './shapeFile.js';
export * from './surfaces.js';
export { proposedRegions, type ProposedRegion } from './proposed.js';
