export * from './definition.js';
export { FIELDS, wearFields, type FieldName, type Hot, type Exposed, type WearFields } from './fields.js';
export { noiseAt } from './noise.js';
export { wearKinds } from './registry.js';
export { elevationOf, waterOn, type Water } from './water.js';
export * from './zones.js';
