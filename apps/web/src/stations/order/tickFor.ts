import type { OrderLayer, PartStep, Tick } from '@pale-glint/core';

/** A step on a figure as it is ticked now, with what was done. @param minutes at the brush; as planned unless told */
export const tickFor = (
  step: PartStep,
  layer: OrderLayer,
  copy: number,
  minutes: number = step.activeMin,
): Tick => ({
  part: step.part,
  step: step.step,
  role: step.role,
  copy,
  doneAt: new Date().toISOString(),
  did: {
    mix: `${layer.mixText}, ${layer.thinning}`.slice(0, 200),
    coats: step.coats,
    coverShare: Math.min(1, Math.max(0, Number(step.coverShare.toFixed(4)))),
    minutes: Number(Math.min(10_000, minutes).toFixed(1)),
  },
});
