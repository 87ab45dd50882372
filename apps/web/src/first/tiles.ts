import { FORM_KINDS, forms, newPart, newPiece, type FormKind, type Piece } from '@pale-glint/core';

/** A piece of nothing but one part of a form. */
export const pieceOf = (kind: FormKind): Piece =>
  newPiece('one-part', forms[kind].label, [newPart('part', forms[kind].defaults)]);

/** One small piece a form, for the tiles; made once. */
export const TILES: readonly { readonly kind: FormKind; readonly piece: Piece }[] = FORM_KINDS.map(
  (kind) => ({ kind, piece: pieceOf(kind) }),
);
