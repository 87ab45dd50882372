import {
  areaOf,
  canonicalGrid,
  cellOf,
  nearLine,
  NOTHING,
  placeAt,
  placeOf,
  surfaceOf,
  type Point,
  type Surface,
  type SurfaceModel,
} from '../form/index.js';
import type { Wear, WearPlace } from '../piece/index.js';
import { clamp, seededRandom, smoothstep, weakMemo, type Vec3 } from '../units/index.js';
import type { ByField, ByLines, ByLip, WearDefinition, WearPass } from './definition.js';
import { wearFields, type FieldName, type WearFields } from './fields.js';
import { noiseAt } from './noise.js';
import { wearKinds } from './registry.js';

/** How a part stands: what wear depends on besides its form. */
export interface HowItStands {
  readonly model: SurfaceModel;
  /** Against gravity, and toward the main light, in the part's frame. */
  readonly up: Vec3;
  readonly key: Vec3;
}

/** One pass of wear on a part: how much of each point it covers, 0..1. */
export interface WornPass {
  readonly layer: Wear;
  readonly definition: WearDefinition;
  readonly pass: WearPass;
  readonly alpha: Float32Array;
}

/** Points that shares are measured on. */
const SAMPLES = 9000;
/** A border that is called soft fades over this much of the likelihood, a hard one over this. */
const SOFT = 0.5;
const HARD = 0.03;
/** Lines are looked for among so many places for each that is drawn. */
const LOOKS = 40;
/** A line bends by at most this on its way, and leans this far from the part's length, in radians. */
const BEND = 0.12;
const LEAN = 0.3;
const MOST_LINES = 400;
/** Narrower than this many points a line is drawn so wide, and the weaker for it. */
const LEAST_POINTS = 1.2;

const sampled = weakMemo((model: SurfaceModel) => surfaceOf(model, canonicalGrid(model, SAMPLES)));

/** The share of the part that a pass aims at. */
export const aimedShare = ({ share }: WearPass, layer: Pick<Wear, 'share'>): number =>
  Math.min(0.98, share.times * (share.of === 'layer' ? layer.share : 1));

/** What a place by hand adds to the likelihood in its middle, and from which share of its radius it lets go. */
const WANTED = { more: 3, none: -6 } as const;
const HELD_TO = 0.6;

/** Places by hand, where the form is now; those whose surface is gone count for nothing. */
const placesOn = (model: SurfaceModel, places: readonly WearPlace[]) =>
  places.flatMap(({ patch, u, v, radiusMm, way }) => {
    const at = model.patches[patch] ? placeAt(model.patches[patch], { u, v }) : null;
    return at ? [{ at, radiusMm, adds: WANTED[way] }] : [];
  });
type PlacedByHand = ReturnType<typeof placesOn>;

/** Likelihood of a pass at every point of a surface. */
function likelihood(
  { weights, chance }: Pick<ByField, 'weights' | 'chance'>,
  surface: Surface,
  fields: WearFields,
  { seed, places }: { readonly seed: number; readonly places: PlacedByHand },
): Float32Array {
  const out = new Float32Array(surface.patch.length);
  const named = Object.entries(weights) as [FieldName, number][];
  for (let i = 0; i < out.length; i++) {
    if (surface.patch[i] === NOTHING) continue;
    let sum = 0;
    for (const [name, weight] of named) sum += weight * fields[name][i];
    const { grid } = surface;
    const [x, y] = placeOf(grid, (i % grid.width) + 0.5, Math.floor(i / grid.width) + 0.5);
    for (const { at, radiusMm, adds } of places) {
      const d = Math.hypot(x - at[0], y - at[1]);
      if (d < radiusMm) sum += adds * (1 - smoothstep(HELD_TO * radiusMm, radiusMm, d));
    }
    out[i] = sum + chance * noiseAt(x, y, seed);
  }
  return out;
}

/** The likelihood above which a pass covers its share of the part, among the points that it may lie on. */
function thresholdFor(
  likely: Float32Array,
  may: (i: number) => boolean,
  surface: Surface,
  share: number,
): number {
  const values: number[] = [];
  let points = 0;
  for (let i = 0; i < likely.length; i++) {
    if (surface.patch[i] === NOTHING || surface.alpha[i] < 0.5) continue;
    points++;
    if (may(i)) values.push(likely[i]);
  }
  values.sort((a, b) => b - a);
  const wanted = Math.min(values.length, Math.round(share * points));
  return wanted === 0 ? Infinity : values[wanted - 1];
}

function fieldAlpha(
  likely: Float32Array,
  threshold: number,
  { soft }: ByField,
  { patch }: Surface,
): Float32Array {
  const half = HARD + (SOFT - HARD) * soft;
  return Float32Array.from(likely, (v, i) =>
    // Half covered where the threshold is, so that the share is met.
    threshold === Infinity || patch[i] === NOTHING
      ? 0
      : smoothstep(threshold - half / 2, threshold + half / 2, v),
  );
}

/** A line of a pass, in the part's frame. */
interface Line {
  readonly points: readonly Point[];
  readonly wideMm: number;
}

/** Lines from likely places: drawn once for a part and its seed, whatever the picture. */
function linesFor(
  place: ByLines,
  standing: HowItStands,
  share: number,
  hand: { readonly seed: number; readonly places: PlacedByHand },
): Line[] {
  const { seed } = hand;
  const surface = sampled(standing.model);
  const { grid, patch } = surface;
  const fields = wearFields(
    standing.model,
    surface,
    standing.up,
    new Set(Object.keys(place.weights) as FieldName[]),
  );
  const likely = likelihood({ weights: place.weights, chance: 0.3 }, surface, fields, hand);
  const covered = Array.from(patch.keys()).filter((i) => patch[i] !== NOTHING);
  if (covered.length === 0) return [];
  const random = seededRandom(seed * 7919 + 17);
  const mean = (place.longMm[0] + place.longMm[1]) / 2;
  const count = clamp(
    Math.round((share * areaOf(standing.model.rings)) / (mean * place.wideMm)),
    1,
    MOST_LINES,
  );
  const b = standing.model.rings.flat();
  const [w, h] = [0, 1].map((k) => Math.max(...b.map((p) => p[k])) - Math.min(...b.map((p) => p[k])));
  const along =
    place.along === 'down' ? Math.atan2(-standing.up[1], -standing.up[0]) : h >= w ? Math.PI / 2 : 0;
  return Array.from({ length: count }, (): Line => {
    let best = covered[Math.floor(random() * covered.length)];
    for (let k = 0; k < LOOKS; k++) {
      const other = covered[Math.floor(random() * covered.length)];
      if (likely[other] > likely[best]) best = other;
    }
    const [x, y] = placeOf(grid, (best % grid.width) + random(), Math.floor(best / grid.width) + random());
    const long = place.longMm[0] + random() * (place.longMm[1] - place.longMm[0]);
    const lean = along + (place.along === 'down' ? 0 : (2 * random() - 1) * LEAN);
    const bend = place.along === 'down' ? 0 : (2 * random() - 1) * BEND;
    const from = place.along === 'down' ? 0 : -0.5;
    return {
      wideMm: place.wideMm * (0.7 + 0.6 * random()),
      points: Array.from({ length: 6 }, (_, k): Point => {
        const t = long * (from + k / 5);
        const angle = lean + bend * (k / 5 - 0.5);
        return [x + t * Math.cos(angle), y + t * Math.sin(angle)];
      }),
    };
  });
}

/** Lines on a surface, thin at their ends. */
function lineAlpha(lines: readonly Line[], surface: Surface): Float32Array {
  const out = new Float32Array(surface.patch.length);
  const px = surface.grid.pxPerMm;
  for (const { points, wideMm } of lines) {
    const wide = wideMm * px;
    const drawn = Math.max(LEAST_POINTS, wide);
    nearLine(points, false, surface.grid, drawn / 2 + 1, (i, d2, s, t) => {
      if (surface.patch[i] === NOTHING) return;
      const way = (s + t) / (points.length - 1);
      const half = (drawn / 2) * (1 - 0.6 * way);
      const a = clamp(half + 0.5 - Math.sqrt(d2), 0, 1) * Math.min(1, wide / drawn);
      if (a > out[i]) out[i] = a;
    });
  }
  return out;
}

/** The far lip of what a pass covers: beside it, on the side away from the light. */
function lipAlpha({ wideMm }: ByLip, alpha: Float32Array, surface: Surface, key: Vec3): Float32Array {
  const { grid, patch } = surface;
  const out = new Float32Array(alpha.length);
  const across = Math.hypot(key[0], key[1]);
  if (across < 1e-6) return out;
  const reach = Math.max(1, wideMm * grid.pxPerMm);
  const weak = Math.min(1, wideMm * grid.pxPerMm);
  for (let i = 0; i < alpha.length; i++) {
    if (patch[i] === NOTHING || alpha[i] > 0.95) continue;
    const [x, y] = placeOf(grid, (i % grid.width) + 0.5, Math.floor(i / grid.width) + 0.5);
    const [c, r] = cellOf(grid, [
      x + (key[0] / across) * (reach / grid.pxPerMm),
      y + (key[1] / across) * (reach / grid.pxPerMm),
    ]);
    const [col, row] = [Math.floor(c), Math.floor(r)];
    if (col < 0 || row < 0 || col >= grid.width || row >= grid.height) continue;
    const j = row * grid.width + col;
    if (patch[j] !== NOTHING) out[i] = weak * Math.max(0, alpha[j] - alpha[i]);
  }
  return out;
}

/** The passes of one layer, on a surface. */
function passesOn(layer: Wear, standing: HowItStands, surface: Surface): WornPass[] {
  const definition = wearKinds[layer.kind];
  const wanted = new Set(
    definition.passes.flatMap(({ place }) =>
      place.by === 'field' ? (Object.keys(place.weights) as FieldName[]) : [],
    ),
  );
  const base = sampled(standing.model);
  const measured = surface === base;
  const fields = wearFields(standing.model, surface, standing.up, wanted);
  const baseFields = measured ? fields : wearFields(standing.model, base, standing.up, wanted);
  const places = placesOn(standing.model, layer.places);
  const here = new Map<string, Float32Array>();
  const there = new Map<string, Float32Array>();
  return definition.passes.map((pass, k): WornPass => {
    const { place } = pass;
    const share = aimedShare(pass, layer);
    // Passes that lie in one another share a pattern; others do not.
    const hand = { seed: layer.seed * 31 + k, places };
    let alpha: Float32Array;
    if (place.by === 'field') {
      const likely = likelihood(place, base, baseFields, hand);
      const parent = pass.within === null ? null : there.get(pass.within)!;
      const threshold = thresholdFor(likely, (i) => parent === null || parent[i] >= 0.5, base, share);
      const own = fieldAlpha(likely, threshold, place, base);
      there.set(pass.id, parent ? own.map((a, i) => Math.min(a, parent[i])) : own);
      alpha = measured
        ? there.get(pass.id)!
        : fieldAlpha(likelihood(place, surface, fields, hand), threshold, place, surface);
      const over = pass.within === null ? null : here.get(pass.within)!;
      if (over && !measured) alpha = alpha.map((a, i) => Math.min(a, over[i]));
    } else if (place.by === 'lines') alpha = lineAlpha(linesFor(place, standing, share, hand), surface);
    else alpha = lipAlpha(place, here.get(place.of)!, surface, standing.key);
    here.set(pass.id, alpha);
    return { layer, definition, pass, alpha };
  });
}

const ORDER = Object.keys(wearKinds);

/** Layers in the order in which their kinds are laid. */
export const inLayingOrder = (layers: readonly Wear[]): Wear[] =>
  [...layers].sort((a, b) => ORDER.indexOf(a.kind) - ORDER.indexOf(b.kind));

/** All wear of a part on a surface, pass by pass in the order it is laid. */
export const wornOn = (layers: readonly Wear[], standing: HowItStands, surface: Surface): WornPass[] =>
  inLayingOrder(layers).flatMap((layer) => passesOn(layer, standing, surface));

/** The share of the part that each pass covers, measured where its statistics are taken. */
export function wornShares(
  layers: readonly Wear[],
  standing: HowItStands,
): { readonly worn: WornPass; readonly share: number }[] {
  const surface = sampled(standing.model);
  const { patch, alpha: covered } = surface;
  return wornOn(layers, standing, surface).map((worn) => {
    let [sum, points] = [0, 0];
    for (let i = 0; i < patch.length; i++) {
      if (patch[i] === NOTHING || covered[i] < 0.5) continue;
      points++;
      // What is more than half covered counts as covered: soft borders give as much as they take.
      sum += worn.pass.place.by === 'field' ? (worn.alpha[i] >= 0.5 ? 1 : 0) : worn.alpha[i];
    }
    return { worn, share: sum / Math.max(1, points) };
  });
}

/** What of a layer goes past what its kind bears, in words; null where nothing does. */
export function wearLimit({ kind, share }: Pick<Wear, 'kind' | 'share'>): string | null {
  const { most, beyond, label } = wearKinds[kind];
  return share > most ? `${label} covers ${Math.round(share * 100)} %; ${beyond}.` : null;
}

/** Whether a part is so aged that clean white dots would belie it. */
export const isAged = (layers: readonly Wear[]): boolean => layers.some((l) => wearKinds[l.kind].ages);
