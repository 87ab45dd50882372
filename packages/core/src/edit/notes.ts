import { MOST_NOTE_CHARACTERS, MOST_NOTES, type Piece } from '../piece/index.js';
import { freeId } from '../units/index.js';

export type Note = Piece['notes'][number];

/** The piece with one more note; one without words is named for its layer. @throws RangeError where there is no room */
export function withNote(
  piece: Piece,
  { text, layer, madeAt, photo }: { text: string; layer: string; madeAt: string; photo: string | null },
): Piece {
  if (piece.notes.length >= MOST_NOTES) throw new RangeError(`notes: at most ${MOST_NOTES}`);
  const words = text.trim() ? `${layer}: ${text.trim()}` : layer;
  const note: Note = {
    id: freeId('note', new Set(piece.notes.map((n) => n.id))),
    part: null,
    text: words.slice(0, MOST_NOTE_CHARACTERS),
    madeAt,
    photo,
  };
  return { ...piece, notes: [...piece.notes, note] };
}

/** The piece without a note. Its photo goes when nothing else names it. */
export const withoutNote = (piece: Piece, id: string): Piece => ({
  ...piece,
  notes: piece.notes.filter((n) => n.id !== id),
});
