import type { Role } from './schema.js';

/** What identifies a step of the painting order; never an index, so that a changed plan keeps its ticks. */
export interface StepId {
  part: string;
  /** The ladder step's id, or the role where the step belongs to no value step. */
  step: string;
  role: Role;
  /** 1 for the first of the identical miniatures. */
  copy: number;
}

/** A text that is equal exactly when the steps are. */
export const stepKey = (s: StepId): string => `${s.part}/${s.role}/${s.step}/${s.copy}`;

/** The same for a step on a part, whatever the figure. */
export const partStepKey = (s: Omit<StepId, 'copy'>): string => `${s.part}/${s.role}/${s.step}`;
