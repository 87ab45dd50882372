import { pieceSchema, savedLadder, savedPaint, type Piece } from '../piece/index.js';
import type { PieceAtHand } from '../sculpt/index.js';

/** Numbers are kept to this; a ten-thousandth of a mm is below any brush. */
const DECIMALS = 1e4;

function rounded(value: unknown): unknown {
  if (typeof value === 'number') {
    const r = Math.round(value * DECIMALS) / DECIMALS;
    return r === 0 ? 0 : r;
  }
  if (Array.isArray(value)) return value.map(rounded);
  if (value !== null && typeof value === 'object')
    return Object.fromEntries(Object.entries(value).map(([k, v]) => [k, rounded(v)]));
  return value;
}

/**
 * The canonical text of a piece: keys in schema order, two spaces, LF, a final newline, numbers to 1e-4, no -0. Equal
 * pieces give equal bytes; reading the text and writing it again changes nothing.
 */
export function writePiece(piece: PieceAtHand): string {
  return `${JSON.stringify(canonicalPiece(piece), null, 2)}\n`;
}

/** The piece as its file will hold it: without the surfaces at hand and what only a plan knows. */
export function canonicalPiece({ surfaces: _surfaces, ...piece }: PieceAtHand): Piece {
  const { paints, ladders } = piece;
  return pieceSchema.parse(
    rounded({ ...piece, paints: paints.map(savedPaint), ladders: ladders.map(savedLadder) }),
  );
}
