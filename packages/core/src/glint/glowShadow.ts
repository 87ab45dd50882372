import { placeOf, type Grid, type Point, type Ring } from '../form/index.js';
import { smoothstep, type Vec3 } from '../units/index.js';
import type { Occluder } from './occlusion.js';

/** Light that passes a part in front by less than this is partly stopped by it. */
const PASSES_MM = 1.5;
/** The shadow of a glow is looked for at places so far apart, and is soft between them. */
const APART_MM = 0.4;

/**
 * The least of `t * rise` over the crossings of the way from (x, y) to (qx, qy) with a ring, `t` the share of the way.
 * @returns how often it is crossed, and that least
 */
function crossings(ring: Ring, x: number, y: number, to: Vec3): { count: number; least: number } {
  const [dx, dy] = [to[0] - x, to[1] - y];
  let count = 0;
  let least = Infinity;
  for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
    const ax = ring[j][0];
    const ay = ring[j][1];
    const ex = ring[i][0] - ax;
    const ey = ring[i][1] - ay;
    const across = dx * ey - dy * ex;
    if (across === 0) continue;
    const ox = ax - x;
    const oy = ay - y;
    const t = (ox * ey - oy * ex) / across;
    const s = (ox * dy - oy * dx) / across;
    if (t <= 0 || t >= 1 || s < 0 || s >= 1) continue;
    count++;
    least = Math.min(least, t * to[2]);
  }
  return { count, least };
}

/** How much of a glow's light reaches a point past one thing in front, 0..1. */
function passing([x, y]: Point, to: Vec3, { coarse, gapMm }: Occluder): number {
  let count = 0;
  let least = Infinity;
  for (const ring of coarse) {
    const own = crossings(ring, x, y, to);
    count += own.count;
    least = Math.min(least, own.least);
  }
  // What shines inside an outline of another part stands on it, not behind it.
  return count < 2 ? 1 : smoothstep(0, PASSES_MM, least - gapMm);
}

/**
 * How much of a glow's light reaches the points of a grid past all that stands in front, 0..1.
 * @param to where the glow is, in the part's frame
 * @param reached whether light gets to a place at all; nothing is looked for where it does not
 */
export function glowShadow(
  grid: Grid,
  to: Vec3,
  occluders: readonly Occluder[],
  reached: (x: number, y: number) => boolean,
): (i: number) => number {
  if (occluders.length === 0) return () => 1;
  const stride = Math.max(1, Math.round(APART_MM * grid.pxPerMm));
  const [wide, high] = [Math.ceil(grid.width / stride) + 1, Math.ceil(grid.height / stride) + 1];
  const nodes = new Float32Array(wide * high).fill(1);
  for (let r = 0; r < high; r++)
    for (let c = 0; c < wide; c++) {
      const [x, y] = placeOf(grid, c * stride, r * stride);
      if (!reached(x, y)) continue;
      let left = 1;
      for (const o of occluders) if (left > 0) left *= passing([x, y], to, o);
      nodes[r * wide + c] = left;
    }
  return (i) => {
    const x = ((i % grid.width) + 0.5) / stride;
    const y = (Math.floor(i / grid.width) + 0.5) / stride;
    const c = Math.floor(x);
    const r = Math.floor(y);
    const u = x - c;
    const v = y - r;
    const at = r * wide + c;
    return (
      (nodes[at] * (1 - u) + nodes[at + 1] * u) * (1 - v) +
      (nodes[at + wide] * (1 - u) + nodes[at + wide + 1] * u) * v
    );
  };
}
