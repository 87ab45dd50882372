import { MOST_NOTE_CHARACTERS, MOST_NOTES, type Piece, type ToldOfPhoto } from '../piece/index.js';
import { duration, freeId } from '../units/index.js';

export type Note = Piece['notes'][number];

/** A note as it is made at the table. */
export interface NewNote {
  readonly text: string;
  /** Title of the layer that was being painted. */
  readonly layer: string;
  /** When, as an ISO 8601 moment. */
  readonly madeAt: string;
  /** Hash of a photo made with it. */
  readonly photo: string | null;
}

/** A note is the same wherever it was made at the same moment, with the same words and photo. */
export const sameNote = (a: Note, b: Note): boolean =>
  a.madeAt === b.madeAt && a.text === b.text && a.photo === b.photo;

/** The piece with one more note; one without words is named for its layer, one that it holds already is not added. @throws RangeError where there is no room */
export function withNote(piece: Piece, { text, layer, madeAt, photo }: NewNote): Piece {
  const words = text.trim() ? `${layer}: ${text.trim()}` : layer;
  return withOneMore(piece, { part: null, text: words, madeAt, photo });
}

function withOneMore(
  piece: Piece,
  { text, ...made }: Omit<Note, 'id' | 'told' | 'mended'>,
  mended: Note['mended'] = null,
): Piece {
  const id = freeId('note', new Set(piece.notes.map((n) => n.id)));
  const note: Note = { id, ...made, text: text.slice(0, MOST_NOTE_CHARACTERS), told: null, mended };
  if (piece.notes.some((n) => sameNote(n, note))) return piece;
  if (piece.notes.length >= MOST_NOTES) throw new RangeError(`notes: at most ${MOST_NOTES}`);
  return { ...piece, notes: [...piece.notes, note] };
}

/** What a photo had shown of a part, and what was done about it. */
export interface Mending {
  readonly part: string;
  /** Id of the finding's kind, and what it says. */
  readonly finding: string;
  readonly message: string;
  /** When that photo was made, as far as it is known. */
  readonly photoAt: string | null;
  readonly cure: {
    readonly id: string;
    readonly label: string;
    readonly words: string;
    readonly minutes: number;
  };
}

const mendingText = ({ message, cure }: Mending): string =>
  `${message} Mended: ${cure.label}, ${duration(cure.minutes)}. ${cure.words}`;

/** The note that a mending was written down as, after the photo was made; null where it was not. */
export const noteOfMending = (piece: Piece, { part, finding, cure, photoAt }: Mending): Note | null =>
  piece.notes.find(
    (n) =>
      n.part === part &&
      n.mended?.cure === cure.id &&
      (n.mended.finding === null || n.mended.finding === finding) &&
      n.madeAt !== null &&
      (photoAt === null || Date.parse(n.madeAt) >= Date.parse(photoAt)),
  ) ?? null;

/** The piece with a mending written down. @param madeAt ISO 8601 @throws RangeError where there is no room */
export const withMending = (piece: Piece, mending: Mending, madeAt: string): Piece =>
  withOneMore(
    piece,
    { part: mending.part, text: mendingText(mending), madeAt, photo: null },
    { finding: mending.finding, cure: mending.cure.id },
  );

/** The piece with what was told of the photo of a note; a note without a photo stays as it is. */
export const withToldOfPhoto = (piece: Piece, id: string, told: ToldOfPhoto): Piece => ({
  ...piece,
  notes: piece.notes.map((n) => (n.id === id && n.photo !== null ? { ...n, told } : n)),
});

/** The piece without a note. Its photo goes when nothing else names it. */
export const withoutNote = (piece: Piece, id: string): Piece => ({
  ...piece,
  notes: piece.notes.filter((n) => n.id !== id),
});
