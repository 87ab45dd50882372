import { refused } from '@pale-glint/core';

/** A photo as a worker reads it: upright, no larger than asked. */
export interface Decoded {
  readonly width: number;
  readonly height: number;
  readonly rgba: Uint8ClampedArray<ArrayBuffer>;
  /** The same as a picture. */
  readonly canvas: OffscreenCanvas;
}

/**
 * Decodes a photo, reduced where its longer side is longer than `mostSide` points.
 * @throws RefusedInput where this browser cannot read it
 */
export async function decodePhoto(file: Blob, mostSide: number): Promise<Decoded> {
  const whole = await createImageBitmap(file).catch(() => {
    throw refused('photo', 'a picture that could not be read here', 'one exported as JPEG or PNG');
  });
  const scale = Math.min(1, mostSide / Math.max(whole.width, whole.height));
  const [width, height] = [Math.round(whole.width * scale), Math.round(whole.height * scale)];
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext('2d', { willReadFrequently: true })!;
  context.imageSmoothingQuality = 'high';
  context.drawImage(whole, 0, 0, width, height);
  whole.close();
  return { width, height, rgba: context.getImageData(0, 0, width, height).data, canvas };
}
