import { firstSeen, partsIn, viewIn } from '../piece/index.js';
import type { PieceAtHand } from '../sculpt/index.js';

import { layersOf, type Layers } from './layers.js';
import { drawLines } from './lineDrawing.js';
import { FINISHED, compositeLayers, type PictureView, type Stage } from './composite.js';
import { isExposureView, paintExposure, type ExposureView } from './exposurePicture.js';
import { paintZones } from './zonePicture.js';
import {
  emptyRgba,
  fitPicture,
  gridIn,
  layOver,
  middleStretch,
  placedBounds,
  unionBounds,
  type Picture,
} from './picture.js';
import { preparePart, type PreparedPart, shapeIn } from './prepare.js';

/** A finished raster: RGBA bytes, opaque where something stands behind the parts. */
export interface Raster {
  readonly picture: Picture;
  readonly rgba: Uint8ClampedArray<ArrayBuffer>;
}

/** All that a picture may show. */
export type AnyView = PictureView | 'lines' | ExposureView;

export interface RenderOptions {
  readonly width: number;
  readonly height: number;
  readonly view: AnyView;
  /** Behind the parts; null for nothing. */
  readonly surroundHex: string | null;
  /** Only this part, as large as fits. */
  readonly part?: string;
  /** Of what is many times as long as broad its middle alone: a row of rivets is a hair's breadth in a small picture. */
  readonly closeUp?: boolean;
  /** The side that the piece is seen from; the first that has a part by default. */
  readonly figureView?: string;
  /** How far the painting of each part has come; finished by default. */
  readonly stageOf?: (part: PreparedPart) => Stage;
}

/** How many times as long as broad a close-up is at most: a sword is whole in it. */
const CLOSE_UP = 10;

/** The picture of one part in any view: RGBA bytes. */
export function paintPart(
  p: PreparedPart,
  layers: Layers,
  stage: Stage,
  view: AnyView,
): Uint8ClampedArray<ArrayBuffer> {
  if (view === 'lines') return drawLines(layers, p);
  if (isExposureView(view)) return paintExposure(layers, p, view);
  if (view === 'zones') return paintZones(layers, p.palette, stage);
  return compositeLayers(layers, p.palette, stage, view, p.dotValue);
}

/** Paints a whole piece, or one part of it. */
export function renderPiece(piece: PieceAtHand, options: RenderOptions): Raster {
  const parts = options.part
    ? piece.parts.filter((p) => p.id === options.part)
    : partsIn(piece, options.figureView ? viewIn(piece, options.figureView).id : firstSeen(piece));
  if (parts.length === 0)
    throw new RangeError(
      options.part ? `part: the piece has no "${options.part}"` : 'parts: the piece has none to show',
    );
  const shapes = parts.map((part) => shapeIn(part, piece));
  const bounds = unionBounds(parts.map((part, i) => placedBounds(shapes[i].model, part.place)));
  const shown = options.closeUp ? middleStretch(bounds, CLOSE_UP) : bounds;
  const picture = fitPicture(shown, options.width, options.height);
  const rgba = emptyRgba(picture, options.surroundHex);
  parts.forEach((part, i) => {
    const spot = gridIn(picture, shapes[i].model, part.place);
    if (!spot) return;
    const prepared = preparePart(part, piece, shapes[i]);
    const stage = options.stageOf ? options.stageOf(prepared) : FINISHED;
    const bytes = paintPart(prepared, layersOf(prepared, spot.grid), stage, options.view);
    layOver(rgba, picture.width, bytes, spot.grid.width, spot.column, spot.row);
  });
  return { picture, rgba };
}

/** The grey that stands behind the map unless the painter chooses another. */
export const SURROUND = '#777777';
