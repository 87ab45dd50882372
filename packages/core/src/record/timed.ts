import type { Tick } from '../piece/index.js';
import type { PartStep } from '../plan/index.js';

/** Minutes as near to the starting figures as a tick rounds them were not measured: it took them from there. */
export const ROUNDED_MIN = 0.0051;

/** What was planned when a step was ticked; what is planned now where the tick does not tell. */
const plannedThen = ({ did }: Tick, step: PartStep) =>
  did.plan ?? { coats: step.coats, minutes: step.startingMin ?? step.activeMin };

/** Minutes of a tick by the starting figures, for as many coats as were laid. */
export function startingMinOf(tick: Tick, step: PartStep): number {
  const { coats, minutes } = plannedThen(tick, step);
  return minutes * (tick.did.coats > 0 && coats > 0 ? tick.did.coats / coats : 1);
}

/** Minutes that were planned for a tick, at the pace that the painter is known to have. */
export function plannedMinOf(tick: Tick, step: PartStep): number {
  const starting = step.startingMin ?? step.activeMin;
  return plannedThen(tick, step).minutes * (starting > 0 ? step.activeMin / starting : 1);
}

/** Whether a tick's minutes were measured, not taken from the plan. */
export const isTimed = (tick: Tick, step: PartStep): boolean =>
  Math.abs(tick.did.minutes - startingMinOf(tick, step)) > ROUNDED_MIN;
