import type { Sculpt } from './sculpt.js';

/** A sculpt with fewer points, and the third part of its normals. */
export interface Fewer {
  readonly s: Sculpt;
  readonly nz: Float32Array;
}

/** Every so many-th point of a sculpt each way; it tells no openness. @param by whole, from 1 */
export function everyNth(whole: Sculpt, by: number): Fewer {
  const [width, height] = [Math.floor(whole.width / by), Math.floor(whole.height / by)];
  const n = width * height;
  const s: Sculpt = {
    width,
    height,
    pxPerMm: whole.pxPerMm / by,
    visibility: null,
    stepsHold: whole.stepsHold,
    nx: new Float32Array(n),
    ny: new Float32Array(n),
    heightMm: new Float32Array(n),
    confidence: new Uint8Array(n),
  };
  const nz = new Float32Array(n);
  for (let r = 0, i = 0; r < height; r++)
    for (let c = 0, j = (r * by + (by >> 1)) * whole.width + (by >> 1); c < width; c++, i++, j += by) {
      const [x, y] = [whole.nx[j], whole.ny[j]];
      s.nx[i] = x;
      s.ny[i] = y;
      s.heightMm[i] = whole.heightMm[j];
      s.confidence[i] = whole.confidence[j];
      nz[i] = Math.sqrt(Math.max(0, 1 - x * x - y * y));
    }
  return { s, nz };
}
