import type { Part, Piece } from '@pale-glint/core';

/**
 * A piece on its way to a worker: what the worker has already is left out. Fields that have not changed are missing,
 * parts that have not changed are named by their id.
 */
export interface LeanPiece {
  readonly lean: true;
  readonly fields: Partial<Omit<Piece, 'parts'>>;
  readonly parts: readonly (Part | string)[];
  /** Fields that the piece before had and this one has not. */
  readonly gone: readonly string[];
}

/** Makes pieces lean for one worker. A moving light then costs a few numbers a message, not the whole piece. */
export function leanSender(): (piece: Piece) => LeanPiece {
  let last: Piece | null = null;
  return (piece) => {
    const before = last;
    last = piece;
    const { parts, ...rest } = piece;
    const known = new Map(before?.parts.map((p) => [p.id, p]));
    const fields = Object.fromEntries(
      Object.entries(rest).filter(([k, v]) => before?.[k as keyof Piece] !== v),
    );
    return {
      lean: true,
      fields,
      parts: parts.map((p) => (known.get(p.id) === p ? p.id : p)),
      gone: Object.keys(before ?? {}).filter((k) => !(k in piece)),
    };
  };
}

/** Makes them whole again, in the order they were sent. Unchanged parts stay the same objects. */
export function leanReceiver(): (lean: LeanPiece) => Piece {
  let last: Piece | null = null;
  return ({ fields, parts, gone }) => {
    const known = new Map(last?.parts.map((p) => [p.id, p]));
    const kept = Object.fromEntries(Object.entries(last ?? {}).filter(([k]) => !gone.includes(k)));
    last = {
      ...kept,
      ...fields,
      parts: parts.map((p) => (typeof p === 'string' ? known.get(p)! : p)),
    } as Piece;
    return last;
  };
}
