import {
  freedFrom,
  knownPaints,
  metalOfLadder,
  namesAny,
  withLadder,
  type Piece,
  type Shelf,
} from '@pale-glint/core';
import { mixClient } from '../workers/useMixSearch.js';

/** A new piece with its metals mixed from the shelf, where that can be; a metal that it has no paints for stays as it is. */
export async function mixedFromShelf(piece: Piece, shelf: Shelf): Promise<Piece> {
  const { paints, out } = knownPaints(shelf, piece.paints);
  const client = mixClient();
  try {
    let mixed = piece;
    for (const ladder of piece.ladders) {
      const metal = metalOfLadder(ladder);
      if (!metal || !namesAny(ladder, out)) continue;
      const found = await client
        .ask('ladder', { ladder: freedFrom(ladder, metal, out), paints, out, only: null })
        .catch(() => null);
      if (found) mixed = { ...mixed, ...withLadder(mixed, found.ladder, paints) };
    }
    return mixed;
  } finally {
    client.end();
  }
}
