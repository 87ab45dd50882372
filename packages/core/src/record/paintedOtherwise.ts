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
  const told = ticks.flatMap((tick) =>
    tick.did.hex === undefined ? [] : [{ tick, key: partStepKey(tick), lab: hexToLab(tick.did.hex) }],
  );
  return order.flatMap((layer): PaintedOtherwise[] => {
    const colour = layerColour(layer, piece);
    if (!colour) return [];
    const words = brushed(layer);
    const own = new Set(layer.parts.map(partStepKey));
    const strayed = told
      // The same mix of a pot that was measured anew is the same paint.
      .filter(({ key, tick }) => own.has(key) && tick.did.mix !== words)
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
