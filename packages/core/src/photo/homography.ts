import type { Point } from '../form/index.js';
import { normalEquations } from '../units/index.js';

/** A projective map of the plane, row by row, its last number 1 where that can be. */
export type Homography = readonly number[];

/** First `q`, then `p`. */
export const chained = (p: Homography, q: Homography): Homography =>
  [0, 1, 2].flatMap((r) =>
    [0, 1, 2].map((c) => p[3 * r] * q[c] + p[3 * r + 1] * q[3 + c] + p[3 * r + 2] * q[6 + c]),
  );

/** The way back. */
export function inverted([a, b, c, d, e, f, g, h, i]: Homography): Homography {
  const [p, q, r] = [e * i - f * h, f * g - d * i, d * h - e * g];
  const det = a * p + b * q + c * r;
  return [
    p,
    c * h - b * i,
    b * f - c * e,
    q,
    a * i - c * g,
    c * d - a * f,
    r,
    b * g - a * h,
    a * e - b * d,
  ].map((v) => v / det);
}

export function projected(h: Homography, [x, y]: Point): Point {
  const w = h[6] * x + h[7] * y + h[8];
  return [(h[0] * x + h[1] * y + h[2]) / w, (h[3] * x + h[4] * y + h[5]) / w];
}

/** How many times a small length grows at the origin, in the mean of all directions. */
export const scaleOf = (h: Homography): number =>
  Math.sqrt(Math.abs(h[0] * h[4] - h[1] * h[3])) / Math.abs(h[8]);

/** Whether it turns left into right. */
export const isMirrored = (h: Homography): boolean => h[0] * h[4] - h[1] * h[3] < 0;

/** A place of the plan and where it was seen. */
export interface PointPair {
  readonly from: Point;
  readonly to: Point;
}

/**
 * The map that brings points nearest to where they were seen, in the sum of squares: affine from three, projective
 * from four (direct linear transform; Hartley and Zisserman 2003, 4.1, about the middle of each set).
 * @returns null where they do not tell it: fewer than three, or all on one line
 */
export function fromPoints(pairs: readonly PointPair[]): Homography | null {
  if (pairs.length < 3) return null;
  const about = (points: readonly Point[]) => {
    const [x, y] = [0, 1].map((k) => points.reduce((s, p) => s + p[k], 0) / points.length);
    const size = points.reduce((s, p) => s + Math.hypot(p[0] - x, p[1] - y), 0) / points.length || 1;
    return [1 / size, 0, -x / size, 0, 1 / size, -y / size, 0, 0, 1];
  };
  const [nf, nt] = [about(pairs.map((p) => p.from)), about(pairs.map((p) => p.to))];
  const projective = pairs.length > 3;
  const n = normalEquations(projective ? 8 : 6);
  for (const { from, to } of pairs) {
    const [[x, y], [u, v]] = [projected(nf, from), projected(nt, to)];
    n.add([x, y, 1, 0, 0, 0, ...(projective ? [-x * u, -y * u] : [])], u);
    n.add([0, 0, 0, x, y, 1, ...(projective ? [-x * v, -y * v] : [])], v);
  }
  const solved = n.solve();
  if (!solved) return null;
  const [a, b, c, d, e, f, g = 0, h = 0] = solved;
  const found = chained(inverted(nt), chained([a, b, c, d, e, f, g, h, 1], nf)).map(
    (v, _, all) => v / all[8],
  );
  return found.every(Number.isFinite) ? found : null;
}
