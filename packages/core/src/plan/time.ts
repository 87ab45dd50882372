import type { OrderLayer } from './orderLayer.js';
import type { PartStep } from './partSteps.js';

/** Minutes at the brush, and with drying, for what is still to do. `left` tells on how many figures a part step is. */
export function orderTime(
  order: readonly OrderLayer[],
  copies: number,
  left: (s: PartStep) => number = () => copies,
): { activeMin: number; dryMin: number } {
  let activeMin = 0;
  let dryMin = 0;
  for (const layer of order) {
    const open = layer.parts.map((p) => ({ p, figures: left(p) })).filter(({ figures }) => figures > 0);
    if (open.length === 0) continue;
    const coats = Math.max(...open.map(({ p }) => p.coats));
    const active = open.reduce((sum, { p, figures }) => sum + p.activeMin * figures, 0);
    activeMin += active;
    // While one part dries the others are painted; only the rest is waited for.
    dryMin += Math.max(0, layer.dryMin * coats - active);
  }
  return { activeMin, dryMin };
}
