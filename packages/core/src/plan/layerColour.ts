import type { Lab } from '../colour/index.js';
import { FREE, ladderColours, paintsById } from '../ladder/index.js';
import type { Piece } from '../piece/index.js';
import type { OrderLayer } from './orderLayer.js';

/** Dried colour of the mix of a layer, fully covering; null where it has no mix of this piece's paints. */
export function layerColour(
  layer: Pick<OrderLayer, 'ladder' | 'mix'>,
  piece: Pick<Piece, 'ladders' | 'paints'>,
): Lab | null {
  // Wear is no ladder's own: any will do to mix on.
  const ladder =
    piece.ladders.find((l) => l.id === layer.ladder) ??
    (layer.ladder === null ? piece.ladders[0] : undefined);
  const clear = (id: string) =>
    ['medium', 'varnish'].includes(piece.paints.find((p) => p.id === id)?.kind ?? 'medium');
  if (!ladder || layer.mix.every((m) => clear(m.paint))) return null;
  const step = { id: 'mix', mix: layer.mix, water: 1, aimedShare: 1, ...FREE };
  return ladderColours({ ...ladder, steps: [step] }, paintsById(piece.paints))[0];
}
