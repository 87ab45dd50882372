import { viewIn, type Underlay } from '@pale-glint/core';
import { blobApi } from '../../api/blobs.js';
import type { PieceStore } from '../../store/pieceStore.js';

/** A photo that has just come fills this much of the piece's height, until it is scaled. */
const FILLS = 1.15;

/** Sends a photo to the server and lays it under the parts of a view, scaled by guess until the painter says. */
export async function addPhoto(store: PieceStore, file: Blob, figureView: string): Promise<void> {
  const { hash, width, height } = await blobApi.add('photo', file);
  const { heightMm } = store.get().piece;
  const underlay: Underlay = {
    photo: hash,
    widthPx: width,
    heightPx: height,
    mmPerPx: (heightMm * FILLS) / height,
    xMm: 0,
    yMm: heightMm / 2,
    turnDeg: 0,
    shows: 0.9,
    grey: 'no',
    map: 0.85,
  };
  store.change((d) => void (viewIn(d, figureView).underlay = underlay));
}
