export * from './adjustments.js';
export * from './approach.js';
export * from './findings.js';
export * from './forms.js';
export * from './pictures.js';
export * from './schema.js';
export * from './stepId.js';
export * from './shelf.js';
