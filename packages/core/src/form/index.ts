export * from './definition.js';
export * from './geometry.js';
export * from './grid.js';
export * from './pose.js';
export * from './raster.js';
export * from './registry.js';
export * from './surface.js';
export { RIM } from './dome.js';
export * from './edit.js';
