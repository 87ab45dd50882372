import { fromLinear, luminanceOfLinear, hexToLinear, toLinear } from '../colour/index.js';
import { turn, type Point } from '../form/index.js';
import {
  emptyRgba,
  fitPicture,
  gridIn,
  layersOf,
  layOver,
  paintPart,
  placedBounds,
  type Layers,
  type Picture,
  type PreparedPart,
  type Raster,
} from '../glint/index.js';
import type { Piece, Role } from '../piece/index.js';
import { thresholdOf } from '../ladder/index.js';
import { clamp, rad } from '../units/index.js';
import { connectedAreas, type ZoneMap } from '../zone/index.js';
import { stageOfPart, type LayerId } from './stage.js';
import { strokeOver, strongestPlace } from './strokeMarks.js';

/** What is drawn on the picture of a step, in points of the picture from its upper left. */
export interface StepMarks {
  /** Borders that stay a line. */
  readonly hard: readonly (readonly Point[])[];
  /** Borders that are blended. */
  readonly soft: readonly (readonly Point[])[];
  /** Where the brush goes first; null where there is no one place, or no brush. */
  readonly first: Point | null;
  /** How a stroke runs, from where the brush is set down to where it leaves; null where it is no stroke. */
  readonly stroke: readonly [from: Point, to: Point] | null;
  /** Widest line of a brush that still paints all of it, in mm; null where it lies on no zones. */
  readonly openingMm: number | null;
}

export interface StepPicture extends Raster {
  readonly marks: StepMarks;
}

export interface StepPictureOptions {
  /** Size of the picture in points. */
  readonly width: number;
  readonly height: number;
  /** Behind the part. */
  readonly surroundHex: string;
  readonly layer: LayerId;
  /** The layer that lies below it; null where this is the first. */
  readonly below: LayerId | null;
}

/** A change of a byte counts as touched from this share of the largest one, but no more than so many bytes. */
const TOUCHED_SHARE = 0.25;
const MOST_TOUCHED = 6;
/** How much of what is not touched is still told from the surround. */
const HELD_BACK = 0.38;
/** Roles whose steps are laid stroke by stroke. */
const STROKED: ReadonlySet<Role> = new Set(['base', 'value', 'glaze']);
/** Roles that begin at one place: where they change most. */
const BEGUN_AT: ReadonlySet<Role> = new Set(['edges', 'glints', 'lining', 'bounce', 'tint', 'glow']);

/** The hand begins and ends where a step is lit at least this far. */
const LIT = 0.9;
/** A border of a zone is lit softly over this share of a step's value. */
const SOFT = 0.12;

/** A step as it lies on zones of a part; undefined where it lies on none. */
const laidPass = ({ palette }: PreparedPart, { role, step }: Pick<LayerId, 'role' | 'step'>) =>
  palette.approach?.body.find((b) => b.pass.role === role && b.pass.step === step);

/** What a step changes on its part's own grid. */
interface Touched {
  /** RGBA bytes after it. */
  readonly after: Uint8ClampedArray<ArrayBuffer>;
  /** How far each point is touched, 0..1. */
  readonly share: Float32Array;
  /** Largest change of a channel, in bytes, point by point. */
  readonly change: Float32Array;
  /** Whether it makes what it touches lighter. */
  readonly lightens: boolean;
}

/** How far each point lies in the zones of a step, 0..1, softly over a little of the value; null where it lies on no zones. */
function zoneShare(p: PreparedPart, { value }: Layers, { role, step }: LayerId): Float32Array | null {
  const laid = laidPass(p, { role, step });
  if (!laid || laid.zones.length === 0) return null;
  const from = thresholdOf(laid.zones[0], p.steps);
  const to = thresholdOf(laid.zones[laid.zones.length - 1] + 1, p.steps);
  const soft = SOFT / p.steps;
  return value.map((v) =>
    Math.min(
      laid.zones[0] === 0 ? 1 : clamp((v - from) / soft + 0.5, 0, 1),
      to >= 1 ? 1 : clamp((to - v) / soft + 0.5, 0, 1),
    ),
  );
}

/** A step that changes nothing that can be seen, or lies below all others, touches all of its part. */
function touchedBy(
  p: PreparedPart,
  layers: Layers,
  piece: Pick<Piece, 'ladders' | 'rig'>,
  { layer, below }: StepPictureOptions,
): Touched {
  const after = paintPart(p, layers, stageOfPart(p, layer, piece), 'painted');
  const change = new Float32Array(after.length / 4);
  let lighter = 0;
  if (below && layer.role !== 'undercoat') {
    const before = paintPart(p, layers, stageOfPart(p, below, piece), 'painted');
    for (let i = 0; i < after.length; i++) {
      if (i % 4 === 3) continue;
      const by = after[i] - before[i];
      lighter += by;
      change[i >> 2] = Math.max(change[i >> 2], Math.abs(by));
    }
  }
  const most = change.reduce((a, b) => Math.max(a, b), 0);
  const limit = clamp(TOUCHED_SHARE * most, 1, MOST_TOUCHED);
  return {
    after,
    change,
    share:
      zoneShare(p, layers, layer) ??
      (most < 1 ? change.map(() => 1) : change.map((c) => clamp((2 * c) / limit - 1, 0, 1))),
    lightens: lighter >= 0,
  };
}

/** Holds back what a step does not touch: grey, and nearer to the surround. */
function heldBack({ after, share }: Touched, surround: readonly number[]): Uint8ClampedArray<ArrayBuffer> {
  const out = after.slice();
  const ground = luminanceOfLinear(surround);
  for (let i = 0; i < share.length; i++) {
    if (share[i] === 1) continue;
    const grey = luminanceOfLinear([0, 1, 2].map((c) => toLinear(after[4 * i + c] / 255)));
    const held = 255 * fromLinear(grey * HELD_BACK + ground * (1 - HELD_BACK));
    for (let c = 0; c < 3; c++) out[4 * i + c] += (held - out[4 * i + c]) * (1 - share[i]);
  }
  return out;
}

/** Borders of the zones that a step covers, as lines in mm of the part's own frame. */
function bordersOf(p: PreparedPart, { borders, zones }: ZoneMap, { role, step }: LayerId) {
  if (role === 'smoothing') return { hard: [], soft: borders.flatMap((b) => b.soft), openingMm: null };
  const laid = laidPass(p, { role, step });
  if (!laid) return { hard: [], soft: [], openingMm: null };
  const [first, last] = [laid.zones[0], laid.zones[laid.zones.length - 1]];
  const own = [first - 1, last].flatMap((k) => borders[k] ?? []);
  return {
    hard: own.flatMap((b) => b.hard),
    soft: own.flatMap((b) => b.soft),
    openingMm: zones[first].openingMm,
  };
}

/** The largest connected patch of what a step touches, as points of the part's grid. */
function largestTouched({ surface }: Layers, share: Float32Array): number[] {
  const { width, height } = surface.grid;
  const mask = Uint8Array.from(share, (s, i) => (s >= LIT && surface.alpha[i] >= 0.5 ? 1 : 0));
  const { label, sizes } = connectedAreas(mask, width, height);
  const largest = sizes.indexOf(Math.max(...sizes));
  return largest === 0 ? [] : Array.from(label.keys()).filter((i) => label[i] === largest);
}

/** Whether a step of a part is sprayed. */
const isSprayed = ({ palette }: PreparedPart, { role, step }: LayerId): boolean =>
  palette.approach?.passes.find((q) => q.role === role && q.step === step)?.tool.kind === 'airbrush';

/** Where the brush goes first on a part, and how its stroke runs, in points of the part's grid. */
function handOn(p: PreparedPart, layers: Layers, touched: Touched, layer: LayerId) {
  const { width } = layers.surface.grid;
  const patch = largestTouched(layers, touched.share);
  const place = (i: number): Point => [(i % width) + 0.5, Math.floor(i / width) + 0.5];
  // What is sprayed or stippled has no stroke, and begins nowhere.
  const strokeless = isSprayed(p, layer) || (p.palette.approach?.school.texture && layer.role === 'value');
  if (patch.length === 0 || strokeless) return { first: null, stroke: null };
  if (STROKED.has(layer.role)) {
    const lightAt = (k: number) => layers.value[patch[k]];
    const stroke = strokeOver(patch.map(place), lightAt, touched.lightens);
    return { first: stroke?.[0] ?? null, stroke };
  }
  if (!BEGUN_AT.has(layer.role)) return { first: null, stroke: null };
  return { first: strongestPlace(patch.map(place), (k) => touched.change[patch[k]]), stroke: null };
}

/** From the part's own mm to points of a picture. */
const onto =
  ({ pxPerMm, leftMm, topMm }: Picture, { part: { place } }: PreparedPart) =>
  ([x, y]: Point): Point => {
    const [tx, ty] = turn(x, y, rad(place.rollDeg));
    return [(tx + place.xMm - leftMm) * pxPerMm, (topMm - ty - place.yMm) * pxPerMm];
  };

/**
 * One step on one part: the part as it looks after it, with all held back that the step does not touch, the borders of its
 * zones, how a stroke runs and where the brush goes first.
 * @param p the part, prepared for this piece
 * @param zones its zones
 */
export function stepPicture(
  p: PreparedPart,
  zones: ZoneMap,
  piece: Pick<Piece, 'ladders' | 'rig'>,
  options: StepPictureOptions,
): StepPicture {
  const { width, height, surroundHex, layer } = options;
  const { model } = p.shape;
  const picture = fitPicture(placedBounds(model, p.part.place), width, height);
  const { grid, column, row } = gridIn(picture, model, p.part.place)!;
  const layers = layersOf(p, grid);
  const touched = touchedBy(p, layers, piece, options);
  const surround = hexToLinear(surroundHex);
  const rgba = emptyRgba(picture, surroundHex);
  layOver(rgba, picture.width, heldBack(touched, surround), grid.width, column, row);

  const hand = handOn(p, layers, touched, layer);
  const shown = onto(picture, p);
  const inPicture = ([x, y]: Point): Point => [x + column, y + row];
  const { hard, soft, openingMm } = bordersOf(p, zones, layer);
  return {
    picture,
    rgba,
    marks: {
      hard: hard.map((line) => line.map(shown)),
      soft: soft.map((line) => line.map(shown)),
      first: hand.first && inPicture(hand.first),
      stroke: hand.stroke && [inPicture(hand.stroke[0]), inPicture(hand.stroke[1])],
      openingMm,
    },
  };
}
