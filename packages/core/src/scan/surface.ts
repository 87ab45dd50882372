import { solveAt } from './solveAt.js';
import { clamp } from '../units/index.js';
import type { Circle } from './ball.js';
import { confidenceOf, NO_CONFIDENCE_RAD } from '../sculpt/index.js';
import { integrated } from './integrate.js';
import { reduced, type LuminanceImage } from './luminanceImage.js';
import type { ConvergedLamps } from './convergeLamps.js';
import { pointSolver } from './solve.js';

const ROWS_AT_ONCE = 24;
/** Darker than this share of the primer is another paint. */
const PRIMER_SHARE = 0.75;
/** Errors of the stand-in bench against what the signals say, in radians (fitted over its faults: bench/scans.mjs). */
const CALIBRATED = { leastRad: 0.014, share: 0.26 } as const;

export interface Normals {
  readonly nx: Float32Array;
  readonly ny: Float32Array;
  readonly confidence: Uint8Array;
}

/** What all points of a surface are read by. */
export interface NormalsOf {
  readonly lamps: ConvergedLamps;
  readonly use: readonly boolean[];
  readonly ball: Circle;
  readonly pxPerMm: number;
  /** Heights in mm where they are known: near a lamp it matters how far a point stands out. */
  readonly heightMm: Float32Array | null;
  /** Errors that show in no point by itself, in radians: of a shine. */
  readonly besideRad: number;
}

/** Normals, and the mean error to be expected over the primer, in radians. */
export interface NormalsFound extends Normals {
  readonly expectedRad: number;
}

/** Normals of every point of the images. */
export function normalsOf(
  images: readonly LuminanceImage[],
  { lamps: { lamps, ambient, spread, primer, even }, use, ball, pxPerMm, heightMm, besideRad }: NormalsOf,
  onRow: (share: number) => void,
): NormalsFound {
  const { width, height } = images[0];
  let [sum, count] = [0, 0];
  const n = width * height;
  const out: Normals = { nx: new Float32Array(n), ny: new Float32Array(n), confidence: new Uint8Array(n) };
  const solver = pointSolver(images.length);
  solver.ambient = ambient;
  solver.primer = even;
  const from = { images, lamps, use };
  for (let row = 0, i = 0; row < height; row++) {
    if (row % ROWS_AT_ONCE === 0) onRow(row / height);
    for (let col = 0; col < width; col++, i++) {
      if (Math.hypot(col + 0.5 - ball.x, row + 0.5 - ball.y) < ball.r + 1.5) continue;
      const x = (col + 0.5 - width / 2) / pxPerMm;
      const y = (height / 2 - row - 0.5) / pxPerMm;
      if (!solveAt(solver, from, { i, x, y, z: heightMm ? heightMm[i] : 0 })) continue;
      const { found } = solver;
      const albedo = Math.hypot(found[0], found[1], found[2]);
      if (albedo < 0.02) continue;
      out.nx[i] = found[0] / albedo;
      out.ny[i] = found[1] / albedo;
      // An error of the light, enlarged by lamps that stand in one line; steep places are seen aslant and worse.
      const nz = Math.max(0.1, found[2] / albedo);
      // Primer is one paint: where it seems darker than elsewhere, a shadow or a neighbour's light was taken for its own.
      const dark = Math.max(0, 1 - albedo / primer);
      const off = Math.sqrt(found[3]) * (0.5 * spread + found[4] + 0.01) * (0.6 + 0.4 / nz) * (1 + 3 * dark);
      const expected = Math.min(NO_CONFIDENCE_RAD, CALIBRATED.leastRad + CALIBRATED.share * off + besideRad);
      if (albedo > PRIMER_SHARE * primer) {
        sum += expected;
        count++;
      }
      out.confidence[i] = confidenceOf(expected);
    }
  }
  return { ...out, expectedRad: count > 0 ? sum / count : NO_CONFIDENCE_RAD };
}

/** Heights are built on so many points and filled in between. */
const RISE_POINTS = 160_000;

/** Heights in mm from the normals of the planes. */
export function heightsOf(normals: Normals, width: number, height: number, pxPerMm: number): Float32Array {
  const by = Math.max(1, Math.floor(Math.sqrt((width * height) / RISE_POINTS)));
  if (by === 1) return heightsFrom(normals, width, height, pxPerMm);
  const mean = (image: Float32Array | Uint8Array) =>
    reduced({ width, height, light: Float32Array.from(image) }, by);
  const nx = mean(normals.nx);
  const less = {
    nx: nx.light,
    ny: mean(normals.ny).light,
    confidence: Uint8Array.from(mean(normals.confidence).light),
  };
  return enlarged(heightsFrom(less, nx.width, nx.height, pxPerMm / by), nx.width, nx.height, width, height);
}

function heightsFrom(
  { nx, ny, confidence }: Normals,
  width: number,
  height: number,
  pxPerMm: number,
): Float32Array {
  const n = width * height;
  const [gx, gy, weight] = [new Float32Array(n), new Float32Array(n), new Float32Array(n)];
  for (let i = 0; i < n; i++) {
    const nz = Math.max(0.12, Math.sqrt(Math.max(0, 1 - nx[i] * nx[i] - ny[i] * ny[i])));
    gx[i] = -nx[i] / nz;
    gy[i] = ny[i] / nz;
    weight[i] = (confidence[i] / 255) ** 2 * nz;
  }
  return integrated(width, height, gx, gy, weight).map((v) => v / pxPerMm);
}

/** The raster `by` times finer in each direction, as the eye would fill it. */
export function enlarged(
  image: Float32Array,
  w: number,
  h: number,
  width: number,
  height: number,
): Float32Array {
  const out = new Float32Array(width * height);
  for (let r = 0, i = 0; r < height; r++)
    for (let c = 0; c < width; c++, i++) {
      const fc = clamp(((c + 0.5) * w) / width - 0.5, 0, w - 1.001);
      const fr = clamp(((r + 0.5) * h) / height - 0.5, 0, h - 1.001);
      const c0 = Math.floor(fc);
      const r0 = Math.floor(fr);
      const tc = fc - c0;
      const tr = fr - r0;
      const j = r0 * w + c0;
      out[i] =
        (image[j] * (1 - tc) + image[j + 1] * tc) * (1 - tr) +
        (image[j + w] * (1 - tc) + image[j + w + 1] * tc) * tr;
    }
  return out;
}
