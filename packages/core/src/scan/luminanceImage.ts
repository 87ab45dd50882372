import { LINEAR_OF_BYTE } from '../colour/index.js';

/** One photo's light, row by row from the top: 0 black, 1 white, linear. */
export interface LuminanceImage {
  readonly width: number;
  readonly height: number;
  readonly light: Float32Array;
}

/** A picture with this much of white or more in a channel tells nothing of its light. */
export const CLIPPED = 0.955;

/**
 * Linear luminance of a picture of red, green, blue, alpha bytes. Where a channel is at its end the point is set to 1,
 * so that what follows sees it as clipped.
 */
export function luminanceImageOf(
  rgba: Uint8ClampedArray | Uint8Array,
  width: number,
  height: number,
): LuminanceImage {
  const light = new Float32Array(width * height);
  for (let i = 0, k = 0; i < light.length; i++, k += 4) {
    const [r, g, b] = [rgba[k], rgba[k + 1], rgba[k + 2]];
    light[i] =
      Math.max(r, g, b) >= 251
        ? 1
        : 0.2126 * LINEAR_OF_BYTE[r] + 0.7152 * LINEAR_OF_BYTE[g] + 0.0722 * LINEAR_OF_BYTE[b];
  }
  return { width, height, light };
}

/** A plane `by` times smaller (whole number), each point the mean of its square. */
export function reduced({ width, height, light }: LuminanceImage, by: number): LuminanceImage {
  if (by <= 1) return { width, height, light };
  const [w, h] = [Math.floor(width / by), Math.floor(height / by)];
  const out = new Float32Array(w * h);
  for (let r = 0; r < h; r++)
    for (let c = 0; c < w; c++) {
      let sum = 0;
      for (let dr = 0; dr < by; dr++) {
        const at = (r * by + dr) * width + c * by;
        for (let dc = 0; dc < by; dc++) sum += light[at + dc];
      }
      out[r * w + c] = sum / (by * by);
    }
  return { width: w, height: h, light: out };
}

/** Point by point the value that such a share of several planes of one size lies below; the middle one unless told. */
export function medianOf(images: readonly LuminanceImage[], share = 0.5): LuminanceImage {
  const { width, height } = images[0];
  const out = new Float32Array(width * height);
  const values = new Float32Array(images.length);
  const middle = Math.floor(share * images.length);
  for (let i = 0; i < out.length; i++) {
    // So few are quickest put in order one by one.
    for (let k = 0; k < images.length; k++) {
      const v = images[k].light[i];
      let j = k;
      for (; j > 0 && values[j - 1] > v; j--) values[j] = values[j - 1];
      values[j] = v;
    }
    out[i] = values[middle];
  }
  return { width, height, light: out };
}

/** The middle of a list of numbers; 0 of none. */
export function median(values: readonly number[]): number {
  if (values.length === 0) return 0;
  // Numbers in a typed array are sorted several times faster than by a comparing function.
  const sorted = Float64Array.from(values).sort();
  return sorted[sorted.length >> 1];
}
