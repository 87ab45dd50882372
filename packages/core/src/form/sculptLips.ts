import type { FormOf } from '../piece/index.js';
import { sampleSculpt, SCULPT_SAMPLE, type Sculpt } from '../sculpt/index.js';
import { rad } from '../units/index.js';
import { lipsOf } from './outline.js';
import type { Edge, Point, Ring } from './surface.js';

/** How far to either side of an outline its surface is looked at. */
const BESIDE_MM = 0.22;
/** What falls off by more than this beyond its own slope lies over what is beside it. */
const DROP_MM = 0.18;
/** Beyond this tilt a surface rolls away: its outline is a silhouette, and nothing a brush could follow. */
const ROLLS_DEG = 52;
/** Over both sides the surface turns by this much at an edge, outward. */
const FOLD_DEG = 32;
/** The direction of an outline is taken over this much of it; a stretch shorter than the second is no line. */
const ALONG_MM = 0.35;
const LEAST_MM = 0.8;

interface Place {
  readonly at: Point;
  readonly outward: Point;
}

/** Whether the sculpt has an edge under a place of an outline: a lip over something lower, or a fold outward. */
function edgeAt(s: Sculpt, { at, outward }: Place): boolean {
  const [a, b] = [new Float64Array(SCULPT_SAMPLE.size), new Float64Array(SCULPT_SAMPLE.size)];
  sampleSculpt(s, at[0] - outward[0] * BESIDE_MM, at[1] - outward[1] * BESIDE_MM, a);
  sampleSculpt(s, at[0] + outward[0] * BESIDE_MM, at[1] + outward[1] * BESIDE_MM, b);
  const tilt = (n: Float64Array) => n[SCULPT_SAMPLE.nx] * outward[0] + n[SCULPT_SAMPLE.ny] * outward[1];
  const own = tilt(a);
  if (own > Math.sin(rad(ROLLS_DEG))) return false;
  const seen = (n: Float64Array) => n[SCULPT_SAMPLE.confidence] > 0.5;
  if (!seen(b)) return true;
  const slope = own / Math.max(0.3, a[SCULPT_SAMPLE.nz]);
  const drop = a[SCULPT_SAMPLE.heightMm] - b[SCULPT_SAMPLE.heightMm] - 2 * BESIDE_MM * slope;
  if (drop > DROP_MM) return true;
  // Lower than its neighbour: the edge is the neighbour's.
  if (drop < -DROP_MM) return false;
  return tilt(b) - own > 2 * Math.sin(rad(FOLD_DEG) / 2);
}

/** Means over a stretch of a closed line to either side of each point. */
function calmed(points: readonly Point[], reach: number): Point[] {
  const n = points.length;
  return points.map((_, i) => {
    let [x, y] = [0, 0];
    for (let k = -reach; k <= reach; k++) {
      const p = points[(i + k + 2 * n) % n];
      x += p[0];
      y += p[1];
    }
    return [x / (2 * reach + 1), y / (2 * reach + 1)];
  });
}

/** Stretches of a closed line of n points where `on` holds: first and one past the last, counted on past the start. */
function stretches(on: readonly boolean[]): (readonly [number, number])[] {
  const n = on.length;
  const start = on.findIndex((v, i) => v && !on[(i - 1 + n) % n]);
  if (start < 0) return on[0] ? [[0, n]] : [];
  const out: [number, number][] = [];
  for (let i = start; i < start + n; i++)
    if (on[i % n]) {
      if (out.length > 0 && out[out.length - 1][1] === i) out[out.length - 1][1] = i + 1;
      else out.push([i, i + 1]);
    }
  return out;
}

/**
 * The lips of a part cut from a 3D file's surface: only where the surface itself has an edge under the outline. Where a
 * part ends in the middle of a surface, under its neighbour, or where it rolls out of sight, nothing is lit.
 */
export function sculptLips(s: Sculpt, form: FormOf<'sculpt'>, rings: readonly Ring[]): Edge[] {
  const side = form.mirrored === 'yes' ? -1 : 1;
  return lipsOf(rings).flatMap(({ points, outward }): Edge[] => {
    const n = points.length;
    const whole = points.reduce(
      (sum, p, i) => sum + Math.hypot(p[0] - points[(i + 1) % n][0], p[1] - points[(i + 1) % n][1]),
      0,
    );
    const reach = Math.min(Math.floor((n - 1) / 2), Math.max(1, Math.round((ALONG_MM * n) / whole)));
    const turned = calmed(outward, reach).map(([x, y]): Point => {
      const long = Math.hypot(x, y) || 1;
      return [x / long, y / long];
    });
    const hits = points.map((p, i): Point => {
      const place: Place = {
        at: [form.fromXMm + p[0] * side, form.fromYMm + p[1]],
        outward: [turned[i][0] * side, turned[i][1]],
      };
      return [edgeAt(s, place) ? 1 : 0, 0];
    });
    // A single point that differs from those round it decides nothing.
    const on = calmed(hits, reach).map(([share]) => share > 0.5);
    return stretches(on)
      .filter(([from, to]) => (to - from) * (whole / n) >= LEAST_MM)
      .map(([from, to]) => {
        const own = Array.from({ length: to - from }, (_, k) => (from + k) % n);
        return {
          kind: 'hard',
          closed: to - from === n,
          points: own.map((i) => points[i]),
          outward: own.map((i) => turned[i]),
        };
      });
  });
}
