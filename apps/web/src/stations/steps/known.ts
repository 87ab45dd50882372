import { MIXED_KINDS, paintOf, type Paint, type Shelf } from '@pale-glint/core';

export interface Known {
  /** Every paint that a ladder may name: the shelf as it stands, and what the piece keeps besides. */
  readonly paints: readonly Paint[];
  /** Ids of those that nothing new is mixed from: pots that ran out, and paints that are not on the shelf. */
  readonly out: readonly string[];
  /** How many a search may mix from. */
  readonly count: number;
}

/** What a piece is mixed from. An empty shelf says nothing of what is owned: then the piece's own paints serve. */
export function knownPaints(shelf: Shelf, own: readonly Paint[]): Known {
  const standing = new Set(shelf.paints.map((p) => p.id));
  const besides = own.filter((p) => !standing.has(p.id));
  const paints = [...shelf.paints.map(paintOf), ...besides];
  const out = [
    ...shelf.paints.filter((p) => p.left === 'none'),
    ...(shelf.paints.length > 0 ? besides : []),
  ].map((p) => p.id);
  const gone = new Set(out);
  return { paints, out, count: paints.filter((p) => MIXED_KINDS.has(p.kind) && !gone.has(p.id)).length };
}
