import { labToHex, type Lab } from '../colour/index.js';
import { MOST_DONE, type Tick } from '../piece/index.js';
import type { OrderLayer } from './orderLayer.js';
import type { PartStep } from './partSteps.js';

/** When a step was done on a figure, and how long it took at the brush; by the starting figures unless told. */
export interface DoneNow {
  readonly copy: number;
  /** UTC, as 2026-11-28T19:30:00Z. */
  readonly doneAt: string;
  readonly minutes?: number;
  /** What the layer's mix dries to where it covers; null where it has none of the piece's paints. */
  readonly colour?: Lab | null;
}

/** What was on the brush, in words, where a layer is laid as planned. */
export const brushed = ({ mixText, thinning }: Pick<OrderLayer, 'mixText' | 'thinning'>): string =>
  `${mixText}, ${thinning}`.slice(0, MOST_DONE.mix);

const rounded = (minutes: number) => Number(Math.min(MOST_DONE.minutes, minutes).toFixed(2));
const fewEnough = (coats: number) => Math.min(MOST_DONE.coats, coats);

/** A step of a layer as it is ticked, with what was done and what was planned. */
export function tickFor(step: PartStep, layer: OrderLayer, done: DoneNow): Tick {
  const { copy, doneAt, minutes, colour } = done;
  const startingMin = step.startingMin ?? step.activeMin;
  return {
    part: step.part,
    step: step.step,
    role: step.role,
    copy,
    doneAt,
    did: {
      mix: brushed(layer),
      coats: step.coats,
      coverShare: Math.min(1, Math.max(0, Number(step.coverShare.toFixed(4)))),
      minutes: rounded(minutes ?? startingMin),
      ...(colour && { hex: labToHex(colour) }),
      plan: {
        coats: fewEnough(step.coats),
        modelCoats: fewEnough(step.startingCoats ?? step.coats),
        minutes: rounded(startingMin),
      },
    },
  };
}
