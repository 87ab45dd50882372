import { LINEAR_OF_BYTE, linearToLab } from '../colour/index.js';
import {
  fitPicture,
  gridIn,
  layersOf,
  layOver,
  paintPart,
  placedBounds,
  preparePart,
  shapeIn,
  unionBounds,
  type Layers,
  type Picture,
  type PreparedPart,
} from '../glint/index.js';
import { firstSeen, partsIn, viewIn, type Part } from '../piece/index.js';
import { stageOfPart, type LayerId } from '../plan/index.js';
import type { PieceAtHand } from '../sculpt/index.js';
import { shrunk, type Image } from './image.js';

/** Points of the plan's longer side, unless told. */
const LONG_SIDE = 1152;
const MARGIN = 0.02;

/** A piece as it is to look, for photos to be held against. All planes are as large as `picture`. */
export interface PlanRaster {
  readonly picture: Picture;
  /** How much of a point the piece covers, 0..1. */
  readonly alpha: Float32Array;
  /** Lab of what covers it, three channels. */
  readonly lab: Float32Array;
  /** Which part is seen, by its place in `parts`; -1 for none. */
  readonly part: Int16Array;
  readonly parts: readonly Part[];
  /** The part that is to be seen first, as this side shows it; null where it does not. */
  readonly focalPart: string | null;
}

/** A colour seldom comes once: Lab of bytes, worked out once each. */
function labOfBytes(): (r: number, g: number, b: number) => readonly [number, number, number] {
  const known = new Map<number, readonly [number, number, number]>();
  return (r, g, b) => {
    const key = (r << 16) | (g << 8) | b;
    const found = known.get(key);
    if (found) return found;
    const { l, a, b: yellow } = linearToLab([LINEAR_OF_BYTE[r], LINEAR_OF_BYTE[g], LINEAR_OF_BYTE[b]]);
    const made = [l, a, yellow] as const;
    known.set(key, made);
    return made;
  };
}

export interface PlanRasterOptions {
  /** The layer of the order after which it is shown; finished where null. */
  readonly after?: LayerId | null;
  /** Points of its longer side. */
  readonly longSide?: number;
  /** The side that the photo shows; the first that has a part by default. */
  readonly figureView?: string;
  /** Called after each part, with how many of all are done. */
  readonly onPart?: (done: number, of: number) => void;
}

/** Where the middle of a plan's picture lies in the piece's frame, mm. */
export interface PlanMiddle {
  readonly xMm: number;
  readonly yMm: number;
}

export const middleOfPlan = ({ picture }: Pick<PlanRaster, 'picture'>): PlanMiddle => ({
  xMm: picture.leftMm + picture.width / picture.pxPerMm / 2,
  yMm: picture.topMm - picture.height / picture.pxPerMm / 2,
});

/** A piece whose parts are computed for a picture, to be painted after any step. */
export interface PreparedPlan {
  readonly picture: Picture;
  readonly parts: readonly Part[];
  readonly spots: readonly {
    readonly n: number;
    readonly prepared: PreparedPart;
    readonly layers: Layers;
    readonly column: number;
    readonly row: number;
  }[];
}

/** Computes a piece for a picture that it fills. @throws RangeError for a piece without parts */
export function preparedPlan(
  piece: PieceAtHand,
  { longSide = LONG_SIDE, figureView = '', onPart }: Omit<PlanRasterOptions, 'after'> = {},
): PreparedPlan {
  const parts = partsIn(piece, figureView ? viewIn(piece, figureView).id : firstSeen(piece));
  if (parts.length === 0) throw new RangeError('parts: the piece has none to hold a photo against');
  const shapes = parts.map((part) => shapeIn(part, piece));
  const bounds = unionBounds(parts.map((p, i) => placedBounds(shapes[i].model, p.place)));
  const [wide, tall] = [bounds.right - bounds.left, bounds.top - bounds.bottom];
  const unit = longSide / Math.max(wide, tall);
  const picture = fitPicture(
    bounds,
    Math.max(16, Math.round(wide * unit)),
    Math.max(16, Math.round(tall * unit)),
    MARGIN,
  );
  const spots = parts.flatMap((p, n) => {
    const spot = gridIn(picture, shapes[n].model, p.place);
    const prepared = spot && preparePart(p, piece, shapes[n]);
    onPart?.(n + 1, parts.length);
    if (!spot || !prepared) return [];
    return [{ n, prepared, layers: layersOf(prepared, spot.grid), column: spot.column, row: spot.row }];
  });
  return { picture, parts, spots };
}

/** The picture of a piece after a step; finished where none is named. */
export function paintedPlan(
  { picture, parts, spots }: PreparedPlan,
  piece: PieceAtHand,
  after: LayerId | null,
): PlanRaster {
  const { width, height } = picture;
  const rgba = new Uint8ClampedArray(width * height * 4);
  const part = new Int16Array(width * height).fill(-1);
  for (const { n, prepared, layers, column, row } of spots) {
    const bytes = paintPart(prepared, layers, stageOfPart(prepared, after, piece), 'painted');
    const across = layers.surface.grid.width;
    layOver(rgba, width, bytes, across, column, row);
    for (let i = 0; i < bytes.length / 4; i++)
      if (bytes[4 * i + 3] >= 128) part[(row + Math.floor(i / across)) * width + column + (i % across)] = n;
  }
  const alpha = new Float32Array(width * height);
  const lab = new Float32Array(width * height * 3);
  const labOf = labOfBytes();
  for (let i = 0; i < alpha.length; i++) {
    alpha[i] = rgba[4 * i + 3] / 255;
    if (alpha[i] > 0) lab.set(labOf(rgba[4 * i], rgba[4 * i + 1], rgba[4 * i + 2]), 3 * i);
  }
  const { focalPart } = piece.rig;
  const focal = parts.find((p) => p.id === focalPart || (focalPart !== null && p.sameAs === focalPart));
  return { picture, alpha, lab, part, parts, focalPart: focal?.id ?? null };
}

/** The picture of a piece that a photo is laid over: seen parts, coverage and colour. */
export const planRasterOf = (
  piece: PieceAtHand,
  { after = null, ...options }: PlanRasterOptions = {},
): PlanRaster => paintedPlan(preparedPlan(piece, options), piece, after);

/** A plan reduced to a size at which a photo is laid on it. */
export interface PlanLevel {
  readonly width: number;
  readonly height: number;
  readonly pxPerMm: number;
  readonly alpha: Float32Array;
  readonly lightness: Float32Array;
  readonly a: Float32Array;
  readonly b: Float32Array;
  /** 1 where a photo is compared with it: the piece and a ring of background about it. */
  readonly compared: Uint8Array;
}

/** Points of the longer side of each level, coarse to fine. */
export const LEVELS = [96, 192, 384, 768] as const;
/** Of the background so much counts. */
const RING_MM = 1.5;

/** Marks what lies within `reach` points of a mark along one axis; a line's points are `step` apart, lines `stride`. */
function spread(
  marks: Uint8Array,
  reach: number,
  { count, step, lines, stride }: Readonly<Record<'count' | 'step' | 'lines' | 'stride', number>>,
): Uint8Array {
  const out = new Uint8Array(marks.length);
  for (let l = 0; l < lines; l++) {
    let last = -Infinity;
    for (let k = 0; k < count; k++) {
      const i = l * stride + k * step;
      if (marks[i]) last = k;
      if (k - last <= reach) out[i] = 1;
    }
    last = Infinity;
    for (let k = count - 1; k >= 0; k--) {
      const i = l * stride + k * step;
      if (marks[i]) last = k;
      if (last - k <= reach) out[i] = 1;
    }
  }
  return out;
}

/** Whether something of weight lies within `reach` points, in rows and columns. */
function nearAny(weights: Float32Array, width: number, reach: number): Uint8Array {
  const height = weights.length / width;
  const marks = Uint8Array.from(weights, (w) => (w > 0.05 ? 1 : 0));
  const rows = spread(marks, reach, { count: width, step: 1, lines: height, stride: width });
  return spread(rows, reach, { count: height, step: width, lines: width, stride: 1 });
}

/** A plan at one size. */
export function planLevel(plan: PlanRaster, longSide: number): PlanLevel {
  const { width, height, pxPerMm } = plan.picture;
  const by = Math.max(1, Math.max(width, height) / longSide);
  const weighed = new Float32Array(width * height * 4);
  for (let i = 0; i < plan.alpha.length; i++) {
    const m = plan.alpha[i];
    if (m === 0) continue;
    weighed[4 * i] = m;
    for (let c = 0; c < 3; c++) weighed[4 * i + 1 + c] = m * plan.lab[3 * i + c];
  }
  const small: Image = shrunk({ width, height, channels: 4, data: weighed }, by);
  const n = small.width * small.height;
  const planes = [0, 1, 2, 3].map(() => new Float32Array(n));
  for (let i = 0; i < n; i++) {
    const m = small.data[4 * i];
    planes[0][i] = m;
    if (m > 0) for (let c = 1; c < 4; c++) planes[c][i] = small.data[4 * i + c] / m;
  }
  const px = pxPerMm / by;
  return {
    width: small.width,
    height: small.height,
    pxPerMm: px,
    alpha: planes[0],
    lightness: planes[1],
    a: planes[2],
    b: planes[3],
    compared: nearAny(planes[0], small.width, Math.max(2, Math.round(RING_MM * px))),
  };
}

/** A plan at all sizes that laying a photo on it goes through. */
export const planLevels = (plan: PlanRaster): PlanLevel[] => LEVELS.map((size) => planLevel(plan, size));
