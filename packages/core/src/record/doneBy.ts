import { partStepKey, type Tick } from '../piece/index.js';
import { layerOf, type LayerId, type OrderLayer } from '../plan/index.js';

/**
 * The furthest layer of which every part was ticked by a moment: what a photo made then shows. Null where all layers were
 * done, or none is ticked as yet: then it is held against the finished piece.
 * @param madeAt ISO 8601; null for now
 */
export function doneBy(
  order: readonly OrderLayer[],
  ticks: readonly Tick[],
  madeAt: string | null,
): LayerId | null {
  const at = madeAt === null ? Infinity : Date.parse(madeAt);
  const done = new Set(ticks.filter((t) => Date.parse(t.doneAt) <= at).map(partStepKey));
  const last = order.findLastIndex(
    (l) => l.parts.length > 0 && l.parts.every((s) => done.has(partStepKey(s))),
  );
  return last < 0 || last === order.length - 1 ? null : layerOf(order[last]);
}
