import type { Piece } from '@pale-glint/core';
import { useState } from 'react';

/** Whether two pieces differ in nothing but notes and ticks: they change no picture, no measure and no order. */
function looksLike(a: Piece, b: Piece): boolean {
  const { notes: _notes, run: _run, ...looks } = a;
  return (Object.keys(looks) as (keyof typeof looks)[]).every((k) => a[k] === b[k]);
}

/** A piece that stays the same one while only its notes and ticks change. */
export function useLooks(piece: Piece): Piece {
  const [kept, keep] = useState(piece);
  if (looksLike(piece, kept)) return kept;
  keep(piece);
  return piece;
}
