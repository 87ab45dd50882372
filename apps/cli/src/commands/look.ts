import {
  EXPOSURE_VIEWS,
  MOST_POINTS,
  partsIn,
  placedBounds,
  renderPiece,
  shapeOf,
  stageOfPart,
  SURROUND,
  taggedSrgb,
  unionBounds,
  type AnyView,
  type ExposureView,
  type PreparedPart,
  type Stage,
} from '@pale-glint/core';
import { encode } from 'fast-png';
import { answer, figureViewFrom, number, pieceFrom, refuse, writeOutFile } from '../io.js';

const EXPOSURES = Object.keys(EXPOSURE_VIEWS) as ExposureView[];
export const VIEWS: readonly AnyView[] = ['painted', 'values', 'zones', 'lines', 'tint', ...EXPOSURES];

interface LookOptions {
  out: string;
  view: string;
  after?: string;
  part?: string;
  from?: string;
  size: string;
}

/** Writes a picture of a piece, or of one part of it, as PNG. */
export function look(path: string, o: LookOptions): void {
  const piece = pieceFrom(path);
  if (!VIEWS.includes(o.view as AnyView)) refuse('--view', `"${o.view}"`, `one of ${VIEWS.join(', ')}`);
  const from = figureViewFrom(piece, o.from);
  const shown = o.part === undefined ? partsIn(piece, from) : piece.parts.filter((p) => p.id === o.part);
  if (shown.length === 0) {
    const known = piece.parts.map((p) => p.id).join(', ');
    refuse(
      o.part === undefined ? 'parts' : '--part',
      o.part === undefined ? 'a list of 0' : `"${o.part}"`,
      known ? `one of ${known}` : 'at least one part to show',
    );
  }
  const most = Math.max(...piece.ladders.map((l) => l.steps.length), 1);
  const after = o.after === undefined ? null : Math.round(number('--after', o.after, 1, most));
  const size = number('--size', o.size, 16, Math.floor(Math.sqrt(MOST_POINTS)));
  const b = unionBounds(shown.map((p) => placedBounds(shapeOf(p).model, p.place)));
  const [w, h] = [b.right - b.left, b.top - b.bottom];
  const afterStep = (p: PreparedPart): Stage => {
    const ladder = p.palette.ladder;
    const step = ladder?.steps[Math.min(after ?? 1, ladder.steps.length) - 1];
    return stageOfPart(p, ladder && step ? { ladder: ladder.id, role: 'value', step: step.id } : null, piece);
  };
  const raster = renderPiece(piece, {
    width: Math.max(16, Math.round(w >= h ? size : (size * w) / h)),
    height: Math.max(16, Math.round(h >= w ? size : (size * h) / w)),
    view: o.view as AnyView,
    surroundHex: SURROUND,
    figureView: from,
    ...(o.part === undefined ? {} : { part: o.part }),
    ...(after === null ? {} : { stageOf: afterStep }),
  });
  const { width, height } = raster.picture;
  const png = taggedSrgb(encode({ width, height, data: raster.rgba, channels: 4 }));
  writeOutFile(o.out, png);
  answer({ file: o.out, widthPx: width, heightPx: height });
}
