import type { PieceAtHand } from '../sculpt/index.js';
import { computed, critique, type Computed, type Finding, type Fix } from '../critique/index.js';
import type { FindingId, OrderRuleId, Part } from '../piece/index.js';
import { paintingOrder } from './order.js';
import { partSheet } from './partSheet.js';
import { activeOrderFindings } from './rules/index.js';

/** A finding on the map of a piece, or on the order in which it is to be painted. */
export interface PieceFinding extends Omit<Finding, 'id' | 'fix'> {
  readonly id: FindingId | OrderRuleId;
  readonly fix: Fix | null;
}

/**
 * Everything wrong with a piece before it is painted: its map, then its order. A finding on the order measures the number
 * of the layer that breaks the rule, from 1, and stands at the first part that takes it.
 */
export function pieceFindings(
  piece: PieceAtHand,
  compute: (part: Part) => Computed = (part) => computed(part, piece),
): PieceFinding[] {
  const known = new Map<string, Computed>();
  const once = (part: Part): Computed => {
    const found = known.get(part.id) ?? compute(part);
    known.set(part.id, found);
    return found;
  };
  const order = paintingOrder(
    piece,
    new Map(
      piece.parts.map((part) => {
        const { p, zones } = once(part);
        return [part.id, partSheet(part, piece, p.shape, p, zones)];
      }),
    ),
  );
  const ofOrder = activeOrderFindings(order, piece).map((f): PieceFinding => {
    const first = piece.parts.find((p) => p.id === order[f.at].parts[0]?.part);
    return {
      id: f.id,
      part: null,
      at: { xMm: first?.place.xMm ?? 0, yMm: first?.place.yMm ?? 0 },
      measured: f.at + 1,
      wanted: { from: null, to: null },
      message: `layer ${f.at + 1}, ${f.title.toLowerCase()}: ${f.message}`,
      fix: null,
      quiet: null,
    };
  });
  return [...critique(piece, once), ...ofOrder];
}
