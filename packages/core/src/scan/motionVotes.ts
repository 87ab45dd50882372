import { lightAt, type Lamp } from './lamps.js';
import { CLIPPED, type LuminanceImage } from './luminanceImage.js';
import type { PointNormals } from './pointNormals.js';

/** Shading that changes more slowly than over so many points tells of the lamp, not of a motion. */
const SLOW = 4;
/** A point lit by less than this share of its albedo tells more of its shadow than of a motion. */
const LEAST_LIT = 0.08;

/** By how much a photo differs from what the surface says it shows, and how that picture slopes, as shares of the albedo. */
export interface Missed {
  readonly rest: Float32Array;
  readonly gx: Float32Array;
  readonly gy: Float32Array;
  /** How much each point is believed; 0 where nothing is said. */
  readonly weight: Float32Array;
}

/** One photo beside the surface that all make, with the planes of that surface smoothed for their slopes. */
export interface Beside {
  readonly image: LuminanceImage;
  readonly lamp: Lamp;
  readonly ambient: number;
  readonly normals: PointNormals;
  readonly smooth: readonly Float32Array[];
  /** How much of its own light the photo brought into each point. */
  readonly own: Float32Array;
  readonly pxPerMm: number;
  /** A difference of this share of the albedo halves a point's word. */
  readonly meant: number;
  /** Points at the border that nothing is said of. */
  readonly border: number;
}

/** Mean of three by three. */
export function meanOfNine(from: Float32Array, width: number, height: number): Float32Array {
  const out = from.slice();
  for (let r = 1; r < height - 1; r++)
    for (let c = 1; c < width - 1; c++) {
      const i = r * width + c;
      let sum = 0;
      for (let d = -width; d <= width; d += width) sum += from[i + d - 1] + from[i + d] + from[i + d + 1];
      out[i] = sum / 9;
    }
  return out;
}

/** Fills `out` for one photo. @returns some of the differences, for their middle */
export function missedBy(at: Beside, { rest, gx, gy, weight }: Missed): number[] {
  const { image, lamp, ambient, normals, smooth, own, pxPerMm, meant, border } = at;
  const { width: w, height: h, light: seen } = image;
  const {
    known,
    scaled: [ux, uy, uz, albedos],
  } = normals;
  const [sx, sy, sz, sa] = smooth;
  const light = new Float64Array(3);
  const some: number[] = [];
  weight.fill(0);
  for (let r = border; r < h - border; r++)
    for (let c = border; c < w - border; c++) {
      const i = r * w + c;
      if (!(known[i] && known[i - 1] && known[i + 1] && known[i - w] && known[i + w]) || seen[i] >= CLIPPED)
        continue;
      lightAt(lamp, (c + 0.5 - w / 2) / pxPerMm, (h / 2 - r - 0.5) / pxPerMm, 0, light, 0);
      const [lx, ly, lz] = light;
      const albedo = albedos[i];
      const lit = lx * ux[i] + ly * uy[i] + lz * uz[i];
      if (lit < LEAST_LIT * albedo) continue;
      const off = (seen[i] - lit - ambient * albedo) / (1 - own[i]) / albedo;
      const q = off / meant;
      rest[i] = off;
      weight[i] = 1 / ((1 + q * q) * (1 + q * q));
      const slope = (d: number) =>
        (lx * (sx[i + d] - sx[i - d]) +
          ly * (sy[i + d] - sy[i - d]) +
          lz * (sz[i + d] - sz[i - d]) +
          ambient * (sa[i + d] - sa[i - d])) /
        (2 * albedo);
      gx[i] = slope(1);
      gy[i] = slope(w);
      if (i % 3 === 0) some.push(Math.abs(off));
    }
  return some;
}

/** Takes off each value the weighed mean of those within `SLOW` points, by a table of sums (Crow 1984). */
export function withoutSlow(values: Float32Array, weight: Float32Array, w: number, h: number): void {
  const size = (w + 1) * (h + 1);
  const [sum, mass] = [new Float64Array(size), new Float64Array(size)];
  for (let r = 0; r < h; r++)
    for (let c = 0; c < w; c++) {
      const i = r * w + c;
      const o = (r + 1) * (w + 1) + c + 1;
      sum[o] = sum[o - 1] + sum[o - w - 1] - sum[o - w - 2] + weight[i] * values[i];
      mass[o] = mass[o - 1] + mass[o - w - 1] - mass[o - w - 2] + weight[i];
    }
  for (let r = 0; r < h; r++)
    for (let c = 0; c < w; c++) {
      const r0 = Math.max(0, r - SLOW) * (w + 1);
      const r1 = Math.min(h, r + SLOW + 1) * (w + 1);
      const c0 = Math.max(0, c - SLOW);
      const c1 = Math.min(w, c + SLOW + 1);
      const within = (table: Float64Array) =>
        table[r1 + c1] - table[r0 + c1] - table[r1 + c0] + table[r0 + c0];
      const m = within(mass);
      if (m > 1e-6) values[r * w + c] -= within(sum) / m;
    }
}

/** Normal equations of a motion: along x, along y, turn. */
export interface MotionVotes {
  readonly matrix: number[][];
  readonly right: number[];
  /** What is left over, weighed and squared, and the weight of all. */
  readonly loss: number;
  readonly count: number;
}

/** What all points of a photo say of its motion (Lucas and Kanade 1981). */
export function motionVotes(
  { rest, gx, gy, weight }: Missed,
  { width: w, height: h }: Pick<LuminanceImage, 'width' | 'height'>,
): MotionVotes {
  const matrix = [0, 1, 2].map(() => [0, 0, 0]);
  const right = [0, 0, 0];
  const j = [0, 0, 0];
  let [loss, count] = [0, 0];
  for (let r = 0; r < h; r++)
    for (let c = 0; c < w; c++) {
      const i = r * w + c;
      const t = weight[i];
      if (t === 0) continue;
      j[0] = -gx[i];
      j[1] = -gy[i];
      j[2] = gx[i] * (r + 0.5 - h / 2) - gy[i] * (c + 0.5 - w / 2);
      for (let p = 0; p < 3; p++) {
        right[p] += t * j[p] * rest[i];
        for (let q = p; q < 3; q++) matrix[p][q] += t * j[p] * j[q];
      }
      loss += t * rest[i] * rest[i];
      count += t;
    }
  for (let p = 0; p < 3; p++) for (let q = 0; q < p; q++) matrix[p][q] = matrix[q][p];
  return { matrix, right, loss, count };
}
