import {
  freedFrom,
  inFlakesInstead,
  knownPaints,
  metalOfLadder,
  namesAny,
  withLadder,
  type Piece,
  type Shelf,
} from '@pale-glint/core';
import { mixClient } from '../workers/useMixSearch.js';

/**
 * A new piece with its metals mixed from the shelf, where that can be, or laid in the flakes that stand there; a metal that
 * it has neither for stays as it is.
 */
export async function mixedFromShelf(piece: Piece, shelf: Shelf): Promise<Piece> {
  const known = knownPaints(shelf, piece.paints);
  const { paints, out } = known;
  const client = mixClient();
  try {
    let mixed = piece;
    for (const ladder of piece.ladders) {
      const metal = metalOfLadder(ladder);
      if (!metal || !namesAny(ladder, out)) continue;
      const found = await client
        .ask('ladder', { ladder: freedFrom(ladder, metal, out), paints, out, only: null })
        .catch(() => null);
      const own = found?.ladder ?? inFlakesInstead(ladder, metal, known);
      if (own) mixed = { ...mixed, ...withLadder(mixed, own, paints) };
    }
    return mixed;
  } finally {
    client.end();
  }
}
