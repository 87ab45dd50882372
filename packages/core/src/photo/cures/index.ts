export { curesFor, type Cure } from './cure.js';
export type { CureGlaze, CureMeans, CureStep } from './definition.js';
export type { Colours, PartTrial } from './trial.js';
