import type { Point } from '../form/index.js';

/** A light off its middle by less than this share of its length has no side: the stroke goes from an end inward. */
const LEAST_LEAN = 0.06;
/** Strokes shorter than this, in points, are dabs. */
const LEAST_STROKE = 14;

/** What counts as nearly the strongest. */
const NEARLY = 0.8;

/** The middle of points, each by its weight; null where all weigh nothing. */
function middleOf(points: readonly Point[], weight: (k: number) => number): Point | null {
  let [x, y, sum] = [0, 0, 0];
  points.forEach((at, k) => {
    const w = weight(k);
    x += w * at[0];
    y += w * at[1];
    sum += w;
  });
  return sum > 0 ? [x / sum, y / sum] : null;
}

/** The middle of points and the direction that they reach farthest in, with the spread along it (principal axes). */
function mainAxis(points: readonly Point[]): { middle: Point; along: Point; reach: number } {
  const middle = middleOf(points, () => 1)!;
  let [xx, xy, yy] = [0, 0, 0];
  for (const [x, y] of points) {
    const [dx, dy] = [x - middle[0], y - middle[1]];
    xx += dx * dx;
    xy += dx * dy;
    yy += dy * dy;
  }
  const angle = Math.atan2(2 * xy, xx - yy) / 2;
  const most = (xx + yy) / 2 + Math.hypot((xx - yy) / 2, xy);
  return {
    middle,
    along: [Math.cos(angle), Math.sin(angle)],
    reach: Math.sqrt((12 * most) / points.length),
  };
}

/** The point that lies farthest along a direction from the middle, and near the line through it. */
function endAlong(points: readonly Point[], [mx, my]: Point, [ux, uy]: Point): Point {
  const rank = ([x, y]: Point) => {
    const [dx, dy] = [x - mx, y - my];
    return dx * ux + dy * uy - 0.5 * Math.abs(dy * ux - dx * uy);
  };
  let best = points[0];
  for (const at of points) if (rank(at) > rank(best)) best = at;
  return best;
}

/**
 * Where the brush is set down and where it leaves: a light is pulled toward the light and lifted there, a shade into the
 * shade, because paint gathers where the brush leaves. Where the light lies in the middle the stroke goes from an end
 * inward. Null where it would be no longer than a dab.
 * @param points the patch that is painted, in points of a picture
 * @param lightAt how light the finished part is at the k-th of them, 0..1
 */
export function strokeOver(
  points: readonly Point[],
  lightAt: (k: number) => number,
  lightens: boolean,
): readonly [Point, Point] | null {
  if (points.length === 0) return null;
  const { middle, along, reach } = mainAxis(points);
  const least = points.reduce((m, _, k) => Math.min(m, lightAt(k)), Infinity);
  const light = middleOf(points, (k) => lightAt(k) - least) ?? middle;
  const lean: Point = [light[0] - middle[0], light[1] - middle[1]];
  const size = Math.hypot(...lean);
  const isLeaning = size > LEAST_LEAN * reach;
  const toward: Point = isLeaning ? [lean[0] / size, lean[1] / size] : along;
  const from = endAlong(points, middle, [-toward[0], -toward[1]]);
  const to = isLeaning ? endAlong(points, middle, toward) : middle;
  if (Math.hypot(to[0] - from[0], to[1] - from[1]) < LEAST_STROKE) return null;
  return lightens ? [from, to] : [to, from];
}

/** Of points that are nearly the strongest, the one nearest to their middle. */
export function strongestPlace(points: readonly Point[], strength: (k: number) => number): Point {
  const most = points.reduce((m, _, k) => Math.max(m, strength(k)), 0);
  const strong = points.filter((_, k) => strength(k) >= NEARLY * most);
  const [mx, my] = middleOf(strong, () => 1)!;
  const off = ([x, y]: Point) => Math.hypot(x - mx, y - my);
  return strong.reduce((best, at) => (off(at) < off(best) ? at : best));
}
