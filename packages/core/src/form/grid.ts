import { areaOf, boundsOf, turn } from './geometry.js';
import type { Point, Ring, SurfaceModel } from './surface.js';

/**
 * Where the points of a raster lie on a part. Row 0 is the top. With `rollRad` the raster stands upright in the view
 * while the part is rolled; left and top are then measured from the placement point along the view's axes.
 */
export interface Grid {
  readonly width: number;
  readonly height: number;
  readonly pxPerMm: number;
  readonly leftMm: number;
  readonly topMm: number;
  readonly rollRad: number;
}

/** More points than this are never computed for one raster. */
export const MOST_POINTS = 16_000_000;

/** A raster around outlines, `marginPx` wider on every side; coarser where it would hold more than `most` points. */
export function gridAround(
  rings: readonly Ring[],
  pxPerMm: number,
  marginPx: number,
  rollRad = 0,
  most = MOST_POINTS,
): Grid {
  const turned = rollRad === 0 ? rings : rings.map((ring) => ring.map(([x, y]) => turn(x, y, rollRad)));
  const b = boundsOf(turned);
  const area = (b.right - b.left) * (b.top - b.bottom);
  const px = Math.min(pxPerMm, Math.sqrt(most / Math.max(area, 1e-6)) * 0.98);
  const width = Math.max(1, Math.ceil((b.right - b.left) * px)) + 2 * marginPx;
  const height = Math.max(1, Math.ceil((b.top - b.bottom) * px)) + 2 * marginPx;
  return {
    width,
    height,
    pxPerMm: px,
    leftMm: (b.left + b.right) / 2 - width / px / 2,
    topMm: (b.top + b.bottom) / 2 + height / px / 2,
    rollRad,
  };
}

/** A thin part in a wide frame (a large ring of wire) is not sampled finer than this whole frame allows. */
const MOST_CANONICAL = 400_000;
/** Turned off the part's axis, so that its columns do not sample a tube at the same few places across. */
const CANONICAL_ROLL = 0.37;

/** The raster on which a part's statistics are taken: its own frame, about `points` points, whatever the zoom or roll. */
export function canonicalGrid(model: SurfaceModel, points = 4000): Grid {
  return gridAround(
    model.rings,
    Math.sqrt(points / Math.max(areaOf(model.rings), 1e-6)),
    1,
    CANONICAL_ROLL,
    MOST_CANONICAL,
  );
}

/** Place of the middle of point (column, row) in the part's own frame. */
export function placeOf(grid: Grid, column: number, row: number): Point {
  const x = grid.leftMm + column / grid.pxPerMm;
  const y = grid.topMm - row / grid.pxPerMm;
  return grid.rollRad === 0 ? [x, y] : turn(x, y, -grid.rollRad);
}

/** Place of the middle of point `i`, counted row by row, in the part's own frame. */
export const placeOfPoint = (grid: Grid, i: number): Point =>
  placeOf(grid, (i % grid.width) + 0.5, Math.floor(i / grid.width) + 0.5);

/** Column and row (fractional; point middles at .5) of a place in the part's own frame. */
export function cellOf(grid: Grid, [px, py]: Point): Point {
  const [x, y] = grid.rollRad === 0 ? [px, py] : turn(px, py, grid.rollRad);
  return [(x - grid.leftMm) * grid.pxPerMm, (grid.topMm - y) * grid.pxPerMm];
}
