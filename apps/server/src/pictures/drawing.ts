import { readPiece, readSculpt, renderPiece, taggedSrgb, type Picture } from '@pale-glint/core';
import { encode } from 'fast-png';

/** A piece to draw, with the surfaces that its parts are cut from. */
export interface DrawingJob {
  readonly body: string;
  readonly surfaces: readonly { readonly hash: string; readonly bytes: Uint8Array }[];
}

export interface Drawing {
  readonly png: Uint8Array;
  readonly frame: Picture;
}

/** Longest side in points: large enough to be taken for the piece for a moment. */
const LONGEST_PX = 420;

/** A small picture of a stored piece, with nothing behind it. Null for one without parts. */
export function drawPiece({ body, surfaces }: DrawingJob): Drawing | null {
  const piece = readPiece(body);
  if (piece.parts.length === 0) return null;
  const atHand = new Map(surfaces.map(({ hash, bytes }) => [hash, readSculpt(bytes)]));
  const { picture, rgba } = renderPiece(
    { ...piece, surfaces: atHand },
    {
      width: LONGEST_PX,
      height: LONGEST_PX,
      view: 'painted',
      surroundHex: null,
    },
  );
  const png = encode({ width: picture.width, height: picture.height, data: rgba, channels: 4 });
  return { png: taggedSrgb(png), frame: picture };
}
