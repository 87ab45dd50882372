import { readPhoto, type PhotoInfo } from '@pale-glint/core';
import sharp from 'sharp';
import { readBytes, refuse } from './io.js';

/** A decoded photo, the right way up: RGBA bytes, and by how much it was reduced. */
export interface DecodedPhoto {
  readonly data: Buffer;
  readonly width: number;
  readonly height: number;
  readonly by: number;
}

/** Decodes a photo. @param byOf how far it is reduced, 0..1, by its size @throws RefusedInput */
export async function decodedPhoto(path: string, byOf: (info: PhotoInfo) => number): Promise<DecodedPhoto> {
  const photo = readPhoto(readBytes(path));
  const by = Math.min(1, byOf(photo));
  try {
    const { data, info } = await sharp(photo.bytes)
      .autoOrient()
      .resize(Math.round(photo.widthPx * by), Math.round(photo.heightPx * by), { fit: 'fill' })
      .toColourspace('srgb')
      .ensureAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true });
    return { data, width: info.width, height: info.height, by };
  } catch {
    return refuse('photo', `"${path}", which cannot be decoded`, 'a whole JPEG or PNG');
  }
}
