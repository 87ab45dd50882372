import {
  canonicalGrid,
  NOTHING,
  SAMPLE,
  surfaceOf,
  type Facet,
  type Surface,
  type SurfaceModel,
} from '../form/index.js';
import type { Vec3 } from '../units/index.js';
import type { PartLight, PolishModel } from '../rig/index.js';
import { bandValue, composeBands, type Composition } from './bands.js';
import { uncovered, type Front } from './contact.js';
import { bandsByHand, isBandChange } from './bandsByHand.js';
import type { Asleep, Hand } from './hand.js';
import { FLAT_SPAN, fitTone, toned, type Tone } from './exposure.js';
import { radiance } from './radiance.js';

/** How each patch of a part turns light into value: a fitted tone, or bands composed on its facets. */
export interface Body {
  readonly tones: readonly (Tone | null)[];
  /** Composition by patch index; null where the patch is not a facet. */
  readonly facetOf: readonly (number | null)[];
  readonly composition: Composition;
  /** Patches that reflect one value and are graded by hand instead. */
  readonly flat: readonly boolean[];
  /** Changes of bands that find no band now. */
  readonly asleep: readonly Asleep[];
}

/** The canonical points of a part, which its statistics are taken on. Depends on the form alone. */
export const canonicalSurface = (model: SurfaceModel): Surface => surfaceOf(model, canonicalGrid(model));

/** How a part's bands are made. */
export interface Making {
  readonly seed: number;
  /** Lights lie where the seed puts them, whatever the tilt. */
  readonly free: boolean;
  readonly hand: Hand;
  /** What stands in front and covers some of it. */
  readonly fronts: readonly Front[];
}

/** The flat faces of a model with the bands they bear, composed and then changed by hand. Needs no points. */
export function composed(
  model: SurfaceModel,
  light: PartLight,
  polish: PolishModel,
  { seed, free, hand }: Omit<Making, 'fronts'>,
): { facets: readonly FacetSeen[]; composition: Composition; asleep: Asleep[] } {
  const out = new Float64Array(SAMPLE.size);
  const facets = model.patches.flatMap((patch, p): FacetSeen[] => {
    if (!patch.facet) return [];
    // A facet has one normal, wherever it is asked.
    patch.at(0, 0, out);
    return [{ p, facet: patch.facet, normal: [out[SAMPLE.nx], out[SAMPLE.ny], out[SAMPLE.nz]] }];
  });
  const first = composeBands(facets, light, polish, seed, free);
  return { facets, ...bandsByHand(first, facets.map((f) => f.facet), hand.all.filter(isBandChange)) }; // prettier-ignore
}

/** A flat face: its patch, geometry and normal. */
export interface FacetSeen {
  readonly p: number;
  readonly facet: Facet;
  readonly normal: Vec3;
}

/** Fits tones and composes bands for a part under a light. `canonical` comes from `canonicalSurface`. */
export function fitBody(
  model: SurfaceModel,
  canonical: Surface,
  light: PartLight,
  polish: PolishModel,
  aimed: readonly number[],
  { seed, free, hand, fronts }: Making,
): Body {
  const { facets, composition, asleep } = composed(model, light, polish, { seed, free, hand });
  const r = radiance(canonical, model.patches, light, polish);
  // All curved patches of a part share one tone: the shaded side of a keel stays the shaded side.
  const points = innerPoints(canonical, model.patches.length, fronts);
  const curved = sortedOf(
    points.filter((_, p) => model.patches[p].kind === 'smooth'),
    r,
  );
  const span =
    curved[Math.ceil(0.993 * (curved.length - 1))] - curved[Math.floor(0.01 * (curved.length - 1))];
  const shared = span < FLAT_SPAN ? null : fitTone(curved, aimed);
  const flat = model.patches.map((patch) => patch.kind === 'smooth' && shared === null);
  const tones = model.patches.map((patch, p) => {
    if (patch.facet) return null;
    if (patch.kind === 'smooth' && shared) return shared;
    return fitTone(sortedOf([points[p]], flat[p] ? gradient(canonical, p, light) : r), aimed);
  });
  const facetOf = model.patches.map((_, p) => {
    const index = facets.findIndex((f) => f.p === p);
    return index < 0 ? null : index;
  });
  return { tones, facetOf, composition, flat, asleep };
}

/** With less than this share of it seen, a part is toned as if all of it were. */
const LEAST_SEEN = 0.04;
const inner = new WeakMap<Uint8Array, readonly Int32Array[]>();

/**
 * Canonical points by patch that statistics are taken on: well inside the part, and seen. What a part in front covers
 * needs no light: the range is spread over what is left.
 */
function innerPoints(s: Surface, patches: number, fronts: readonly Front[]): readonly Int32Array[] {
  const seen = uncovered(s, fronts);
  const known = inner.get(seen);
  if (known) return known;
  const listed = (counts: (i: number) => boolean) => {
    const lists = Array.from({ length: patches }, (): number[] => []);
    s.patch.forEach((p, i) => {
      if (p !== NOTHING && s.alpha[i] >= 0.5 && counts(i)) lists[p].push(i);
    });
    return lists.map((list) => Int32Array.from(list));
  };
  const count = (lists: readonly Int32Array[]) => lists.reduce((n, l) => n + l.length, 0);
  const all = listed(() => true);
  const some = fronts.length > 0 ? listed((i) => seen[i] === 1) : all;
  const found =
    count(some) >= LEAST_SEEN * count(all) ? some.map((l, p) => (l.length > 1 ? l : all[p])) : all;
  inner.set(seen, found);
  return found;
}

/** Values of the points of some patches, rising; at least two. */
function sortedOf(lists: readonly Int32Array[], values: Float32Array): Float32Array {
  const picked = new Float32Array(lists.reduce((n, list) => n + list.length, 0));
  let k = 0;
  for (const list of lists) for (const i of list) picked[k++] = values[i];
  return picked.length > 1 ? picked.sort() : new Float32Array(2);
}

/** Grade toward the light across a patch that would otherwise show one value. */
function gradient(s: Surface, p: number, light: PartLight): Float32Array {
  const [lx, ly] = light.key;
  return Float32Array.from(s.u, (u, i) =>
    s.patch[i] === p ? 0.5 + (u - 0.5) * lx * 0.7 + (s.v[i] - 0.5) * ly * 0.7 : 0,
  );
}

/** Value 0..1 of every point before bounce, edges and glints; 0 where no surface is. */
export function bodyValues(
  model: SurfaceModel,
  surface: Surface,
  body: Body,
  light: PartLight,
  polish: PolishModel,
): Float32Array {
  const out = radiance(surface, model.patches, light, polish);
  model.patches.forEach((_, p) => {
    if (!body.flat[p]) return;
    const g = gradient(surface, p, light);
    for (let i = 0; i < out.length; i++) if (surface.patch[i] === p) out[i] = g[i];
  });
  for (let i = 0; i < out.length; i++) {
    const p = surface.patch[i];
    if (p === NOTHING) continue;
    const tone = body.tones[p];
    if (tone) out[i] = toned(tone, out[i]);
    else out[i] = bandValue(body.composition.facets[body.facetOf[p]!], surface.u[i], surface.v[i]);
  }
  return out;
}
