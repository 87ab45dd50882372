import type { OrderLayer } from './orderLayer.js';

/** How a slip of the brush is mended, and what that costs. */
export interface SlipCure {
  readonly kind: 'lift' | 'cover';
  /** What covers it, where it is dry; null where nothing lies under this layer. */
  readonly cover: Pick<OrderLayer, 'mixText' | 'thinning'> | null;
  /** Minutes until the evening goes on where it stood. */
  readonly minutes: number;
}

/** A slip takes no more of a layer to be painted again than so many minutes. */
const MOST_AGAIN_MIN = 6;
const LEAST_AGAIN_MIN = 1;
const LIFTING_MIN = 1;
/** What lies under the first layer is the bare primer or nothing: taken to dry like a coat. */
const USUAL_DRY_MIN = 8;

/** The layer that lies under another on one of its parts; null where there is none. */
export function layerBelow(order: readonly OrderLayer[], layer: OrderLayer): OrderLayer | null {
  const mine = new Set(layer.parts.map((p) => p.part));
  return order.slice(0, order.indexOf(layer)).findLast((l) => l.parts.some((p) => mine.has(p.part))) ?? null;
}

/** The cure of a slip in a layer: lifted while it is wet; dry it is covered with what lies below, and the layer laid again. */
export function slipCure(layer: OrderLayer, below: OrderLayer | null, wet: boolean): SlipCure {
  const again = Math.max(LEAST_AGAIN_MIN, ...layer.parts.map((p) => Math.min(p.activeMin, MOST_AGAIN_MIN)));
  return wet
    ? { kind: 'lift', cover: null, minutes: again + LIFTING_MIN }
    : { kind: 'cover', cover: below, minutes: again + LIFTING_MIN + (below?.dryMin ?? USUAL_DRY_MIN) };
}
