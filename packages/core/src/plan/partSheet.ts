import type { PieceAtHand } from '../sculpt/index.js';
import { areaOf, type Point } from '../form/index.js';
import {
  edgeWidthMm,
  type UnresolvedOverride,
  preparePart,
  strokesOf,
  type EdgeStroke,
  tintLayers,
  valuesOn,
  type PreparedPart,
  type Shape,
  shapeIn,
} from '../glint/index.js';
import type { Part } from '../piece/index.js';
import {
  lightnessFrom,
  lightnessOf,
  surfaceRatio,
  valuesOnCanonical,
  zonesOf,
  type Lightness,
  type ZoneMap,
} from '../zone/index.js';
import { stepOf } from '../ladder/index.js';
import { bounceWhere } from './bounceWhere.js';
import { glowSheet, type GlowSheet } from './glowPassesOf.js';
import { tintPlace } from './tints.js';
import { wearNotes, wornSheet, type WornSheet } from './wear.js';
import { dotsText } from './where.js';
import { isAged } from '../wear/index.js';

/** All that the stations say about one part, computed from its map. */
export interface PartSheet {
  readonly part: string;
  readonly steps: number;
  readonly zones: ZoneMap;
  readonly lightness: Lightness;
  /** True area over projected area. */
  readonly surfaceRatio: number;
  readonly edgeMm: number;
  /** Length of edges that stay at the mid step or below, in mm. */
  readonly shadedEdgeMm: number;
  readonly edgeWidthMm: number;
  readonly recessMm: number;
  readonly glintShare: number;
  /** How many dots go on last, and where, in words. */
  readonly glintCount: number;
  readonly glintPlaces: string;
  /** Whether its dots are painted one step below the lightest. */
  readonly paleGlints: boolean;
  /** Where its light from below lies, in words; null where it gets none. */
  readonly bounce: string | null;
  /** Projected area that each source of colour glazes, in mm2, and where, in words. */
  readonly tints: readonly { readonly id: string; readonly mm2: number; readonly where: string }[];
  /** The first of its passes over zones (from 1) after which it has its polish's contrast; null where it never does. */
  readonly readsAsMetalFrom: number | null;
  /** How many passes lie on its zones. */
  readonly passes: number;
  /** What its wear covers, pass by pass. */
  readonly worn: readonly WornSheet[];
  /** What the passes of glows cover of it. */
  readonly glow: readonly GlowSheet[];
  /** Whether it is so aged that it bears no clean dots. */
  readonly aged: boolean;
  readonly notes: readonly string[];
  /** Adjustments that cannot be applied now, and why. */
  readonly unresolved: readonly UnresolvedOverride[];
}

const strokeMm = (points: readonly Point[]): number =>
  points.reduce(
    (sum, p, i) => sum + (i > 0 ? Math.hypot(p[0] - points[i - 1][0], p[1] - points[i - 1][1]) : 0),
    0,
  );

/** Length of the light lines, of those that stay at the mid step or below, and of the dark ones, in mm. */
function lineLengths(p: PreparedPart, value: Float32Array) {
  const strokes = strokesOf(p, value);
  const mm = (of: (s: EdgeStroke) => boolean) =>
    strokes.reduce((sum, s) => sum + (of(s) ? strokeMm(s.points) : 0), 0);
  const shaded = (s: EdgeStroke) => s.value <= p.midValue + 1e-6;
  return {
    light: mm((s) => s.kind === 'light' && !shaded(s)),
    shaded: mm((s) => s.kind === 'light' && shaded(s)),
    dark: mm((s) => s.kind === 'dark'),
  };
}

/** Of the contrast that it has in the end, a part needs this much to read as metal, where its polish asks for more. */
const OF_FINISHED = 0.9;
const MIDDLE_WEIGHT = 0.75;

/**
 * The first pass after which the part shows the range and spread its polish wants, each laid over the one before, or
 * nearly all that this form gets under this light. Before that it looks grey, and is right.
 */
function readsAsMetalFrom(p: PreparedPart, value: Float32Array): number | null {
  if (!p.metal) return null;
  const values = valuesOnCanonical(p, value);
  const { rangeL, middleHalfL } = p.metal.polish;
  const spreads = p.palette.approach!.body.map(({ after }) => {
    const l = lightnessFrom(values.map((v) => after[stepOf(v, p.steps)].l));
    return { range: l.high - l.low, middle: l.middleHalf };
  });
  const end = spreads.at(-1);
  if (!end) return null;
  const range = Math.min(rangeL, OF_FINISHED * end.range);
  const middle = Math.min(MIDDLE_WEIGHT * middleHalfL, OF_FINISHED * end.middle);
  const found = spreads.findIndex((s) => s.range >= range && s.middle >= middle);
  return found < 0 ? null : found + 1;
}

/** Weaker than this share of the strongest tint nothing shows. */
const SHOWS = 0.25;

function tintsOf(p: PreparedPart, value: Float32Array): PartSheet['tints'] {
  if (!p.metal || p.metal.tints.length === 0) return [];
  const { canonical, model } = p.shape;
  const covered = canonical.alpha.reduce((n, a) => n + a, 0);
  const layers = tintLayers({ surface: canonical, value }, p.light, p.metal.tints, 1);
  return layers.map(({ source, weight }) => {
    const shows = weight.reduce((n, w, i) => n + (w > SHOWS ? canonical.alpha[i] : 0), 0);
    return {
      id: source.id,
      mm2: (shows / Math.max(1, covered)) * areaOf(model.rings),
      where: tintPlace(source.id, p, (i) => weight[i]),
    };
  });
}

/** What was drawn or composed otherwise than asked, in words. */
export const notesOf = ({ shape, overrides, metal }: PreparedPart): string[] => [
  ...new Set([...(shape.model.notes ?? []), ...overrides.notes, ...(metal?.body.composition.notes ?? [])]),
];

/** A light from below shows on what is curved, unless the approach or the hand leaves it out. */
const bearsBounce = ({ shape, metal, approach, overrides }: PreparedPart): boolean =>
  metal !== null &&
  (approach.bounce === 'gap' || overrides.bounce !== null) &&
  shape.model.patches.some((p, i) => p.kind === 'smooth' && !metal.body.flat[i]);

export function partSheet(
  part: Part,
  piece: PieceAtHand,
  shape: Shape = shapeIn(part, piece),
  prepared: PreparedPart = preparePart(part, piece, shape),
  zones: ZoneMap = zonesOf(prepared),
): PartSheet {
  const { model } = shape;
  const glints = prepared.metal?.glints ?? [];
  const { body, bounced, value } = valuesOn(shape.canonical, prepared);
  const edges = lineLengths(prepared, value);
  return {
    part: part.id,
    steps: prepared.steps,
    zones,
    lightness: lightnessOf(prepared, value),
    surfaceRatio: surfaceRatio(prepared),
    edgeMm: edges.light,
    shadedEdgeMm: edges.shaded,
    edgeWidthMm: edgeWidthMm(model.narrowestMm),
    recessMm: edges.dark,
    glintShare: glints.reduce((s, g) => s + Math.PI * g.radiusMm ** 2 * g.stretch, 0) / areaOf(model.rings),
    glintCount: glints.length,
    glintPlaces: dotsText(part, model, glints),
    paleGlints: prepared.approach.glints === 'pale',
    bounce: bearsBounce(prepared) ? bounceWhere(prepared, body, bounced) : null,
    tints: tintsOf(prepared, value),
    readsAsMetalFrom: readsAsMetalFrom(prepared, value),
    passes: prepared.palette.approach?.body.length ?? 0,
    worn: wornSheet(prepared),
    glow: glowSheet(prepared),
    aged: isAged(prepared.wear),
    notes: [...notesOf(prepared), ...wearNotes(prepared.wear)],
    unresolved: prepared.unresolved,
  };
}
