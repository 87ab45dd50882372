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

/** Points of the picture under a stroke, the brush as wide as it is. */
function under(stroke: readonly Point[], { width, height }: EdgeImage): Set<number> {
  const out = new Set<number>();
  stroke.forEach((a, i) => {
    const b = stroke[Math.min(i + 1, stroke.length - 1)];
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

/** How long a stroke is from end to end, over its box. */
function spanOf(stroke: readonly Point[]): number {
  const [xs, ys] = [stroke.map((p) => p[0]), stroke.map((p) => p[1])];
  return Math.hypot(Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys));
}

/** Distance from the stroke in steps, up to a reach; Infinity beyond it. */
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
 * Points on the stroke's side of the strongest ridges of edges between it and what is outside for certain: both flood
 * the picture from the lowest edges up (watershed from markers; Meyer and Beucher 1990).
 */
function flooded(seeds: ReadonlySet<number>, edges: EdgeImage, reach: number): Float32Array {
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
    const outside = steps[i] === Infinity;
    if (!outside && !seeds.has(i)) continue;
    side[i] = outside ? 2 : 1;
    if (outside && !beside(i).some((j) => steps[j] < Infinity)) continue;
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
 * The outline of the part that a stroke was drawn in: a region that grows from the stroke, goes round edges, and ends
 * where its border lies on them.
 * @param stroke in points of the picture, one or more
 * @returns closed, in points of the picture
 * @throws RefusedInput where nothing is found round it
 */
export function regionFromStroke(edges: EdgeImage, stroke: readonly Point[]): Point[] {
  const { width, height } = edges;
  const seeds = under(stroke, edges);
  if (seeds.size === 0) throw refused('stroke', 'beside the photo', 'a stroke on it');
  const mask = flooded(seeds, edges, Math.max(LEAST_REACH_PX, REACH * spanOf(stroke)));
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
