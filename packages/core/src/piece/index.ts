export * from './forms.js';
export * from './schema.js';
export * from './stepId.js';
