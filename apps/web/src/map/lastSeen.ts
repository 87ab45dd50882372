import type { Picture, Piece } from '@pale-glint/core';
import { api } from '../api/pieces.js';
import { keepPicture, keptPicture } from '../workers/measured.js';

/** A small picture of the piece, to look at until the map is computed. */
export interface LastSeen {
  readonly bitmap: ImageBitmap;
  readonly picture: Picture;
}

/** A picture of the piece just as it is: from another visit, or as the server drew it. Null where there is none. */
export async function lastSeen(piece: Piece): Promise<LastSeen | null> {
  const drawn = api.picture(piece).catch(() => null);
  const kept = (await keptPicture(piece)) ?? (await drawn);
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
