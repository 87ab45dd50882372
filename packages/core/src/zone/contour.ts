import { contours } from 'd3-contour';
import simplify from 'simplify-js';
import { placeOf, type Grid, type Point, type Ring } from '../form/index.js';

/** Contours may stray from the field by this share of a grid point. */
const SIMPLIFY_PX = 0.1;

/** Rings of where a field is at or above a level, in grid units, unsimplified. */
function ringsAbove(field: Float32Array, grid: Grid, level: number): [number, number][][] {
  const shape = contours()
    .size([grid.width, grid.height])
    .contour(field as unknown as number[], level);
  return shape.coordinates.flatMap((polygon) => polygon as [number, number][][]);
}

function tidy(points: readonly [number, number][], grid: Grid): Point[] {
  return simplify(
    points.map(([x, y]) => ({ x, y })),
    SIMPLIFY_PX,
    true,
  ).map(({ x, y }) => placeOf(grid, x, y));
}

/** Outlines (mm, in the grid's frame) of where a field is at or above a level. Touches the grid's border where the field does. */
export function regionAbove(field: Float32Array, grid: Grid, level: number): Ring[] {
  return ringsAbove(field, grid, level)
    .map((ring) => tidy(ring, grid).slice(0, -1))
    .filter((ring) => ring.length >= 3);
}

/**
 * The lines along which a field crosses a level, cut to where `keep` holds (tested at the middle of each piece).
 * Open polylines in mm.
 */
export function linesAt(
  field: Float32Array,
  grid: Grid,
  level: number,
  keep: (x: number, y: number) => boolean,
): Point[][] {
  const wanted = ([ax, ay]: [number, number], [bx, by]: [number, number]) => {
    const [x, y] = [(ax + bx) / 2, (ay + by) / 2];
    if (x < 1 || y < 1 || x > grid.width - 1 || y > grid.height - 1) return false;
    return keep(...placeOf(grid, x, y));
  };
  return ringsAbove(field, grid, level).flatMap((ring) => runsOf(ring, wanted).map((run) => tidy(run, grid)));
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
