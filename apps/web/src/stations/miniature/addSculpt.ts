import { sculptSize, sculptsOf, viewIn, type PieceSculpt, type Sculpt } from '@pale-glint/core';
import { blobApi } from '../../api/blobs.js';
import { layOnPhoto } from './layOnPhoto.js';
import type { PieceStore } from '../../store/pieceStore.js';

export interface NewSculpt {
  readonly sculpt: Sculpt;
  /** The same as it is stored. */
  readonly surface: Uint8Array<ArrayBuffer>;
  /** The 3D file's shape, where it is kept. */
  readonly shape: Uint8Array<ArrayBuffer> | null;
  readonly from: PieceSculpt['from'];
  /** How far its normals can be believed, 0..1. */
  readonly trust: number;
  readonly name: string;
  /** Where its middle stands, up from the foot of the piece. */
  readonly yMm: number;
  /** The view that it lies under. */
  readonly figureView: string;
  /** Photos to keep with it. */
  readonly photos: readonly Blob[];
}

const rounded = (v: number) => Number(v.toFixed(3));

/** Sends a surface, and the photos that are kept with it, and lays it under the parts of a view. */
export async function addSculpt(
  store: PieceStore,
  made: NewSculpt,
  tell: (doing: string) => void,
): Promise<void> {
  const { sculpt, surface, shape, from, name, yMm, trust, figureView, photos } = made;
  tell('Sending the surface');
  const { hash } = await blobApi.add('surface', new Blob([surface]));
  if (shape) tell('Sending the shape');
  const keptShape = shape ? (await blobApi.add('shape', new Blob([shape]))).hash : null;
  const kept: string[] = [];
  for (const [i, photo] of photos.entries()) {
    tell(`Sending photo ${i + 1} of ${photos.length}`);
    kept.push((await blobApi.add('photo', photo)).hash);
  }
  const { underlay } = viewIn(store.get().piece, figureView);
  if (underlay) tell('Laying it on the photo');
  // One that does not lie by itself is laid by hand.
  const laid = underlay ? await layOnPhoto(underlay, hash).catch(() => null) : null;
  const [widthMm, heightMm] = sculptSize(sculpt).map(rounded);
  const n = sculptsOf(store.get().piece).length + 1;
  store.change((d) => {
    viewIn(d, figureView).sculpts.push({
      id: `${from}-${Date.now().toString(36)}`,
      name: n === 1 ? `the ${name}` : `${name} ${n}`,
      from,
      surface: hash,
      widthMm,
      heightMm,
      xMm: rounded(laid?.xMm ?? 0),
      yMm: rounded(laid?.yMm ?? yMm),
      trust: rounded(trust),
      shape: keptShape,
      photos: kept,
    });
  });
}
