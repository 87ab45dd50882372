import { deltaE, hexToLab, labToHex } from '../colour/index.js';
import { partStepKey, type Piece, type Tick } from '../piece/index.js';
import { brushed, layerColour, type OrderLayer } from '../plan/index.js';

/** From so much on (CIEDE2000) what was laid is another tone than the one that is planned. */
const ANOTHER_TONE = 5;

/** A layer that was ticked, and is planned in another tone since. */
export interface PaintedOtherwise {
  readonly layer: OrderLayer;
  readonly ticks: readonly Tick[];
  /** What was on the brush, in words. */
  readonly mix: string;
  /** The tone of the one that is farthest off, and the one that is planned, "#rrggbb". */
  readonly laidHex: string;
  readonly plannedHex: string;
  /** CIEDE2000 between the two. */
  readonly off: number;
}

/** Layers of the order that are ticked and were painted in another tone than is planned now. Ticks that tell no colour say nothing. */
export function paintedOtherwise(
  order: readonly OrderLayer[],
  ticks: readonly Tick[],
  piece: Pick<Piece, 'ladders' | 'paints'>,
): PaintedOtherwise[] {
  const byStep = new Map<string, Tick[]>();
  for (const tick of ticks) {
    if (tick.did.hex === undefined) continue;
    const key = partStepKey(tick);
    byStep.set(key, [...(byStep.get(key) ?? []), tick]);
  }
  return order.flatMap((layer): PaintedOtherwise[] => {
    const words = brushed(layer);
    const own = layer.parts
      .flatMap((step) => byStep.get(partStepKey(step)) ?? [])
      // The same mix of a pot that was measured anew is the same paint.
      .filter((tick) => tick.did.mix !== words);
    const colour = own.length > 0 ? layerColour(layer, piece) : null;
    if (!colour) return [];
    const strayed = own
      .map((tick) => ({ tick, lab: hexToLab(tick.did.hex!) }))
      .map(({ tick, lab }) => ({ tick, lab, off: deltaE(lab, colour) }))
      .filter(({ off }) => off >= ANOTHER_TONE)
      .sort((a, b) => b.off - a.off);
    if (strayed.length === 0) return [];
    const [{ tick, lab, off }] = strayed;
    return [
      {
        layer,
        ticks: strayed.map((s) => s.tick),
        mix: tick.did.mix,
        laidHex: labToHex(lab),
        plannedHex: labToHex(colour),
        off,
      },
    ];
  });
}
