import { readPhoto, readSculpt, readShape, refused, RefusedInput } from '@pale-glint/core';
import type { BlobKind } from './blobs.dto.js';

/** A blob as it is kept. */
export interface Content {
  readonly type: string;
  readonly bytes: Uint8Array;
  readonly size: { readonly width: number; readonly height: number };
}

/** Bytes looked over and made fit to keep: a photo without its metadata, a surface that can be read. */
export function contentOf(kind: BlobKind, bytes: Uint8Array): Content {
  if (kind === 'photo') {
    const photo = readPhoto(bytes);
    return { type: photo.type, bytes: photo.bytes, size: { width: photo.widthPx, height: photo.heightPx } };
  }
  try {
    if (kind === 'shape') readShape(bytes);
    const { width, height } = kind === 'shape' ? { width: 0, height: 0 } : readSculpt(bytes);
    return { type: 'application/octet-stream', bytes, size: { width, height } };
  } catch (error) {
    if (!(error instanceof RefusedInput)) throw error;
    throw refused(kind, error.problems[0].held, `a ${kind} that a scan or a 3D file gave`);
  }
}
