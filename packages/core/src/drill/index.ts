export type {
  DrillAnswers,
  DrillDefinition,
  DrillKind,
  DrillPlace,
  DrillTasks,
  DrillVerdict,
  MixOption,
} from './definition.js';
export * from './pictures.js';
export * from './question.js';
export * from './registry.js';
export * from './standing.js';
