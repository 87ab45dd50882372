import type { OrderLayer } from './order.js';
import type { PartStep } from './partSteps.js';

/** Minutes at the brush, and with drying, for what is still to do. `done` tells which part steps are ticked. */
export function orderTime(
  order: readonly OrderLayer[],
  copies: number,
  done: (s: PartStep) => boolean = () => false,
): { activeMin: number; dryMin: number } {
  let activeMin = 0;
  let dryMin = 0;
  for (const layer of order) {
    const left = layer.parts.filter((p) => !done(p));
    if (left.length === 0) continue;
    const coats = Math.max(...left.map((p) => p.coats));
    const active = left.reduce((sum, p) => sum + p.activeMin, 0) * copies;
    activeMin += active;
    // While one part dries the others are painted; only the rest is waited for.
    dryMin += Math.max(0, layer.dryMin * coats - active);
  }
  return { activeMin, dryMin };
}
