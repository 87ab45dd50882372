import type { Room, StepId } from '../../piece/index.js';
import { stepKey } from '../../piece/index.js';
import { coatsOf, type OrderLayer } from '../orderLayer.js';

/** One coat of one layer on one figure, or on a lot of them. */
export interface Task {
  /** The layer, by its place in the order. */
  readonly layer: number;
  /** Which coat of the layer, from 1. */
  readonly coat: number;
  /** Which of the identical miniatures. */
  readonly copies: readonly number[];
  /** Minutes at the brush. */
  readonly activeMin: number;
  /** Minutes until what lies over it may be begun. */
  readonly lagMin: number;
  /** Tasks that have to be done and dry before, by their place in the list. */
  readonly after: readonly number[];
  /** What has to be mixed for it; null where it is taken as it is or is the painter's own affair. */
  readonly mix: string | null;
  readonly airbrush: boolean;
  /** Whether the part that the eye should find first is among its parts. */
  readonly focal: boolean;
}

/** Drying against a heated room. */
export const ROOM_FACTOR: Readonly<Record<Room, number>> = { heated: 1, cool: 1.5, dryer: 0.4 };
/** Minutes to pick up each further figure of a lot. */
const PICK_UP_MIN = 0.3;
/** More figures than this are painted in lots. */
const MOST_LOTS = 12;

export interface TasksOptions {
  readonly copies: number;
  readonly room: Room;
  readonly focalPart: string | null;
  readonly ticks: readonly StepId[];
}

/** Identical figures in so many lots at most, as even as can be. */
function lotsOf(copies: number): number[][] {
  const lots = Math.min(MOST_LOTS, copies);
  return Array.from({ length: lots }, (_, k) => {
    const [from, to] = [Math.floor((k * copies) / lots), Math.floor(((k + 1) * copies) / lots)];
    return Array.from({ length: to - from }, (__, i) => from + i + 1);
  });
}

/** What has to be mixed; nothing for what comes from one pot as it is. */
const mixKey = ({ mix, water, mixText, role }: OrderLayer): string | null =>
  role === 'matte' || (mix.length === 1 && water === 0)
    ? null
    : mix.length === 0
      ? mixText
      : `${mix.map((m) => `${m.paint}:${m.parts}`).join('+')}/${water}`;

/**
 * What is left to do of an order, coat by coat and figure by figure. What is sprayed is one act for all figures; what is
 * ticked is left out.
 */
export function tasksOf(order: readonly OrderLayer[], o: TasksOptions): Task[] {
  const ticked = new Set(o.ticks.map(stepKey));
  const lots = lotsOf(o.copies);
  const all = lots.flat();
  const tasks: Task[] = [];
  /** The last task that lies on a part of a figure, and the spray that lies on all of it. */
  const last = new Map<string, number>();
  const sprayed = new Map<number, number>();
  order.forEach((layer, at) => {
    const coats = coatsOf(layer);
    for (let coat = 1; coat <= coats; coat++)
      for (const copies of layer.airbrush ? [all] : lots) {
        const left = layer.parts
          .filter((p) => p.coats >= coat)
          .map((step) => ({ step, open: copies.filter((copy) => !ticked.has(stepKey({ ...step, copy }))) }))
          .filter(({ open }) => open.length > 0);
        if (left.length === 0) continue;
        const keys = left.flatMap(({ step, open }) => open.map((copy) => `${step.part}/${copy}`));
        const under = keys.flatMap((k) => last.get(k) ?? []);
        // A primer that is sprayed covers the whole figure: nothing is begun on it before.
        const after = [...new Set([...under, ...copies.flatMap((c) => sprayed.get(c) ?? [])])];
        tasks.push({
          layer: at,
          coat,
          copies: copies.filter((c) => left.some(({ open }) => open.includes(c))),
          activeMin:
            left.reduce((sum, { step, open }) => sum + (step.activeMin / step.coats) * open.length, 0) +
            PICK_UP_MIN * (copies.length - 1),
          lagMin: layer.dryMin * ROOM_FACTOR[o.room],
          after,
          mix: mixKey(layer),
          airbrush: layer.airbrush,
          focal: left.some(({ step }) => step.part === o.focalPart),
        });
        for (const k of keys) last.set(k, tasks.length - 1);
        if (layer.airbrush && layer.role === 'undercoat')
          for (const c of copies) sprayed.set(c, tasks.length - 1);
      }
  });
  return tasks;
}
