import type { Point } from '../form/index.js';
import type { Underlay } from '../piece/index.js';
import type { Sculpt } from '../sculpt/index.js';
import type { EdgeImage } from './edges.js';
import { underlayPlaces } from './underlay.js';

/** Where a surface lies on a photo of the same miniature. */
export interface LaidUnder {
  /** Its middle, in the piece's mm. */
  readonly xMm: number;
  readonly yMm: number;
  /** Correlation of the edges of both there, -1..1. */
  readonly likeness: number;
  /** Whether nowhere else comes near to it. */
  readonly sure: boolean;
}

/** Edges on a grid of square cells, in the piece's mm or from the surface's middle. */
interface Grid {
  readonly left: number;
  readonly bottom: number;
  readonly columns: number;
  readonly rows: number;
  readonly cellMm: number;
  readonly data: Float32Array;
}

/** Cells, mm: all places are tried on coarse ones, the likeliest on finer ones, the best of them on fine ones. */
const COARSE_MM = 0.8;
const FINER_MM = 0.4;
const FINE_MM = 0.15;
/** So many places, apart, are tried on finer cells. */
const LIKELIEST = 8;
/** Cells that a finer pass looks about in. */
const ABOUT = 3;
/** So much of the smaller of both has to lie on the other. */
const LEAST_COMMON = 0.5;
/** Places are apart where they are farther than this, mm. */
const APART_MM = 3;
/** A place is sure where its likeness is this much, and elsewhere none comes nearer to it than this share. */
const LEAST_LIKENESS = 0.42;
const MOST_ELSEWHERE = 0.8;

/** Means of what is sampled at four places of each cell, evened over its neighbours. */
function gridOf(
  frame: Pick<Grid, 'left' | 'bottom' | 'cellMm'> & { readonly wideMm: number; readonly highMm: number },
  at: (x: number, y: number) => number,
): Grid {
  const { left, bottom, cellMm } = frame;
  const columns = Math.max(1, Math.round(frame.wideMm / cellMm));
  const rows = Math.max(1, Math.round(frame.highMm / cellMm));
  const raw = new Float32Array(columns * rows);
  for (let r = 0, i = 0; r < rows; r++)
    for (let c = 0; c < columns; c++, i++) {
      let sum = 0;
      for (const v of [0.25, 0.75])
        for (const u of [0.25, 0.75]) sum += at(left + (c + u) * cellMm, bottom + (r + v) * cellMm);
      raw[i] = sum / 4;
    }
  const data = new Float32Array(raw.length);
  for (let r = 0; r < rows; r++)
    for (let c = 0; c < columns; c++) {
      let [sum, n] = [0, 0];
      for (let y = Math.max(0, r - 1); y <= Math.min(rows - 1, r + 1); y++)
        for (let x = Math.max(0, c - 1); x <= Math.min(columns - 1, c + 1); x++, n++)
          sum += raw[y * columns + x];
      data[r * columns + c] = sum / n;
    }
  return { left, bottom, columns, rows, cellMm, data };
}

/** A surface as how much its normals turn from point to point, as far as they can be believed. */
interface Folded extends Pick<Sculpt, 'width' | 'height' | 'pxPerMm'> {
  readonly turns: Float32Array;
}

function folded({ width, height, pxPerMm, nx, ny, confidence }: Sculpt): Folded {
  const out = new Float32Array(width * height);
  for (let r = 1; r < height - 1; r++)
    for (let c = 1; c < width - 1; c++) {
      const i = r * width + c;
      const [w, e, n, s] = [i - 1, i + 1, i - width, i + width];
      const least = Math.min(confidence[w], confidence[e], confidence[n], confidence[s]) / 255;
      const turn = Math.hypot(nx[e] - nx[w], ny[e] - ny[w]) + Math.hypot(nx[s] - nx[n], ny[s] - ny[n]);
      out[i] = least * Math.min(1, turn);
    }
  return { width, height, pxPerMm, turns: out };
}

/** Pearson's correlation of two grids of one cell, one shifted by whole cells; null where too little is common. */
function likenessAt(a: Grid, b: Grid, shiftC: number, shiftR: number): number | null {
  const [c0, c1] = [Math.max(0, shiftC), Math.min(a.columns, b.columns + shiftC)];
  const [r0, r1] = [Math.max(0, shiftR), Math.min(a.rows, b.rows + shiftR)];
  const n = (c1 - c0) * (r1 - r0);
  if (c1 <= c0 || r1 <= r0 || n < LEAST_COMMON * Math.min(a.data.length, b.data.length)) return null;
  let [sa, sb, aa, bb, ab] = [0, 0, 0, 0, 0];
  for (let r = r0; r < r1; r++) {
    let i = r * a.columns + c0;
    let k = (r - shiftR) * b.columns + c0 - shiftC;
    for (let c = c0; c < c1; c++, i++, k++) {
      const va = a.data[i];
      const vb = b.data[k];
      sa += va;
      sb += vb;
      aa += va * va;
      bb += vb * vb;
      ab += va * vb;
    }
  }
  const spread = (aa - (sa * sa) / n) * (bb - (sb * sb) / n);
  return spread <= 0 ? null : (ab - (sa * sb) / n) / Math.sqrt(spread);
}

/** The value of the point that a place lies in; 0 outside. */
function valueAt(
  { width, height }: { readonly width: number; readonly height: number },
  data: Float32Array,
  [x, y]: Point,
): number {
  const inside = x >= 0 && y >= 0 && x < width && y < height;
  return inside ? data[Math.floor(y) * width + Math.floor(x)] : 0;
}

/** The edges of a photo, and the folds of a surface from its middle, on grids of one cell. */
function gridsOf(edges: EdgeImage, underlay: Underlay, surface: Folded, cellMm: number): [Grid, Grid] {
  const { toPhoto } = underlayPlaces(underlay, edges);
  const [wide, high] = [underlay.widthPx * underlay.mmPerPx, underlay.heightPx * underlay.mmPerPx];
  const [halfW, halfH] = [surface.width / surface.pxPerMm / 2, surface.height / surface.pxPerMm / 2];
  return [
    gridOf(
      { left: underlay.xMm - wide / 2, bottom: underlay.yMm - high / 2, wideMm: wide, highMm: high, cellMm },
      (x, y) => valueAt(edges, edges.strength, toPhoto([x, y])),
    ),
    gridOf({ left: -halfW, bottom: -halfH, wideMm: 2 * halfW, highMm: 2 * halfH, cellMm }, (x, y) =>
      valueAt(surface, surface.turns, [(x + halfW) * surface.pxPerMm, (halfH - y) * surface.pxPerMm]),
    ),
  ];
}

type Place = Omit<LaidUnder, 'sure'>;

/** Likeness at all places, or about one, a cell apart. */
function placesTried([photo, folds]: readonly [Grid, Grid], about: Place | null): Place[] {
  const { cellMm } = photo;
  const [left, bottom] = [photo.left - folds.left, photo.bottom - folds.bottom];
  const range = (middle: number | null, low: number, high: number): [number, number] => {
    if (middle === null) return [low, high];
    const cell = Math.round(middle / cellMm);
    return [cell - ABOUT, cell + ABOUT];
  };
  const [fromC, toC] = range(about && about.xMm - left, -folds.columns, photo.columns);
  const [fromR, toR] = range(about && about.yMm - bottom, -folds.rows, photo.rows);
  const tried: Place[] = [];
  for (let r = fromR; r <= toR; r++)
    for (let c = fromC; c <= toC; c++) {
      const likeness = likenessAt(photo, folds, c, r);
      if (likeness !== null) tried.push({ xMm: left + c * cellMm, yMm: bottom + r * cellMm, likeness });
    }
  return tried;
}

const byLikeness = (a: Place, b: Place): number => b.likeness - a.likeness;

/** The likeliest of some places that lie apart, the best first. */
function apart(tried: readonly Place[], most: number): Place[] {
  const kept: Place[] = [];
  for (const p of [...tried].sort(byLikeness)) {
    if (kept.length === most) break;
    if (kept.every((k) => Math.hypot(k.xMm - p.xMm, k.yMm - p.yMm) > APART_MM)) kept.push(p);
  }
  return kept;
}

/**
 * Where a surface lies on the photo under the parts, both at the scale they have: the edges of the photo and the folds of
 * the surface are held against each other at every place, on coarse cells first.
 * @returns null where so little of one can lie on the other that nothing can be held against it
 */
export function layUnder(edges: EdgeImage, underlay: Underlay, surface: Sculpt): LaidUnder | null {
  const folds = folded(surface);
  const grids = (cellMm: number) => gridsOf(edges, underlay, folds, cellMm);
  const finer = grids(FINER_MM);
  const likeliest = apart(placesTried(grids(COARSE_MM), null), LIKELIEST).flatMap((p) =>
    apart(placesTried(finer, p), 1),
  );
  const [first, second] = apart(likeliest, 2);
  if (!first) return null;
  const [best] = placesTried(grids(FINE_MM), first).sort(byLikeness);
  const elsewhere = second ? second.likeness / Math.max(1e-9, first.likeness) : 0;
  return { ...best, sure: first.likeness >= LEAST_LIKENESS && elsewhere <= MOST_ELSEWHERE };
}
