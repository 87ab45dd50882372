import { contours } from 'd3-contour';
import simplify from 'simplify-js';
import { placeOf, type Grid, type Point, type Ring } from '../form/index.js';
import { clamp } from '../units/index.js';

/** Contours may stray from the field by this share of a grid point. */
const SIMPLIFY_PX = 0.1;

const HALVINGS = 12;

/** Where between the middle two of four neighbouring values a cubic through them reaches a level, 0..1 (Catmull and Rom 1974). */
export function crossing(before: number, a: number, b: number, after: number, level: number): number {
  const c1 = (b - before) / 2;
  const c2 = before - 2.5 * a + 2 * b - 0.5 * after;
  const c3 = 1.5 * (a - b) + (after - before) / 2;
  const rises = b > a;
  let low = 0;
  let high = 1;
  for (let i = 0; i < HALVINGS; i++) {
    const t = (low + high) / 2;
    if (a + t * (c1 + t * (c2 + t * c3)) < level === rises) low = t;
    else high = t;
  }
  return (low + high) / 2;
}

/** A closed line in grid units; its last point equals its first. */
export type GridRing = readonly (readonly [number, number])[];

/**
 * Rings of where a field is at or above a level, in grid units, unsimplified. Between points the field is taken to be
 * cubic: a straight line would put crisp borders a few hundredths of a mm off.
 */
export function ringsAbove(field: Float32Array, grid: Grid, level: number): GridRing[] {
  const { width, height } = grid;
  const shape = contours()
    .size([width, height])
    .smooth(false)
    .contour(field as unknown as number[], level);
  const rings = shape.coordinates.flatMap((polygon) => polygon as [number, number][][]);
  const at = (c: number, r: number) => field[clamp(r, 0, height - 1) * width + clamp(c, 0, width - 1)];
  for (const ring of rings)
    for (const point of ring) {
      // A corner of a ring lies half way between two points: on a whole number across or down, never on both.
      const x = point[0];
      const y = point[1];
      const c = Math.floor(x);
      const r = Math.floor(y);
      if (x > 0 && x < width && c === x)
        point[0] = x - 0.5 + crossing(at(c - 2, r), at(c - 1, r), at(c, r), at(c + 1, r), level);
      if (y > 0 && y < height && r === y)
        point[1] = y - 0.5 + crossing(at(c, r - 2), at(c, r - 1), at(c, r), at(c, r + 1), level);
    }
  return rings;
}

function tidy(points: GridRing, grid: Grid): Point[] {
  return simplify(
    points.map(([x, y]) => ({ x, y })),
    SIMPLIFY_PX,
    true,
  ).map(({ x, y }) => placeOf(grid, x, y));
}

/** Outlines (mm, in the grid's frame) of what `ringsAbove` found. They touch the grid's border where the field does. */
export const outlinesOf = (rings: readonly GridRing[], grid: Grid): Ring[] =>
  rings.map((ring) => tidy(ring, grid).slice(0, -1)).filter((ring) => ring.length >= 3);

/**
 * The lines along which a field crosses the level of `ringsAbove`, cut to the points of a mask (tested at the middle of
 * each piece). Open polylines in mm.
 */
export function linesOf(rings: readonly GridRing[], grid: Grid, mask: Uint8Array): Point[][] {
  const wanted = ([ax, ay]: GridRing[number], [bx, by]: GridRing[number]) => {
    const [x, y] = [(ax + bx) / 2, (ay + by) / 2];
    if (x < 1 || y < 1 || x > grid.width - 1 || y > grid.height - 1) return false;
    return mask[Math.floor(y) * grid.width + Math.floor(x)] === 1;
  };
  return rings.flatMap((ring) => runsOf(ring, wanted).map((run) => tidy(run, grid)));
}

/** The stretches of a closed ring (last point equals the first) whose pieces are wanted. */
export function runsOf<P>(ring: readonly P[], wanted: (a: P, b: P) => boolean): P[][] {
  const runs: P[][] = [];
  let run: P[] = [];
  for (let i = 0; i + 1 < ring.length; i++) {
    if (wanted(ring[i], ring[i + 1])) {
      if (run.length === 0) run.push(ring[i]);
      run.push(ring[i + 1]);
    } else if (run.length > 0) {
      runs.push(run);
      run = [];
    }
  }
  if (run.length > 0) {
    // A stretch that runs over the ring's start is one.
    if (runs.length > 0 && runs[0][0] === ring[0]) runs[0] = [...run, ...runs[0].slice(1)];
    else runs.push(run);
  }
  return runs;
}
