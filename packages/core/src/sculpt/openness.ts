import { add, dot, normalise, scale, type Vec3 } from '../units/index.js';
import type { Sculpt } from './sculpt.js';

/** Rays go out from every point of a raster so much coarser. */
const EVERY = 3;
/** Beside the mirrored one these turn off it, as a lobe of a polished surface does. */
const SPREAD = 0.3;
const JITTER = [[0, 0], [1, 0.3], [-0.3, 1], [-1, -0.3], [0.3, -1]] as const; // prettier-ignore
/** Rays begin so far off the surface, mm. */
const OFF_MM = 0.06;
/** What dips under its own surface would meet itself at once: it is bent up to it, by this cosine. */
const LEAST_RISE = 0.05;

/** Whether a ray meets nothing. Places in mm from the sculpt's middle, with their height. */
export type IsFree = (from: Vec3, toward: Vec3) => boolean;

/** What a point with a unit normal mirrors, turned off by a little, and bent up where it would dip under its surface. */
function mirrored(normal: Vec3, [jx, jy]: (typeof JITTER)[number]): Vec3 {
  const [nx, ny, nz] = normal;
  const toward = normalise([2 * nz * nx + SPREAD * jx, 2 * nz * ny + SPREAD * jy, 2 * nz * nz - 1]);
  const dip = LEAST_RISE - dot(toward, normal);
  return dip > 0 ? normalise(add(toward, scale(normal, dip))) : toward;
}

const coarseSize = ({ width, height }: Pick<Sculpt, 'width' | 'height'>) =>
  [Math.ceil(width / EVERY), Math.ceil(height / EVERY)] as const;

/** The coarse raster laid over the fine one, its steps softened. */
function softened(coarse: Float32Array, { width, height }: Pick<Sculpt, 'width' | 'height'>): Uint8Array {
  const [w, h] = coarseSize({ width, height });
  const out = new Uint8Array(width * height);
  const at = (c: number, r: number) =>
    coarse[Math.max(0, Math.min(h - 1, r)) * w + Math.max(0, Math.min(w - 1, c))];
  for (let row = 0, i = 0; row < height; row++)
    for (let col = 0; col < width; col++, i++) {
      // The spline's middle lies half a point before its second weight.
      const [fc, fr] = [(col - 1) / EVERY - 0.5, (row - 1) / EVERY - 0.5];
      const [c, r] = [Math.floor(fc), Math.floor(fr)];
      const [u, v] = [fc - c, fr - r];
      let sum = 0;
      // A quadratic spline: smooth over three by three.
      const weights = (t: number) => [0.5 * (1 - t) * (1 - t), 0.5 + t - t * t, 0.5 * t * t];
      const [a, b] = [weights(u), weights(v)];
      for (let dr = 0; dr < 3; dr++) for (let dc = 0; dc < 3; dc++) sum += a[dc] * b[dr] * at(c + dc, r + dr);
      out[i] = Math.round(255 * sum);
    }
  return out;
}

/**
 * How much of what each point mirrors is free of the miniature itself, 255 all: where an arm stands before the chest, or
 * two plates meet, metal reflects metal and the sky is shut out. It depends on the view alone, not on where the light
 * stands.
 * @param onRow told how far it is, 0..1; may throw to stop
 */
export function opennessOf(
  { width, height, pxPerMm, nx, ny, heightMm, confidence }: Sculpt,
  isFree: IsFree,
  onRow: (share: number) => void = () => undefined,
): Uint8Array {
  const [w, h] = coarseSize({ width, height });
  const coarse = new Float32Array(w * h).fill(1);
  for (let r = 0; r < h; r++) {
    if (r % 8 === 0) onRow(r / h);
    for (let c = 0; c < w; c++) {
      const [col, row] = [Math.min(width - 1, c * EVERY + 1), Math.min(height - 1, r * EVERY + 1)];
      const i = row * width + col;
      if (confidence[i] === 0) continue;
      const normal: Vec3 = [nx[i], ny[i], Math.sqrt(Math.max(0, 1 - nx[i] * nx[i] - ny[i] * ny[i]))];
      const from: Vec3 = [
        (col + 0.5 - width / 2) / pxPerMm + OFF_MM * normal[0],
        (height / 2 - row - 0.5) / pxPerMm + OFF_MM * normal[1],
        heightMm[i] + OFF_MM * normal[2],
      ];
      const free = JITTER.filter((off) => isFree(from, mirrored(normal, off))).length;
      coarse[r * w + c] = free / JITTER.length;
    }
  }
  return softened(coarse, { width, height });
}
