import { anotherFrom, freeId, keepsSize, writePiece } from '@pale-glint/core';
import { MOST_COPIES, number, orderOf, pieceFrom, refuse } from '../io.js';

const MOST_CHARACTERS = 120;

interface AgainFlags {
  readonly name?: string;
  readonly height?: string;
  readonly copies?: string;
}

/** Answers with a piece to paint another miniature by, as this one was painted: what was done otherwise comes as notes. @throws RefusedInput */
export function againCommand(path: string, o: AgainFlags): void {
  const piece = pieceFrom(path);
  if (o.height !== undefined && keepsSize(piece))
    refuse(
      '--height',
      o.height,
      'none: it was drawn on a miniature’s own surface or photo and keeps its size',
    );
  const name = o.name ?? `${piece.name}, another`.slice(0, MOST_CHARACTERS);
  if (name.trim() === '' || name.length > MOST_CHARACTERS)
    refuse('--name', `${name.length} characters`, `1 to ${MOST_CHARACTERS} characters`);
  const copies = o.copies === undefined ? 1 : number('--copies', o.copies, 1, MOST_COPIES);
  if (!Number.isInteger(copies)) refuse('--copies', o.copies ?? '', `a whole number, 1 to ${MOST_COPIES}`);
  const another = anotherFrom(piece, orderOf(piece), {
    id: freeId(piece.id, new Set([piece.id])),
    name,
    heightMm: o.height === undefined ? piece.heightMm : number('--height', o.height, 1, 1000),
    copies,
  });
  process.stdout.write(writePiece(another));
}
