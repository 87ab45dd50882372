export * from './definition.js';
export * from './find.js';
export { photoFindings } from './registry.js';
