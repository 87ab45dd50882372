import type { Picture, Piece } from '@pale-glint/core';
import { keepPicture, keptPicture } from '../workers/measured.js';

/** A picture of the piece from another visit, to look at until the map is computed. */
export interface LastSeen {
  readonly bitmap: ImageBitmap;
  readonly picture: Picture;
}

/** The kept picture of a piece that has not changed since; null where there is none. */
export async function lastSeen(piece: Piece): Promise<LastSeen | null> {
  const kept = await keptPicture(piece);
  if (!kept) return null;
  try {
    return { bitmap: await createImageBitmap(kept.image), picture: kept.picture };
  } catch {
    return null;
  }
}

/** Large enough to be taken for the piece for a moment. */
const KEPT_PX = 420;

/** Keeps what a canvas shows of a whole piece, small. */
export async function keepSeen(piece: Piece, canvas: HTMLCanvasElement, picture: Picture): Promise<void> {
  const k = Math.min(1, KEPT_PX / Math.max(picture.width, picture.height));
  const [width, height] = [
    Math.max(1, Math.round(picture.width * k)),
    Math.max(1, Math.round(picture.height * k)),
  ];
  const small = new OffscreenCanvas(width, height);
  small.getContext('2d')!.drawImage(canvas, 0, 0, width, height);
  const image = await small.convertToBlob({ type: 'image/png' });
  await keepPicture(piece, { image, picture: { ...picture, width, height, pxPerMm: picture.pxPerMm * k } });
}
