import type { Piece } from '@pale-glint/core';
import { startTransition, useEffect, useState } from 'react';

const REST_MS = 600;
const sameParts = (a: Piece, b: Piece) =>
  a.id === b.id && a.parts.length === b.parts.length && a.parts.every((p, i) => p.id === b.parts[i].id);

/** The piece as it last rested: lists follow it, so that they cost nothing under a moving hand. Parts come and go at once. */
export function useDebouncedPiece(piece: Piece): Piece {
  const [calm, setCalm] = useState(piece);
  useEffect(() => {
    // A transition: a long list is drawn in slices, between which the hand is served.
    const timer = setTimeout(() => startTransition(() => setCalm(piece)), REST_MS);
    return () => clearTimeout(timer);
  }, [piece]);
  if (calm === piece || sameParts(calm, piece)) return calm;
  setCalm(piece);
  return piece;
}
