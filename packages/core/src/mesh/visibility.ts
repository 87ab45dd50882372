import { BufferAttribute, BufferGeometry, DoubleSide, Ray, Vector3 } from 'three';
import { MeshBVH } from 'three-mesh-bvh';
import type { Sculpt } from '../sculpt/index.js';
import type { Raster } from './rasterise.js';

/** Rays go out from every point of a raster so much coarser. */
const EVERY = 3;
/** Beside the mirrored one these turn off it, as a lobe of a polished surface does. */
const SPREAD = 0.3;
const JITTER = [[0, 0], [1, 0.3], [-0.3, 1], [-1, -0.3], [0.3, -1]] as const; // prettier-ignore
const OFF_MM = 0.06;

/**
 * How much of what each point mirrors is free of the miniature itself, by rays along what it mirrors (three-mesh-bvh):
 * where an arm stands before the chest, or two plates meet, metal reflects metal and the sky is shut out. It depends on
 * the view alone, not on where the light stands.
 * @param onRow told how far it is, 0..1; may throw to stop
 */
export function withVisibility(
  { sculpt, places }: Raster,
  index: Uint32Array,
  onRow: (share: number) => void = () => undefined,
): Sculpt {
  const geometry = new BufferGeometry();
  geometry.setAttribute('position', new BufferAttribute(places, 3));
  geometry.setIndex(new BufferAttribute(index.slice(), 1));
  const bvh = new MeshBVH(geometry, { targetLeafSize: 8 });
  onRow(0.3);
  const { width, height, pxPerMm, nx, ny, heightMm: heightMm, confidence: confidence } = sculpt;
  const [w, h] = [Math.ceil(width / EVERY), Math.ceil(height / EVERY)];
  const coarse = new Float32Array(w * h).fill(1);
  const ray = new Ray();
  const direction = new Vector3();
  for (let r = 0; r < h; r++) {
    if (r % 8 === 0) onRow(0.3 + (0.7 * r) / h);
    for (let c = 0; c < w; c++) {
      const [col, row] = [Math.min(width - 1, c * EVERY + 1), Math.min(height - 1, r * EVERY + 1)];
      const i = row * width + col;
      if (confidence[i] === 0) continue;
      const nz = Math.sqrt(Math.max(0, 1 - nx[i] * nx[i] - ny[i] * ny[i]));
      const [rx, ry, rz] = [2 * nz * nx[i], 2 * nz * ny[i], 2 * nz * nz - 1];
      let free = 0;
      for (const [jx, jy] of JITTER) {
        direction.set(rx + SPREAD * jx, ry + SPREAD * jy, rz).normalize();
        // What dips under its own surface would meet itself at once: it is bent up to it.
        const dip = direction.x * nx[i] + direction.y * ny[i] + direction.z * nz;
        if (dip < 0.05) direction.addScaledVector(ray.origin.set(nx[i], ny[i], nz), 0.05 - dip).normalize();
        ray.origin.set(
          (col + 0.5 - width / 2) / pxPerMm + OFF_MM * nx[i],
          (height / 2 - row - 0.5) / pxPerMm + OFF_MM * ny[i],
          heightMm[i] + OFF_MM * nz,
        );
        ray.direction.copy(direction);
        if (bvh.raycastFirst(ray, DoubleSide) === null) free++;
      }
      coarse[r * w + c] = free / JITTER.length;
    }
  }
  return { ...sculpt, visibility: softened(coarse, w, h, width, height) };
}

/** The coarse raster laid over the fine one, its steps softened. */
function softened(coarse: Float32Array, w: number, h: number, width: number, height: number): Uint8Array {
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
