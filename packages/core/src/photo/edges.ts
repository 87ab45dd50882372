import type { Point } from '../form/index.js';
import { clamp, LowestFirst } from '../units/index.js';
import type { Image } from './image.js';

/** Where a picture has edges: strength 0..1 at every point, row by row from the top. */
export interface EdgeImage {
  readonly width: number;
  readonly height: number;
  readonly strength: Float32Array;
}

/** A share of the points lies above what counts as a full edge. */
const STRONG_SHARE = 0.02;
/** Nothing weaker than this, in L* a point, is an edge: the grain of a photo. */
const LEAST_SLOPE = 1.5;
/** A tap keeps to where it was made unless an edge is this strong; an edge at full reach counts for so much less. */
const LEAST_EDGE = 0.18;
const FAR_COUNTS = 0.55;
/** What a step of one point costs along a full edge, and where there is none. */
const ALONG_EDGE = 0.04;
const OFF_EDGE = 1;
/**
 * A path strays from the straight way by this share of its length at most, and at least so many points: an arc of 130
 * degrees does. Farther off lies another edge, however strong.
 */
const STRAYS = 0.33;
/** What a step costs more as far off as a path may stray: of two edges the nearer one is the outline, a ridge or a painted band is not. */
const STRAYING = 0.25;
const LEAST_AROUND = 4;
/** A path of more points than this in its box is not looked for: the ends are joined straight. */
const MOST_POINTS = 400_000;

/** The edges of a picture of one channel in L*: the length of its gradient (Scharr's operator), against its strongest. */
export function edgesOf({ width, height, data }: Image): EdgeImage {
  const strength = new Float32Array(width * height);
  const at = (x: number, y: number) => data[clamp(y, 0, height - 1) * width + clamp(x, 0, width - 1)];
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const [a, b, c] = [at(x - 1, y - 1), at(x, y - 1), at(x + 1, y - 1)];
      const [d, e] = [at(x - 1, y), at(x + 1, y)];
      const [f, g, h] = [at(x - 1, y + 1), at(x, y + 1), at(x + 1, y + 1)];
      const gx = (3 * (c + h - a - f) + 10 * (e - d)) / 32;
      const gy = (3 * (f + h - a - c) + 10 * (g - b)) / 32;
      strength[y * width + x] = Math.hypot(gx, gy);
    }
  const sorted = Float32Array.from(strength).sort();
  const full = Math.max(LEAST_SLOPE * 2, sorted[Math.floor((1 - STRONG_SHARE) * (sorted.length - 1))]);
  return {
    width,
    height,
    strength: strength.map((s) => clamp((s - LEAST_SLOPE) / (full - LEAST_SLOPE), 0, 1)),
  };
}

/**
 * A tap moved onto the strongest edge within reach, nearer ones counting more; as it was where there is none.
 * @param tap in points of the picture, from its upper left corner
 * @param reach in points
 */
export function snappedToEdge({ width, height, strength }: EdgeImage, tap: Point, reach: number): Point {
  const [x, y] = tap;
  let best = LEAST_EDGE;
  let found: Point | null = null;
  for (let r = Math.max(0, Math.floor(y - reach)); r <= Math.min(height - 1, y + reach); r++)
    for (let c = Math.max(0, Math.floor(x - reach)); c <= Math.min(width - 1, x + reach); c++) {
      const away = Math.hypot(c + 0.5 - x, r + 0.5 - y);
      if (away > reach) continue;
      const counts = strength[r * width + c] * (1 - (1 - FAR_COUNTS) * (away / reach));
      if (counts <= best) continue;
      best = counts;
      found = [c + 0.5, r + 0.5];
    }
  return found ?? tap;
}

/** How far a point lies from the straight way between two others. */
function off(p: Point, a: Point, b: Point): number {
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
  const l2 = dx * dx + dy * dy;
  const t = l2 === 0 ? 0 : clamp(((p[0] - a[0]) * dx + (p[1] - a[1]) * dy) / l2, 0, 1);
  return Math.hypot(p[0] - a[0] - t * dx, p[1] - a[1] - t * dy);
}

/** The window of a picture in which a path is looked for. */
function windowAround({ width, height }: EdgeImage, a: Point, b: Point) {
  const grow = LEAST_AROUND + STRAYS * Math.hypot(b[0] - a[0], b[1] - a[1]);
  const [left, top] = [
    Math.max(0, Math.floor(Math.min(a[0], b[0]) - grow)),
    Math.max(0, Math.floor(Math.min(a[1], b[1]) - grow)),
  ];
  return {
    left,
    top,
    w: Math.min(width, Math.ceil(Math.max(a[0], b[0]) + grow)) - left,
    h: Math.min(height, Math.ceil(Math.max(a[1], b[1]) + grow)) - top,
  };
}

/**
 * The way from one place to another that keeps to edges: the cheapest path where a step along an edge costs little
 * (live-wire, Mortensen and Barrett 1995; Dijkstra 1959).
 * @returns points from the first place to the second, both kept as they are
 */
export function edgePath(edges: EdgeImage, from: Point, to: Point): Point[] {
  const { left, top, w, h } = windowAround(edges, from, to);
  const cell = ([x, y]: Point) =>
    clamp(Math.floor(y) - top, 0, h - 1) * w + clamp(Math.floor(x) - left, 0, w - 1);
  if (w < 1 || h < 1 || w * h > MOST_POINTS) return [from, to];
  const [start, goal] = [cell(from), cell(to)];
  const strays = LEAST_AROUND + STRAYS * Math.hypot(to[0] - from[0], to[1] - from[1]);
  const cost = new Float32Array(w * h).fill(Infinity);
  const before = new Int32Array(w * h).fill(-1);
  const done = new Uint8Array(w * h);
  const queue = new LowestFirst(cost);
  cost[start] = 0;
  queue.push(start);
  while (!queue.empty) {
    const i = queue.pop();
    if (done[i]) continue;
    done[i] = 1;
    if (i === goal) break;
    const [x, y] = [i % w, Math.floor(i / w)];
    for (let dy = -1; dy <= 1; dy++)
      for (let dx = -1; dx <= 1; dx++) {
        const [c, r] = [x + dx, y + dy];
        if ((dx === 0 && dy === 0) || c < 0 || r < 0 || c >= w || r >= h) continue;
        const j = r * w + c;
        const away = off([c + left + 0.5, r + top + 0.5], from, to) / strays;
        if (done[j] || away > 1) continue;
        const s = edges.strength[(r + top) * edges.width + c + left];
        const along = OFF_EDGE + (ALONG_EDGE - OFF_EDGE) * s + STRAYING * away;
        const step = along * (dx !== 0 && dy !== 0 ? Math.SQRT2 : 1);
        if (cost[i] + step >= cost[j]) continue;
        cost[j] = cost[i] + step;
        before[j] = i;
        queue.push(j);
      }
  }
  const way: Point[] = [];
  for (let i = before[goal]; i >= 0 && i !== start; i = before[i])
    way.push([(i % w) + left + 0.5, Math.floor(i / w) + top + 0.5]);
  return [from, ...way.reverse(), to];
}

/** Fewer points that stay within a tolerance of a way (Douglas and Peucker 1973). */
function simplified(way: readonly Point[], tolerance: number): Point[] {
  const [first, last] = [way[0], way[way.length - 1]];
  let [worst, at] = [tolerance, -1];
  for (let i = 1; i < way.length - 1; i++) {
    const d = off(way[i], first, last);
    if (d > worst) [worst, at] = [d, i];
  }
  return at < 0
    ? [first, last]
    : [...simplified(way.slice(0, at + 1), tolerance).slice(0, -1), ...simplified(way.slice(at), tolerance)];
}

/** Points that are left of a way lie this near to it, in points of the picture; where too many are left, farther by this. */
const TOLERANCE = 0.8;
const COARSER = 1.5;

/**
 * An outline that keeps to edges between its taps; the taps stay.
 * @param taps in order round it, closed from the last to the first
 * @param most points that the outline may have; never fewer than the taps
 */
export function outlineAlongEdges(edges: EdgeImage, taps: readonly Point[], most: number): Point[] {
  if (taps.length < 2) return [...taps];
  const ways = taps.map((tap, i) => edgePath(edges, tap, taps[(i + 1) % taps.length]));
  for (let tolerance = TOLERANCE; ; tolerance *= COARSER) {
    const outline = ways.flatMap((way) => simplified(way, tolerance).slice(0, -1));
    if (outline.length <= Math.max(most, taps.length)) return outline;
  }
}
