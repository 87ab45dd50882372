import { cellOf, NOTHING, placeOfPoint, type Surface, type SurfaceModel } from '../form/index.js';
import type { Wear } from '../piece/index.js';
import { percent, smoothstep, tableMemo, weakMemo, weakMemo2, type Vec3 } from '../units/index.js';
import { arcsOver, type ArcHand } from './arcs.js';
import type { ByArcs, ByField, ByLip, Stance, WearDefinition, WearPass } from './definition.js';
import { FIELDS, wearFields, type FieldName, type Exposed } from './fields.js';
import { handOf, likelihood, sampled } from './likelihood.js';
import { lineAlpha, linesFor } from './lines.js';
import { wearKinds } from './registry.js';

/** One pass of wear on a part: how much of each point it covers, 0..1. */
export interface WornPass {
  readonly layer: Wear;
  readonly definition: WearDefinition;
  readonly pass: WearPass;
  readonly alpha: Float32Array;
}

/** A border that is called soft fades over this much of the likelihood, a hard one over this. */
const SOFT = 0.5;
const HARD = 0.03;
/** A dot is a line too short to be seen as one. */
const DOT_LONG_MM = 0.01;

/** The share of the part that a pass aims at. */
export const aimedShare = ({ share }: WearPass, layer: Pick<Wear, 'share'>): number =>
  Math.min(0.98, share.times * (share.of === 'layer' ? layer.share : 1));

/** The likelihood above which a pass covers its share of the part, among the points that it may lie on. */
function thresholdFor(
  likely: Float32Array,
  may: (i: number) => boolean,
  surface: Surface,
  share: number,
): number {
  const values = new Float32Array(likely.length);
  let [points, free] = [0, 0];
  for (let i = 0; i < likely.length; i++) {
    if (surface.patch[i] === NOTHING || surface.alpha[i] < 0.5) continue;
    points++;
    if (may(i)) values[free++] = likely[i];
  }
  const wanted = Math.min(free, Math.round(share * points));
  return wanted === 0 ? Infinity : values.subarray(0, free).sort()[free - wanted];
}

/** How much the likelihood changes from a point to the ones beside it. */
function changeAt(likely: Float32Array, i: number, { patch, grid }: Surface): number {
  let most = 0;
  for (const j of [i - 1, i + 1, i - grid.width, i + grid.width])
    if (patch[j] !== undefined && patch[j] !== NOTHING)
      most = Math.max(most, Math.abs(likely[j] - likely[i]));
  return most;
}

function fieldAlpha(
  likely: Float32Array,
  threshold: number,
  { soft }: ByField,
  surface: Surface,
): Float32Array {
  const fade = HARD + (SOFT - HARD) * soft;
  return Float32Array.from(likely, (v, i) => {
    if (threshold === Infinity || surface.patch[i] === NOTHING) return 0;
    // A border is never sharper than the points are apart: from afar small chips are a tone, not a scatter of points.
    const wide = Math.max(fade, changeAt(likely, i, surface));
    // Half covered where the threshold is, so that the share is met.
    return smoothstep(threshold - wide / 2, threshold + wide / 2, v);
  });
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
    const [x, y] = placeOfPoint(grid, i);
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

/** A pass over the arcs of a layer. */
function arcAlpha(
  { of, wideMm }: ByArcs,
  { model, hot }: Pick<Stance, 'model' | 'hot'>,
  hand: ArcHand,
  surface: Surface,
): Float32Array {
  const { lines, forks } = arcsOver(model, hot, hand);
  return lineAlpha(
    of === 'lines'
      ? lines.map((line) => ({ ...line, wideMm }))
      : forks.map(([x, y]) => ({
          points: [
            [x, y],
            [x + DOT_LONG_MM, y],
          ],
          wideMm,
        })),
    surface,
  );
}

/** What of a layer of wear says where it lies. */
type Pattern = Pick<Wear, 'kind' | 'share' | 'seed' | 'places'>;

/** Patterns kept with a form, and with each surface of it. */
const MOST_KEPT = 4;

const fieldsFor = ({ kind }: Pick<Pattern, 'kind'>): readonly FieldName[] => {
  const named = wearKinds[kind].passes.flatMap(({ place }) =>
    place.by === 'field' ? (Object.keys(place.weights) as FieldName[]) : [],
  );
  return FIELDS.filter((f) => named.includes(f));
};

/** What a surface is exposed to, kept with it: another share or another pattern changes nothing of it. */
const fieldsOn = weakMemo2((model: SurfaceModel, surface: Surface) =>
  tableMemo(MOST_KEPT, (standing: Exposed, names: readonly FieldName[]) =>
    wearFields(model, surface, standing, new Set(names)),
  ),
);

/** What lies inside another pass covers no more than it. */
const inside = (alpha: Float32Array, outer: Float32Array | undefined): Float32Array =>
  outer ? alpha.map((a, i) => Math.min(a, outer[i])) : alpha;

/** The likelihood from which each pass covers, and what it covers of the points that shares are measured on. */
const measuredOn = weakMemo((model: SurfaceModel) =>
  tableMemo(MOST_KEPT, (pattern: Pattern, standing: Exposed) => {
    const surface = sampled(model);
    const fields = fieldsOn(model, surface)(standing, fieldsFor(pattern));
    const thresholds = new Map<string, number>();
    const covered = new Map<string, Float32Array>();
    wearKinds[pattern.kind].passes.forEach((pass, k) => {
      const { place, within } = pass;
      if (place.by !== 'field') return;
      const likely = likelihood(place, surface, fields, handOf(pattern, model, k));
      const outer = within === null ? undefined : covered.get(within);
      const may = (i: number) => outer === undefined || outer[i] >= 0.5;
      const threshold = thresholdFor(likely, may, surface, aimedShare(pass, pattern));
      thresholds.set(pass.id, threshold);
      covered.set(pass.id, inside(fieldAlpha(likely, threshold, place, surface), outer));
    });
    return { thresholds, covered };
  }),
);

/**
 * What the passes of a pattern cover of a surface, but for lips, which alone follow the light. Kept with the surface: a
 * moving light asks for it again and again.
 */
const coveredOn = weakMemo2((model: SurfaceModel, surface: Surface) =>
  tableMemo(MOST_KEPT, (pattern: Pattern, standing: Exposed): ReadonlyMap<string, Float32Array> => {
    const { thresholds, covered } = measuredOn(model)(pattern, standing);
    const measured = surface === sampled(model);
    const fields = measured ? null : fieldsOn(model, surface)(standing, fieldsFor(pattern));
    const here = new Map<string, Float32Array>();
    wearKinds[pattern.kind].passes.forEach((pass, k) => {
      const { id, place, within } = pass;
      const hand = handOf(pattern, model, k);
      if (place.by === 'lines')
        here.set(
          id,
          lineAlpha(linesFor(place, { model, ...standing }, aimedShare(pass, pattern), hand), surface),
        );
      if (place.by === 'arcs') here.set(id, arcAlpha(place, { model, hot: standing.hot }, pattern, surface));
      if (place.by !== 'field') return;
      const outer = within === null ? undefined : here.get(within);
      const own =
        fields && fieldAlpha(likelihood(place, surface, fields, hand), thresholds.get(id)!, place, surface);
      here.set(id, own ? inside(own, outer) : covered.get(id)!);
    });
    return here;
  }),
);

/** The passes of one layer, on a surface. */
function passesOn(layer: Wear, { model, up, hot, key }: Stance, surface: Surface): WornPass[] {
  const definition = wearKinds[layer.kind];
  const { kind, share, seed, places } = layer;
  const covered = coveredOn(model, surface)({ kind, share, seed, places }, { up, hot });
  return definition.passes.map((pass): WornPass => {
    const { place } = pass;
    const alpha =
      place.by === 'lip' ? lipAlpha(place, covered.get(place.of)!, surface, key) : covered.get(pass.id)!;
    return { layer, definition, pass, alpha };
  });
}

const ORDER = Object.keys(wearKinds);

/** Layers in the order in which their kinds are laid. */
export const inLayingOrder = (layers: readonly Wear[]): Wear[] =>
  [...layers].sort((a, b) => ORDER.indexOf(a.kind) - ORDER.indexOf(b.kind));

/** All wear of a part on a surface, pass by pass in the order it is laid. */
export const wornOn = (layers: readonly Wear[], stance: Stance, surface: Surface): WornPass[] =>
  inLayingOrder(layers).flatMap((layer) => passesOn(layer, stance, surface));

/** The share of the part that each pass covers, measured where its statistics are taken. */
export function wornShares(
  layers: readonly Wear[],
  stance: Stance,
): { readonly worn: WornPass; readonly share: number }[] {
  const surface = sampled(stance.model);
  const { patch, alpha: covered } = surface;
  return wornOn(layers, stance, surface).map((worn) => {
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
  return share > most ? `${label} covers ${percent(share)}; ${beyond}.` : null;
}

/** Whether a part is so aged that clean white dots would belie it. */
export const isAged = (layers: readonly Wear[]): boolean => layers.some((l) => wearKinds[l.kind].ages);

/** Whether a kind follows heat, which a part without anything hot beside it has none of. */
export const followsHeat = (kind: Wear['kind']): boolean => fieldsFor({ kind }).includes('heat');
