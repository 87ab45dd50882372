import { library, newPiece, type LibraryItem, type Piece } from '@pale-glint/core';

/** Something the library adds, with a piece of its own for its picture. */
export interface LibraryEntry extends LibraryItem {
  readonly piece: Piece;
}

export const libraryEntries: readonly LibraryEntry[] = library.map((item) => ({
  ...item,
  piece: newPiece(item.id, item.label, [...item.parts]),
}));
