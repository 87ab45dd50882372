import {
  adjustmentsOf,
  occludersOf,
  keptSculpt,
  trimSide,
  gridIn,
  layersOf,
  paintPart,
  partSheet,
  preparePart,
  shapeOf,
  roughLayers,
  stageOfPart,
  surfaceOf,
  zonesOf,
  type Computed,
  type Occluder,
  type Grid,
  type Layers,
  type Ladder,
  type Paint,
  type Part,
  type PartSheet,
  type Picture,
  type Piece,
  type PreparedPart,
  type Shape,
  type Stage,
  type Surface,
} from '@pale-glint/core';
import { Cache } from './cache.js';
import type { AfterLayer, MapView } from './protocol.js';

const MB = 1024 * 1024;
const pointsOf = (s: Surface) => s.patch.length;

/** Three workers hold caches: together at most 256 MB. */
const shapes = new Cache<Shape>(6 * MB, (s) => pointsOf(s.canonical) * 26);
const surfaces = new Cache<Surface>(36 * MB, (s) => pointsOf(s) * 26);
const prepared = new Cache<PreparedPart>(4 * MB, () => 20000);
const layers = new Cache<Layers>(34 * MB, (l) => pointsOf(l.surface) * 24);
const sheets = new Cache<PartSheet>(5 * MB, () => 60000);

/** More than two full pieces of forms. */
const MOST_INTERNED = 1000;
const interned = new Map<string, unknown>();
/** The same object for equal content, so that what is cached by object stays valid over messages. */
function intern<T>(value: T): T {
  const key = JSON.stringify(value);
  const found = interned.get(key) as T | undefined;
  if (found !== undefined) return found;
  if (interned.size > MOST_INTERNED) interned.clear();
  interned.set(key, value);
  return value;
}

const ids = new WeakMap<object, number>();
let count = 0;
/** A number that stands for an interned object in keys. */
function idOf(value: object): number {
  let id = ids.get(value);
  if (id === undefined) ids.set(value, (id = ++count));
  return id;
}

/** Parts that came before, as interned: an unchanged part is the same object in the next message. */
const internedParts = new WeakMap<Part, Part>();
function internPart(p: Part): Part {
  let part = internedParts.get(p);
  if (!part) {
    part = { ...p, form: intern(p.form) };
    internedParts.set(p, part);
    internedParts.set(part, part);
  }
  return part;
}
const internedOthers = new WeakMap<object, object>();
function internOnce<T extends object>(value: T): T {
  let found = internedOthers.get(value) as T | undefined;
  if (!found) {
    found = intern(value);
    internedOthers.set(value, found);
  }
  return found;
}

/** A piece whose forms, ladders and paints are interned. */
export function internPiece(piece: Piece): Piece {
  return {
    ...piece,
    parts: piece.parts.map(internPart),
    ladders: piece.ladders.map((l): Ladder => internOnce(l)),
    paints: internOnce(piece.paints as Paint[]),
  };
}

/** What was changed by hand on a part; empty on most. */
function handKey(part: Part, piece: Piece): string {
  if (piece.adjustments.length === 0) return '';
  const own = adjustmentsOf(part, piece);
  return own.length ? JSON.stringify(own) : '';
}
/** A part whose sculpt has not come yet is computed again when it has. */
const flat = ({ form }: Part) => (form.kind === 'sculpt' && !keptSculpt(form.sculpt) ? 'flat ' : '');
const formKey = (part: Part, piece: Piece) =>
  `${flat(part)}${idOf(part.form)} ${part.place.yawDeg} ${part.place.pitchDeg} ${handKey(part, piece)}`;
/** Statistics of a first picture are taken on this many points. */
const ROUGH_POINTS = 500;
const shapeFor = (part: Part, piece: Piece, rough = false): Shape =>
  shapes.get(`${rough ? 'rough ' : ''}${formKey(part, piece)}`, () =>
    shapeOf(part, adjustmentsOf(part, piece), rough ? ROUGH_POINTS : undefined),
  );

/** Where a part stands matters to it once the light falls off or something stands near it. */
function lightKey(part: Part, piece: Piece): string {
  const { purpose: _p, focalPart, ...light } = piece.rig;
  const focus = light.fallOff > 0 ? piece.parts.find((p) => p.id === focalPart)?.place : undefined;
  const placed = focus !== undefined || light.neighbours.some((n) => n.where.kind === 'near');
  const { xMm, yMm, depthMm } = part.place;
  return JSON.stringify([
    light,
    piece.approach,
    part.approach,
    piece.heightMm,
    focus ? [focus.xMm, focus.yMm, focalPart === part.id] : null,
    placed ? [xMm, yMm, depthMm] : null,
  ]);
}
function ladderKey({ finish }: Part, piece: Piece): string {
  if (finish.kind !== 'metal') return '';
  const ladder = piece.ladders.find((l) => l.id === finish.ladder);
  return `${ladder ? idOf(ladder) : '-'} ${idOf(piece.paints)}`;
}

const frontIds = new WeakMap<readonly Occluder[], number>();
let frontCount = 0;
/** What stands before a part may shade it. Equal fronts are the same object, so a number stands for them. */
function frontKey(part: Part, piece: Piece): string {
  const fronts = occludersOf(part, piece.parts);
  if (!frontIds.has(fronts)) frontIds.set(fronts, ++frontCount);
  return String(frontIds.get(fronts));
}

function preparedKey(part: Part, piece: Piece): string {
  return [
    part.id,
    formKey(part, piece),
    part.place.rollDeg,
    JSON.stringify(part.finish),
    lightKey(part, piece),
    frontKey(part, piece),
    JSON.stringify(trimSide(part, piece.parts)),
    ladderKey(part, piece),
  ].join('|');
}

/** All that a part's sheet follows from, in words that mean the same on another day; null while its sculpt is missing. */
export const madeFrom = (part: Part, piece: Piece): unknown =>
  flat(part)
    ? null
    : [
        part.id,
        part.form,
        [part.place.rollDeg, part.place.yawDeg, part.place.pitchDeg],
        part.finish,
        lightKey(part, piece),
        occludersOf(part, piece.parts),
        trimSide(part, piece.parts),
        part.finish.kind === 'metal' &&
          piece.ladders.find((l) => part.finish.kind === 'metal' && l.id === part.finish.ladder),
        part.finish.kind === 'metal' && piece.paints,
        adjustmentsOf(part, piece),
      ];

/** A part under its light, from the cache where nothing that matters has changed. */
export function prepare(part: Part, piece: Piece, rough = false): PreparedPart {
  return prepared.get(`${rough ? 'rough ' : ''}${preparedKey(part, piece)}`, () =>
    preparePart(part, piece, shapeFor(part, piece, rough)),
  );
}

/** How far the painting of a part has come after a layer of the order. */
export const stageFor = (p: PreparedPart, after: AfterLayer | null, piece: Piece): Stage =>
  stageOfPart(p, after, piece);

export interface PaintedPart {
  readonly bytes: Uint8ClampedArray<ArrayBuffer>;
  readonly width: number;
  readonly height: number;
  readonly column: number;
  readonly row: number;
}

function layersFor(part: Part, piece: Piece, shape: Shape, p: PreparedPart, grid: Grid): Layers {
  const gridKey = JSON.stringify(grid);
  return layers.get(`${preparedKey(part, piece)}|${gridKey}`, () =>
    layersOf(
      p,
      grid,
      surfaces.get(`${formKey(part, piece)}|${gridKey}`, () => surfaceOf(shape.model, grid)),
    ),
  );
}

/** One part painted on a picture; null where it lies outside. */
export function paintOn(
  part: Part,
  piece: Piece,
  picture: Picture,
  view: MapView,
  after: AfterLayer | null,
  rough = false,
): PaintedPart | null {
  const shape = shapeFor(part, piece, rough);
  const spot = gridIn(picture, shape.model, part.place);
  if (!spot) return null;
  const p = prepare(part, piece, rough);
  const l = rough ? roughLayers(p, spot.grid) : layersFor(part, piece, shape, p, spot.grid);
  return {
    bytes: paintPart(p, l, stageFor(p, after, piece), view),
    width: spot.grid.width,
    height: spot.grid.height,
    column: spot.column,
    row: spot.row,
  };
}

/** Zones and figures of a part. */
export const sheetFor = (part: Part, piece: Piece): PartSheet =>
  sheets.get(preparedKey(part, piece), () =>
    partSheet(part, piece, shapeFor(part, piece), prepare(part, piece)),
  );

/** Whether the sheet of a part is at hand. */
export const isMeasured = (part: Part, piece: Piece): boolean => sheets.has(preparedKey(part, piece));

/** Zones of a first measure are drawn from this many points. */
const QUICK_POINTS = 2000;

/** Zones and figures of a part to a few per cent, in a fraction of the time. */
export const quickSheet = (part: Part, piece: Piece): PartSheet => {
  const p = prepare(part, piece);
  return partSheet(part, piece, shapeFor(part, piece), p, zonesOf(p, { points: QUICK_POINTS }));
};

/** Takes in a sheet that was measured elsewhere, or on another day. */
export const takeSheet = (part: Part, piece: Piece, sheet: PartSheet): PartSheet =>
  sheets.get(preparedKey(part, piece), () => sheet);

/** A part as the critique wants it, from the caches. */
export const computedFor = (part: Part, piece: Piece): Computed => ({
  p: prepare(part, piece),
  zones: sheetFor(part, piece).zones,
});
