import { deltaE } from '../colour/index.js';
import { paintedPlan, preparedPlan, type PlanRaster } from '../photo/index.js';
import { partsIn, stepKey, type StepId } from '../piece/index.js';
import { layerKey, layerOf, type LayerId, type OrderLayer } from '../plan/index.js';
import type { PieceAtHand } from '../sculpt/index.js';
import { clamp } from '../units/index.js';

/** What the eye tells apart at half a metre, mm: one minute of arc. */
const SEEN_MM = 0.145;
const SIDES = [120, 360] as const;
/** Nearer to the finished piece than this in the mean, nobody sees it at arm's length (CIEDE2000). */
export const READS_WITHIN = 1;

/** A layer that is left, and what it brings. */
export interface StepWorth {
  /** Key of the layer. */
  readonly layer: string;
  readonly title: string;
  /** Minutes at the brush on all figures that still want it. */
  readonly minutes: number;
  /** How far the whole piece is from finished once it is done, at arm's length: mean CIEDE2000. */
  readonly off: number;
  /** How much nearer it brings the piece to that; below 0 for ground that is laid to be covered. */
  readonly brings: number;
}

export interface StopOrGo {
  /** How far it is from finished as it stands. */
  readonly off: number;
  readonly steps: readonly StepWorth[];
  /** The first step, by its place in `steps`, after which nothing that follows is seen at arm's length; -1 where it reads already. */
  readonly readsAfter: number;
  /** Minutes until then, and those that follow it. */
  readonly untilMin: number;
  readonly beyondMin: number;
}

/** How far pictures of all views are from the finished ones, in the mean over what the piece covers. */
function offOf(now: readonly PlanRaster[], finished: readonly PlanRaster[]): number {
  const views = finished.map((f, k) => offIn(now[k], f));
  const weight = views.reduce((n, v) => n + v.weight, 0);
  return weight > 0 ? views.reduce((n, v) => n + v.sum, 0) / weight : 0;
}

function offIn(now: PlanRaster, finished: PlanRaster): { readonly sum: number; readonly weight: number } {
  let [sum, weight] = [0, 0];
  const labAt = ({ lab }: PlanRaster, i: number) => ({ l: lab[3 * i], a: lab[3 * i + 1], b: lab[3 * i + 2] });
  for (let i = 0; i < finished.alpha.length; i++) {
    const m = finished.alpha[i];
    if (m === 0) continue;
    sum += m * deltaE(labAt(now, i), labAt(finished, i));
    weight += m;
  }
  return { sum, weight };
}

/**
 * For every step that is left: how far the piece is from finished after it, as it is seen at arm's length, and how long it
 * takes. Told from pictures of the piece after each step.
 * @param onStep called after each, with how many of all are done; false stops, and what is known is answered
 */
export function stopOrGo(
  piece: PieceAtHand,
  order: readonly OrderLayer[],
  ticks: readonly StepId[],
  onStep: (done: number, of: number) => boolean = () => true,
): StopOrGo {
  const done = new Set(ticks.map(stepKey));
  const copies = Array.from({ length: piece.copies }, (_, i) => i + 1);
  const minutesLeft = (layer: OrderLayer) =>
    layer.parts.reduce(
      (sum, s) => sum + s.activeMin * copies.filter((copy) => !done.has(stepKey({ ...s, copy }))).length,
      0,
    );
  // Cloth, leather and skin are painted each in its painter's own way: the pictures have them finished throughout.
  const left = order
    .map((layer) => ({ layer, minutes: minutesLeft(layer) }))
    .filter((l) => l.minutes > 0 && l.layer.role !== 'matte');
  const longSide = clamp(piece.heightMm / SEEN_MM, ...SIDES);
  const plans = piece.views
    .filter((v) => partsIn(piece, v.id).length > 0)
    .map((v) => preparedPlan(piece, { longSide, figureView: v.id }));
  const looksAfter = (layer: LayerId | null) => plans.map((plan) => paintedPlan(plan, piece, layer));
  const finished = looksAfter(null);
  const first = left.length > 0 ? order.indexOf(left[0].layer) : order.length;
  const start = first > 0 ? order[first - 1] : null;
  const startOff =
    left.length === 0 ? 0 : offOf(looksAfter(start ? layerOf(start) : layerOf(order[0])), finished);
  const steps: StepWorth[] = [];
  let before = startOff;
  for (const { layer, minutes } of left) {
    // Nothing is left to do after the last: it is the finished piece.
    const off = layer === order[order.length - 1] ? 0 : offOf(looksAfter(layerOf(layer)), finished);
    steps.push({ layer: layerKey(layer), title: layer.title, minutes, off, brings: before - off });
    before = off;
    if (!onStep(steps.length, left.length)) break;
  }
  const last = steps.findLastIndex((s) => s.off > READS_WITHIN);
  const readsAfter =
    steps.length === 0 || (last < 0 && startOff <= READS_WITHIN) ? -1 : Math.min(last + 1, steps.length - 1);
  const sum = (list: readonly StepWorth[]) => list.reduce((n, s) => n + s.minutes, 0);
  return {
    off: startOff,
    steps,
    readsAfter,
    untilMin: sum(steps.slice(0, readsAfter + 1)),
    beyondMin: sum(steps.slice(readsAfter + 1)),
  };
}
