import { surfaceOf, type Surface } from '../form/index.js';
import {
  byteOf,
  emptyRgba,
  fitPicture,
  gridIn,
  layersOf,
  layOver,
  placedBounds,
  preparePart,
  renderPiece,
  SURROUND,
  unionBounds,
  type PreparedPart,
  type Raster,
} from '../glint/index.js';
import { thresholdOf } from '../ladder/index.js';
import type { DrillId, Piece } from '../piece/index.js';
import type { DrillTasks } from './definition.js';

/** What a drill shows before an answer, and what beside it afterwards; null where no map is shown. */
export interface DrillPictures {
  readonly asked: Raster;
  readonly told: Raster | null;
}

export interface DrillPictureSize {
  readonly width: number;
  readonly height: number;
}

/** Grey primer in light from the eye: from here up to here, in linear light. */
const [ROUNDED, FACING] = [0.015, 0.4];
/** A line where two flat faces meet, which that light does not tell apart. */
const SEAM = 0.07;
/** Tones of a share: what is covered, and what is left. */
const [COVERED, BARE] = [0.68, 0.045];
/** A border runs over so much of the value. */
const SOFT = 0.01;

/** A piece with each part in greys of its own. @param tonesOf of a part: linear light 0..1 of a point of its surface */
function greyPicture(
  piece: Piece,
  { width, height }: DrillPictureSize,
  tonesOf: (p: PreparedPart, surface: Surface) => (i: number) => number,
): Raster {
  const prepared = piece.parts.map((part) => preparePart(part, piece));
  const picture = fitPicture(
    unionBounds(prepared.map((p) => placedBounds(p.shape.model, p.part.place))),
    width,
    height,
  );
  const rgba = emptyRgba(picture, SURROUND);
  for (const p of prepared) {
    const spot = gridIn(picture, p.shape.model, p.part.place);
    if (!spot) continue;
    const surface = surfaceOf(p.shape.model, spot.grid);
    const tone = tonesOf(p, surface);
    const own = new Uint8ClampedArray(surface.alpha.length * 4);
    surface.alpha.forEach((a, i) => {
      const grey = byteOf(tone(i));
      own.set([grey, grey, grey, 255 * a], 4 * i);
    });
    layOver(rgba, width, own, spot.grid.width, spot.column, spot.row);
  }
  return { picture, rgba };
}

/** Whether a point lies where two pieces of a surface meet. */
function onSeam({ grid, patch, alpha }: Surface, i: number): boolean {
  const [right, below] = [i + 1, i + grid.width];
  const meets = (j: number) => j < patch.length && alpha[j] > 0 && patch[j] !== patch[i];
  return ((i + 1) % grid.width !== 0 && meets(right)) || meets(below);
}

/** The form alone: in grey primer, lit from the eye (Lambert's law), so that nothing tells where its light will stand. */
const primed = (piece: Piece, size: DrillPictureSize) =>
  greyPicture(piece, size, (_, surface) => (i) => {
    const facing = Math.max(0, surface.nz[i]);
    return onSeam(surface, i) ? SEAM : ROUNDED + (FACING - ROUNDED) * facing;
  });

/** What a step covers, light, and the rest, dark. */
const covered = ({ piece, step }: DrillTasks['share'], size: DrillPictureSize) =>
  greyPicture(piece, size, (p, surface) => {
    const { value } = layersOf(p, surface.grid);
    const from = thresholdOf(step, p.steps);
    return (i) => BARE + (COVERED - BARE) * Math.min(1, Math.max(0, (value[i] - from) / SOFT + 0.5));
  });

const painted = (piece: Piece, size: DrillPictureSize): Raster =>
  renderPiece(piece, { ...size, view: 'painted', surroundHex: SURROUND });

/** What is shown of a drill's question; null for one that shows colours alone. */
const shown: {
  readonly [K in DrillId]: (task: DrillTasks[K], size: DrillPictureSize) => DrillPictures | null;
} = {
  value: () => null,
  mix: () => null,
  light: ({ piece }, size) => ({ asked: painted(piece, size), told: null }),
  dot: ({ piece }, size) => ({ asked: primed(piece, size), told: painted(piece, size) }),
  share: (task, size) => ({ asked: covered(task, size), told: null }),
  fault: ({ piece, mended }, size) => ({
    asked: painted(piece, size),
    told: mended === piece ? null : painted(mended, size),
  }),
};

/** Pictures of a question, as large as fits; null for one that shows colours alone. */
export const drillPictures = <K extends DrillId>(
  drill: K,
  task: DrillTasks[K],
  size: DrillPictureSize,
): DrillPictures | null => shown[drill](task, size);
