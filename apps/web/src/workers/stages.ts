import {
  adjustmentsOf,
  occludersFrom,
  partsBefore,
  trimSide,
  gridIn,
  layersOf,
  paintPart,
  partSheet,
  preparePart,
  shapeOf,
  rigOf,
  roughLayers,
  stageOfPart,
  surfaceOf,
  turnBetween,
  wearOf,
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
  type PieceAtHand,
  type PreparedPart,
  type Shape,
  type Stage,
  type Surface,
} from '@pale-glint/core';
import { LRUCache } from 'lru-cache';
import type { AfterLayer, MapView } from './protocol.js';
import { surfacesOf } from './sculpts.js';

const MB = 1024 * 1024;
const pointsOf = (s: Surface) => s.patch.length;

/** What a stage made, by what it was made from; the one longest unused goes first. */
function stage<V extends object>(mb: number, bytesOf: (value: V) => number) {
  const kept = new LRUCache<string, V>({ maxSize: mb * MB, sizeCalculation: (v) => Math.max(1, bytesOf(v)) });
  return {
    has: (key: string) => kept.has(key),
    get(key: string, make: () => V): V {
      let value = kept.get(key);
      if (!value) kept.set(key, (value = make()));
      return value;
    },
  };
}

/**
 * Three workers hold what is kept: together at most 256 MB. Shares of it, so that large pictures leave sheets alone. A fourth,
 * while schools are compared, holds no pictures: 13 MB.
 */
const shapes = stage<Shape>(6, (s) => pointsOf(s.canonical) * 26);
const surfaces = stage<Surface>(36, (s) => pointsOf(s) * 26);
const prepared = stage<PreparedPart>(4, () => 20000);
const layers = stage<Layers>(31, (l) => pointsOf(l.surface) * (24 + 4 * l.worn.length));
const sheets = stage<PartSheet>(5, () => 60000);
const quickSheets = stage<PartSheet>(2, () => 15000);
const occluders = stage<readonly Occluder[]>(1, (o) => 100 + o.length * 8000);

/** More than two full pieces of forms. */
const MOST_INTERNED = 1000;
const interned = new LRUCache<string, object>({ max: MOST_INTERNED });
/** The same object for equal content, so that what is cached by object stays valid over messages. */
function intern<T extends object>(value: T): T {
  const key = JSON.stringify(value);
  const found = interned.get(key) as T | undefined;
  if (found) return found;
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

/** A piece whose forms, ladders and paints are interned, with the surfaces that have come. */
export function internPiece(piece: Piece): PieceAtHand {
  return {
    ...piece,
    parts: piece.parts.map(internPart),
    ladders: piece.ladders.map((l): Ladder => internOnce(l)),
    paints: internOnce(piece.paints as Paint[]),
    surfaces: surfacesOf(piece),
  };
}

/** What was changed by hand on a part; empty on most. */
function handKey(part: Part, piece: PieceAtHand): string {
  if (piece.adjustments.length === 0) return '';
  const own = adjustmentsOf(part, piece);
  return own.length ? JSON.stringify(own) : '';
}
/** How a part is aged; empty on most. */
const wearKey = (part: Part, piece: PieceAtHand): string =>
  piece.wear.length === 0 ? '' : JSON.stringify(wearOf(piece, part.id));
/** A part whose sculpt has not come yet is computed again when it has. */
const flat = ({ form }: Part, { surfaces: atHand }: PieceAtHand) =>
  form.kind === 'sculpt' && !atHand?.has(form.sculpt) ? 'flat ' : '';
const formKey = (part: Part, piece: PieceAtHand) =>
  `${flat(part, piece)}${idOf(part.form)} ${part.place.yawDeg} ${part.place.pitchDeg} ${handKey(part, piece)}`;
/** Statistics of a first picture are taken on this many points. */
const ROUGH_POINTS = 500;
const shapeFor = (part: Part, piece: PieceAtHand, rough = false): Shape =>
  shapes.get(`${rough ? 'rough ' : ''}${formKey(part, piece)}`, () =>
    shapeOf(part, adjustmentsOf(part, piece), {
      ...(rough && { points: ROUGH_POINTS }),
      ...(piece.surfaces && { surfaces: piece.surfaces }),
    }),
  );

/** Where a part stands matters to it once the light falls off or something stands near it. */
function lightKey(part: Part, piece: PieceAtHand): string {
  const { purpose: _p, focalPart, ...light } = rigOf(part, piece);
  const focal = light.fallOff > 0 ? piece.parts.find((p) => p.id === focalPart) : undefined;
  const focus = focal?.place;
  const placed = focus !== undefined || light.neighbours.some((n) => n.where.kind === 'near');
  const { xMm, yMm, depthMm } = part.place;
  return JSON.stringify([
    light,
    piece.approach,
    part.approach,
    piece.heightMm,
    focus ? [focus.xMm, focus.yMm, focalPart === part.id, turnBetween(piece, focal, part)] : null,
    placed ? [xMm, yMm, depthMm] : null,
  ]);
}
function ladderKey({ finish }: Part, piece: PieceAtHand): string {
  if (finish.kind !== 'metal') return '';
  const ladder = piece.ladders.find((l) => l.id === finish.ladder);
  return `${ladder ? idOf(ladder) : '-'} ${idOf(piece.paints)}`;
}

/** What stands before a part may shade it: by forms and where they lie from it, so that a moving light leaves it alone. */
function occlusionKey(part: Part, before: readonly Part[]): string {
  if (before.length === 0) return '';
  return [part, ...before]
    .map(({ form, place }) =>
      [
        idOf(form),
        place.xMm - part.place.xMm,
        place.yMm - part.place.yMm,
        place.rollDeg,
        place.depthMm - part.place.depthMm,
      ].join(' '),
    )
    .join(',');
}
const occludersFor = (part: Part, piece: PieceAtHand): readonly Occluder[] => {
  const before = partsBefore(part, piece.parts);
  return occluders.get(occlusionKey(part, before), () => occludersFrom(part, before));
};

function preparedKey(part: Part, piece: PieceAtHand): string {
  return [
    part.id,
    formKey(part, piece),
    part.place.rollDeg,
    JSON.stringify(part.finish),
    lightKey(part, piece),
    occlusionKey(part, partsBefore(part, piece.parts)),
    JSON.stringify(trimSide(part, piece.parts)),
    ladderKey(part, piece),
    wearKey(part, piece),
  ].join('|');
}

/** All that a part's sheet follows from, in words that mean the same on another day; null while its sculpt is missing. */
export const madeFrom = (part: Part, piece: PieceAtHand): unknown =>
  flat(part, piece)
    ? null
    : [
        part.id,
        part.form,
        [part.place.rollDeg, part.place.yawDeg, part.place.pitchDeg],
        part.finish,
        lightKey(part, piece),
        occludersFor(part, piece),
        trimSide(part, piece.parts),
        part.finish.kind === 'metal' &&
          piece.ladders.find((l) => part.finish.kind === 'metal' && l.id === part.finish.ladder),
        part.finish.kind === 'metal' && piece.paints,
        adjustmentsOf(part, piece),
        wearOf(piece, part.id),
      ];

/** A part under its light, from the cache where nothing that matters has changed. */
export function prepare(part: Part, piece: PieceAtHand, rough = false): PreparedPart {
  return prepared.get(`${rough ? 'rough ' : ''}${preparedKey(part, piece)}`, () =>
    preparePart(part, piece, shapeFor(part, piece, rough), occludersFor(part, piece)),
  );
}

/** How far the painting of a part has come after a layer of the order. */
export const stageFor = (p: PreparedPart, after: AfterLayer | null, piece: PieceAtHand): Stage =>
  stageOfPart(p, after, piece);

export interface PaintedPart {
  readonly bytes: Uint8ClampedArray<ArrayBuffer>;
  readonly width: number;
  readonly height: number;
  readonly column: number;
  readonly row: number;
}

function layersFor(part: Part, piece: PieceAtHand, shape: Shape, p: PreparedPart, grid: Grid): Layers {
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
  piece: PieceAtHand,
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
export const sheetFor = (part: Part, piece: PieceAtHand): PartSheet =>
  sheets.get(preparedKey(part, piece), () =>
    partSheet(part, piece, shapeFor(part, piece), prepare(part, piece)),
  );

/** Whether the sheet of a part is at hand. */
export const isMeasured = (part: Part, piece: PieceAtHand): boolean => sheets.has(preparedKey(part, piece));

/** Zones of a first measure are drawn from this many points. */
const QUICK_POINTS = 2000;

/** Zones and figures of a part to a few per cent, in a fraction of the time. */
export const quickSheet = (part: Part, piece: PieceAtHand): PartSheet =>
  quickSheets.get(preparedKey(part, piece), () => {
    const p = prepare(part, piece);
    return partSheet(part, piece, shapeFor(part, piece), p, zonesOf(p, { points: QUICK_POINTS }));
  });

/** Takes in a sheet that was measured elsewhere, or on another day. */
export const takeSheet = (part: Part, piece: PieceAtHand, sheet: PartSheet): PartSheet =>
  sheets.get(preparedKey(part, piece), () => sheet);

/** A part as the critique wants it, from the caches. */
export const computedFor = (part: Part, piece: PieceAtHand): Computed => ({
  p: prepare(part, piece),
  zones: sheetFor(part, piece).zones,
});
