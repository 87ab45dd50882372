import type { Tick } from '../piece/index.js';
import type { PartStep } from '../plan/index.js';

/** Minutes as near to the starting figures as a tick rounds them were not measured: it took them from there. */
export const ROUNDED_MIN = 0.0051;

/** Minutes of a tick by the starting figures, for as many coats as were laid. */
export const startingMinOf = ({ did }: Tick, step: PartStep): number =>
  (step.startingMin ?? step.activeMin) * (did.coats > 0 && step.coats > 0 ? did.coats / step.coats : 1);

/** Whether a tick's minutes were measured, not taken from the plan. */
export const isTimed = (tick: Tick, step: PartStep): boolean =>
  Math.abs(tick.did.minutes - startingMinOf(tick, step)) > ROUNDED_MIN;
