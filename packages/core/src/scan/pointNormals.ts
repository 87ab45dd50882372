import { solveAt } from './solveAt.js';
import type { Circle } from './ball.js';
import type { ConvergedLamps } from './convergeLamps.js';
import { type LuminanceImage } from './luminanceImage.js';
import { pointSolver, type PointSolver } from './solve.js';

/** The surface that photos make together, point by point. */
export interface PointNormals {
  /** Albedo-scaled normal in three planes, then the albedo. */
  readonly scaled: readonly [Float32Array, Float32Array, Float32Array, Float32Array];
  /** How much of its own light each photo brought into a point, 0..0.8: by that much less it is missed there. */
  readonly own: readonly Float32Array[];
  /** 1 where a normal was found. */
  readonly known: Uint8Array;
}

/** Under which lamps, by which photos, and where the ball is that says nothing of the surface. */
export interface PointNormalsOf {
  readonly lamps: ConvergedLamps;
  readonly use: readonly boolean[];
  readonly ball: Circle;
  readonly pxPerMm: number;
}

const ALBEDO_LEAST = 0.03;
const MOST_OWN = 0.8;

/** Diagonal of the hat matrix (Hoaglin and Welsch 1978) for each photo that a point was solved from. */
function ownShares({ used, lights }: PointSolver, own: readonly Float32Array[], i: number): void {
  let [a, b, c, d, e, f] = [0, 0, 0, 0, 0, 0];
  for (let k = 0; k < used.length; k++) {
    if (!used[k]) continue;
    const x = lights[3 * k];
    const y = lights[3 * k + 1];
    const z = lights[3 * k + 2];
    a += x * x;
    b += x * y;
    c += x * z;
    d += y * y;
    e += y * z;
    f += z * z;
  }
  const det = a * (d * f - e * e) - b * (b * f - e * c) + c * (b * e - d * c);
  if (!(det > 0)) return;
  for (let k = 0; k < used.length; k++) {
    if (!used[k]) continue;
    const x = lights[3 * k];
    const y = lights[3 * k + 1];
    const z = lights[3 * k + 2];
    const h =
      x * x * (d * f - e * e) +
      y * y * (a * f - c * c) +
      z * z * (a * d - b * b) +
      2 * (x * y * (c * e - b * f) + x * z * (b * e - c * d) + y * z * (b * c - a * e));
    own[k][i] = Math.min(MOST_OWN, h / det);
  }
}

/** Scaled normals of every point of the images, as if all lay in the picture's plane. */
export function pointNormals(
  images: readonly LuminanceImage[],
  { lamps, use, ball, pxPerMm }: PointNormalsOf,
): PointNormals {
  const { width, height } = images[0];
  const n = width * height;
  const plane = () => new Float32Array(n);
  const out: PointNormals = {
    scaled: [plane(), plane(), plane(), plane()],
    own: images.map(plane),
    known: new Uint8Array(n),
  };
  const solver = pointSolver(images.length);
  solver.ambient = lamps.ambient;
  const { found } = solver;
  const from = { images, lamps: lamps.lamps, use };
  for (let row = 0, i = 0; row < height; row++)
    for (let col = 0; col < width; col++, i++) {
      if (Math.hypot(col + 0.5 - ball.x, row + 0.5 - ball.y) < 1.1 * ball.r + 1) continue;
      const x = (col + 0.5 - width / 2) / pxPerMm;
      const y = (height / 2 - row - 0.5) / pxPerMm;
      if (!solveAt(solver, from, { i, x, y, z: 0 })) continue;
      const albedo = Math.hypot(found[0], found[1], found[2]);
      if (albedo < ALBEDO_LEAST) continue;
      out.known[i] = 1;
      for (let j = 0; j < 3; j++) out.scaled[j][i] = found[j];
      out.scaled[3][i] = albedo;
      ownShares(solver, out.own, i);
    }
  return out;
}
