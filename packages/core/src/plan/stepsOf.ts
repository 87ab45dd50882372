import { partStepKey } from '../piece/index.js';
import type { OrderLayer } from './orderLayer.js';
import type { PartStep } from './partSteps.js';

/** A step on a part, with the layer that it is of. */
export interface StepOfLayer {
  readonly layer: OrderLayer;
  readonly step: PartStep;
}

/** All steps of an order by their `partStepKey`: what a tick is looked up in. */
export const stepsOf = (order: readonly OrderLayer[]): ReadonlyMap<string, StepOfLayer> =>
  new Map(order.flatMap((layer) => layer.parts.map((step) => [partStepKey(step), { layer, step }] as const)));
