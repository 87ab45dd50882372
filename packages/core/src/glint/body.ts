import {
  canonicalGrid,
  NOTHING,
  SAMPLE,
  surfaceOf,
  type Facet,
  type Patch,
  type Surface,
  type SurfaceModel,
} from '../form/index.js';
import type { ApproachValue } from '../piece/index.js';
import { clamp, lastMemo, mixNumbers, smoothstep, weakMemo2, type Vec3 } from '../units/index.js';
import type { MetalSurface, PartLight, PolishModel } from '../rig/index.js';
import type { Composition } from './band.js';
import { bandValue } from './bandProfile.js';
import { composeBands } from './bands.js';
import { visibilityOf, type Occluder } from './occlusion.js';
import { overrideBands, isBandChange } from './bandOverrides.js';
import type { UnresolvedOverride, Overrides } from './overrides.js';
import { curvedTone, gathered, sortedOf, type Fitting } from './curvedTone.js';
import { FLAT_SPAN, fitTone, parted, toned, tonedBy, type Tone } from './exposure.js';
import { faceFull, faceLit } from './facing.js';
import { radiance } from './radiance.js';
import { rimShares } from './rims.js';
import type { TrimSide } from './trim.js';

/** How each patch of a part turns light into value: a fitted tone, or bands composed on its facets. */
export interface Body {
  readonly tones: readonly (Tone | null)[];
  /** Composition by patch index; null where the patch is not a facet. */
  readonly facetOf: readonly (number | null)[];
  readonly composition: Composition;
  /** Patches that reflect one value and are graded by hand instead. */
  readonly flat: readonly boolean[];
  /** Lightest value of any of its patches. */
  readonly top: number;
  /** How it lies on what it trims; null where it is no straight trim. */
  readonly trim: TrimSide | null;
  /** Changes of bands that find no band now. */
  readonly unresolved: readonly UnresolvedOverride[];
}

/** The canonical points of a part, which its statistics are taken on. Depends on the form alone. */
export const canonicalSurface = (model: SurfaceModel): Surface => surfaceOf(model, canonicalGrid(model));

/** How a part's bands are made. */
export interface BodyInput {
  readonly seed: number;
  /** Where the lights of a blade lie. */
  readonly layout: ApproachValue<'blade'>;
  readonly overrides: Overrides;
  /** What stands in front and covers some of it. */
  readonly occluders: readonly Occluder[];
  readonly trim: TrimSide | null;
  /** Whether light comes back from below. */
  readonly bounce: boolean;
  /** Share of their value that faces keep where the edges carry the light; 1 otherwise. */
  readonly kept: number;
}

/** The flat faces of a model with the bands they bear, composed and then changed by hand. Needs no points. */
export function composed(
  model: SurfaceModel,
  light: PartLight,
  polish: PolishModel,
  { seed, layout, overrides }: Pick<BodyInput, 'seed' | 'layout' | 'overrides'>,
): { facets: readonly FacetSeen[]; composition: Composition; unresolved: UnresolvedOverride[] } {
  const out = new Float64Array(SAMPLE.size);
  const facets = model.patches.flatMap((patch, p): FacetSeen[] => {
    if (!patch.facet) return [];
    // A facet has one normal, wherever it is asked.
    patch.at(0, 0, out);
    return [{ p, facet: patch.facet, normal: [out[SAMPLE.nx], out[SAMPLE.ny], out[SAMPLE.nz]] }];
  });
  const first = composeBands(facets, light, polish, seed, layout);
  return {
    facets,
    ...overrideBands(
      first,
      facets.map((f) => f.facet),
      overrides.all.filter(isBandChange),
    ),
  };
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
  polish: MetalSurface,
  aimed: readonly number[],
  { seed, layout, overrides, occluders, trim, bounce, kept }: BodyInput,
): Body {
  const {
    facets,
    composition: full,
    unresolved,
  } = composed(model, light, polish, {
    seed,
    layout,
    overrides,
  });
  const composition = kept === 1 ? full : dimmed(full, kept);
  const { lists: points, curved } = innerPoints(canonical, model)(occluders);
  // All curved patches of a part share one tone: the shaded side of a keel stays the shaded side.
  const ownTone = sharedTone(curved, { patches: model.patches, light, polish, aimed, bounce });
  const shared = ownTone && tonedBy(ownTone, (v) => kept * v);
  const flat = model.patches.map((patch) => patch.kind === 'smooth' && shared === null);
  const isGraded = model.patches.some((patch) => patch.kind === 'graded' || patch.kind === 'turned');
  const r = isGraded ? radiance(canonical, model.patches, light, polish) : null;
  const tones = model.patches.map((patch, p) => {
    if (patch.facet) return null;
    if (patch.kind === 'smooth' && shared) return shared;
    const graded = sortedOf([points[p]], flat[p] || !r ? gradient(canonical, p, light) : r);
    const normal = normalAt(canonical, points[p][0]);
    const level = patch.sideBySide
      ? mixNumbers(BESIDE_A_LIT_FACE, 1, faceFull(normal, light))
      : mixNumbers(TURNED_FACE_KEEPS, 1, faceLit(normal, light));
    return tonedBy(fitTone(graded, aimed, polish.planWeight), (v) => kept * level * faceValue(polish, v));
  });
  const facetOf = model.patches.map((_, p) => {
    const index = facets.findIndex((f) => f.p === p);
    return index < 0 ? null : index;
  });
  const top = Math.max(
    ...tones.map((t) => (t ? t.table[t.table.length - 1] : 0)),
    ...composition.facets.map((f) => faceValue(polish, topOf(f))),
  );
  return { tones, facetOf, composition, flat, top, trim, unresolved };
}

/** Bands of faces that keep a share of their value alone. */
const dimmed = (whole: Composition, kept: number): Composition => ({
  ...whole,
  facets: whole.facets.map((f) => ({
    ...f,
    lit: f.lit * kept,
    bands: f.bands.map((b) => ({ ...b, peak: b.peak * kept })),
  })),
});

/** The tone of the curved patches; null where they all reflect one value. */
function sharedTone(points: Surface, how: Omit<Fitting, 'points' | 'radiances' | 'sorted'>): Tone | null {
  if (points.patch.length < 2) return null;
  const radiances = radiance(points, how.patches, how.light, how.polish);
  const sorted = radiances.slice().sort();
  const last = sorted.length - 1;
  const span = sorted[Math.ceil(0.993 * last)] - sorted[Math.floor(0.01 * last)];
  return span < FLAT_SPAN ? null : curvedTone({ ...how, points, radiances, sorted });
}

/** Turned wholly from the light a flat face that is graded keeps this much of its value. */
const TURNED_FACE_KEEPS = 0.45;
/** The same where others lie beside it, from which it has to differ. */
const BESIDE_A_LIT_FACE = 0.5;

const topOf = ({ bands, gradient: grows }: Composition['facets'][number]): number =>
  grows === null ? Math.max(0, ...bands.map((b) => b.peak)) : NARROW_TOP;
/** Lightest value of a face too narrow for bands. */
const NARROW_TOP = 0.8;

const normalAt = (s: Surface, i: number | undefined): Vec3 =>
  i === undefined ? [0, 0, 1] : [s.nx[i], s.ny[i], s.nz[i]];

/** A value composed for a flat face, 0..1, as its polish shows it: a film over black swallows the tails of its lights. */
export function faceValue({ shown, bite, filmReflectance }: MetalSurface, value: number): number {
  const v = clamp(value, 0, 1);
  if (filmReflectance !== null)
    return shown.top * parted(v * smoothstep(SWALLOWED[0], SWALLOWED[1], v), bite);
  return shown.top - shown.range + shown.range * parted(v, bite);
}
/** Composed lights of a film over black come up between these values. */
const SWALLOWED = [0.42, 0.95] as const;

/** With less than this share of it seen, a part is toned as if all of it were. */
const LEAST_SEEN = 0.04;
/** Points that count: by patch, and those of the curved patches as a surface of their own. */
interface InnerPoints {
  readonly lists: readonly Int32Array[];
  readonly curved: Surface;
}

/**
 * Canonical points by patch that statistics are taken on: well inside the part, and seen. What a part in front covers
 * needs no light: the range is spread over what is left.
 */
function pointsWithin(s: Surface, patches: readonly Patch[], occluders: readonly Occluder[]): InnerPoints {
  const seen = visibilityOf(s, occluders);
  const listed = (counts: (i: number) => boolean) => {
    const lists = patches.map((): number[] => []);
    s.patch.forEach((p, i) => {
      if (p !== NOTHING && s.alpha[i] >= 0.5 && counts(i)) lists[p].push(i);
    });
    return lists.map((list) => Int32Array.from(list));
  };
  const count = (lists: readonly Int32Array[]) => lists.reduce((n, l) => n + l.length, 0);
  const all = listed(() => true);
  const some = occluders.length > 0 ? listed((i) => seen[i] === 1) : all;
  const lists =
    count(some) >= LEAST_SEEN * count(all) ? some.map((l, p) => (l.length > 1 ? l : all[p])) : all;
  const smooth = lists.filter((_, p) => patches[p].kind === 'smooth');
  return { lists, curved: gathered(s, smooth) };
}

/** The same, kept with the points and what stands before them: a moving light asks for it once. */
const innerPoints = weakMemo2((canonical: Surface, { patches }: SurfaceModel) =>
  lastMemo((occluders: readonly Occluder[]) => pointsWithin(canonical, patches, occluders)),
);

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
  polish: MetalSurface,
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
    else {
      const facet = body.composition.facets[body.facetOf[p]!];
      out[i] = faceValue(polish, bandValue(facet, surface.u[i], surface.v[i]));
    }
  }
  dimRims(out, model, surface, body, light);
  return out;
}

/** Darkens the far stretches of rims, and of a part that is straight trim. Writes into `out`. */
function dimRims(
  out: Float32Array,
  model: SurfaceModel,
  surface: Surface,
  { trim }: Body,
  light: PartLight,
): void {
  if (!trim && !model.patches.some((patch) => patch.rim)) return;
  const share = rimShares(light);
  const { patch, u, v } = surface;
  for (let i = 0; i < out.length; i++) {
    if (patch[i] === NOTHING) continue;
    if (model.patches[patch[i]].rim) {
      const around = (u[i] - 0.5) * 2 * Math.PI;
      out[i] *= share([Math.cos(around), Math.sin(around)], v[i]);
    } else if (trim) out[i] *= mixNumbers(1, share(trim.out, u[i]), trim.weight);
  }
}
