import { contours } from 'd3-contour';
import simplify from 'simplify-js';
import { linearToLab } from '../colour/index.js';
import type { Point } from '../form/index.js';
import { clamp, LowestFirst, refused } from '../units/index.js';
import { edgesOf, type EdgeImage } from './edges.js';
import type { Image } from './image.js';

/** The edges of a picture in linear red, green, blue: at each point the strongest of its three channels in CIE Lab. */
export function colourEdges(image: Image): EdgeImage {
  const { width, height } = image;
  const n = width * height;
  const channels = [0, 1, 2].map(() => new Float32Array(n));
  for (let i = 0; i < n; i++) {
    const { l, a, b } = linearToLab([image.data[3 * i], image.data[3 * i + 1], image.data[3 * i + 2]]);
    [l, a, b].forEach((v, k) => (channels[k][i] = v));
  }
  const strength = new Float32Array(n);
  for (const data of channels) {
    const own = edgesOf({ width, height, channels: 1, data }).strength;
    for (let i = 0; i < n; i++) strength[i] = Math.max(strength[i], own[i]);
  }
  return { width, height, strength };
}

/** A brush's width round the stroke, in points, is inside. */
const BRUSH_PX = 2;
/** What lies farther from the stroke than this share of its length, and than so many points, is outside. */
const REACH = 0.6;
const LEAST_REACH_PX = 14;
/** Where nothing tells, each point farther from the stroke counts like this much of an edge. */
const AWAY = 0.002;
const MOST_POINTS = 60;

/** A stroke on a picture: through a part, or through what is to be left out of it. */
export interface Stroke {
  readonly points: readonly Point[];
  readonly leftOut: boolean;
}

/** Points of the picture under a stroke, the brush as wide as it is. */
function under({ points }: Stroke, { width, height }: EdgeImage): Set<number> {
  const out = new Set<number>();
  points.forEach((a, i) => {
    const b = points[Math.min(i + 1, points.length - 1)];
    const steps = Math.max(1, Math.ceil(Math.hypot(b[0] - a[0], b[1] - a[1])));
    for (let s = 0; s <= steps; s++) {
      const [x, y] = [0, 1].map((k) => a[k] + ((b[k] - a[k]) * s) / steps);
      for (let dy = -BRUSH_PX; dy <= BRUSH_PX; dy++)
        for (let dx = -BRUSH_PX; dx <= BRUSH_PX; dx++) {
          const [c, r] = [Math.floor(x) + dx, Math.floor(y) + dy];
          if (Math.hypot(dx, dy) <= BRUSH_PX && c >= 0 && r >= 0 && c < width && r < height)
            out.add(r * width + c);
        }
    }
  });
  return out;
}

/** Points of the picture that are inside for certain, and outside; the newer stroke holds where two cross. */
function markersOf(strokes: readonly Stroke[], edges: EdgeImage): [Set<number>, Set<number>] {
  const [inside, leftOut] = [new Set<number>(), new Set<number>()];
  for (const stroke of strokes) {
    const [mine, other] = stroke.leftOut ? [leftOut, inside] : [inside, leftOut];
    for (const i of under(stroke, edges)) {
      mine.add(i);
      other.delete(i);
    }
  }
  return [inside, leftOut];
}

/** How long strokes are from end to end, over the box round all of them. */
function spanOf(strokes: readonly Stroke[]): number {
  const points = strokes.flatMap((s) => s.points);
  const [xs, ys] = [points.map((p) => p[0]), points.map((p) => p[1])];
  return Math.hypot(Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys));
}

/** Distance from the strokes in steps, up to a reach; Infinity beyond it. */
function stepsFrom(seeds: ReadonlySet<number>, { width, height }: EdgeImage, reach: number): Float32Array {
  const steps = new Float32Array(width * height).fill(Infinity);
  const queue = new LowestFirst(steps);
  for (const i of seeds) {
    steps[i] = 0;
    queue.push(i);
  }
  while (!queue.empty) {
    const i = queue.pop();
    const c = i % width;
    for (const [j, d] of [
      [c > 0 ? i - 1 : -1, 1],
      [c < width - 1 ? i + 1 : -1, 1],
      [i - width, 1],
      [i + width, 1],
      [c > 0 ? i - width - 1 : -1, Math.SQRT2],
      [c < width - 1 ? i - width + 1 : -1, Math.SQRT2],
      [c > 0 ? i + width - 1 : -1, Math.SQRT2],
      [c < width - 1 ? i + width + 1 : -1, Math.SQRT2],
    ])
      if (j >= 0 && j < steps.length && steps[i] + d < Math.min(steps[j], reach)) {
        steps[j] = steps[i] + d;
        queue.push(j);
      }
  }
  return steps;
}

/**
 * Points on the strokes' side of the strongest ridges of edges between them and what is outside for certain, for it is
 * far away or was stroked as such: both flood the picture from the lowest edges up (watershed from markers; Meyer and
 * Beucher 1990).
 */
function flooded(
  seeds: ReadonlySet<number>,
  leftOut: ReadonlySet<number>,
  edges: EdgeImage,
  reach: number,
): Float32Array {
  const { width, height, strength } = edges;
  const n = width * height;
  const steps = stepsFrom(seeds, edges, reach);
  const level = new Float32Array(n).fill(Infinity);
  // 1 inside, 2 outside.
  const side = new Uint8Array(n);
  const queue = new LowestFirst(level);
  const beside = (i: number) => {
    const c = i % width;
    return [c > 0 ? i - 1 : -1, c < width - 1 ? i + 1 : -1, i - width, i + width].filter(
      (j) => j >= 0 && j < n,
    );
  };
  for (let i = 0; i < n; i++) {
    const far = steps[i] === Infinity;
    const outside = far || leftOut.has(i);
    if (!outside && !seeds.has(i)) continue;
    side[i] = outside ? 2 : 1;
    if (far && !beside(i).some((j) => steps[j] < Infinity)) continue;
    level[i] = 0;
    queue.push(i);
  }
  while (!queue.empty) {
    const i = queue.pop();
    for (const j of beside(i)) {
      if (side[j] !== 0) continue;
      side[j] = side[i];
      level[j] = Math.max(level[i] + AWAY, strength[j]);
      queue.push(j);
    }
  }
  return Float32Array.from(side, (v) => (v === 1 ? 1 : 0));
}

/**
 * The outline of the part that strokes were drawn in: a region that grows from them, goes round edges, and ends where
 * its border lies on them; never over what was stroked to be left out. Where strokes of both kinds cross, the newer holds.
 * @param strokes in points of the picture, each of one or more, in the order they were drawn
 * @returns closed, in points of the picture
 * @throws RefusedInput where nothing is found round them
 */
export function regionFromStrokes(edges: EdgeImage, strokes: readonly Stroke[]): Point[] {
  const { width, height } = edges;
  const inside = strokes.filter((s) => !s.leftOut);
  const [seeds, leftOut] = markersOf(strokes, edges);
  if (seeds.size === 0) throw refused('stroke', 'beside the photo', 'a stroke on it');
  const mask = flooded(seeds, leftOut, edges, Math.max(LEAST_REACH_PX, REACH * spanOf(inside)));
  const calm = softened(mask, width, height);
  const [found] = contours().size([width, height]).smooth(true).thresholds([0.5])(Array.from(calm));
  const ring = found.coordinates.map(([outer]) => outer).sort((a, b) => b.length - a.length)[0];
  if (!ring || ring.length < 8)
    throw refused('stroke', 'nothing with an edge round it', 'a stroke inside a part');
  const points = ring.slice(0, -1).map(([x, y]) => ({ x, y }));
  let kept = simplify(points, 0.8, true);
  for (let off = 1.1; kept.length > MOST_POINTS; off *= 1.35) kept = simplify(points, off, true);
  return kept.map(({ x, y }): Point => [clamp(x, 0, width), clamp(y, 0, height)]);
}

/** Mean over five by five: single points that were not reached are closed, threads that were are cut. */
function softened(mask: Float32Array, width: number, height: number): Float32Array {
  let from = mask;
  for (const step of [1, width]) {
    const to = new Float32Array(from.length);
    for (let i = 0; i < to.length; i++) {
      const at = step === 1 ? i % width : Math.floor(i / width);
      const last = (step === 1 ? width : height) - 1;
      let sum = 0;
      for (let k = -2; k <= 2; k++) sum += from[i + step * (clamp(at + k, 0, last) - at)];
      to[i] = sum / 5;
    }
    from = to;
  }
  return from;
}
