import {
  areaOf,
  cellOf,
  inside,
  turn,
  type Patch,
  type Point,
  type Surface,
  type SurfaceModel,
} from '../form/index.js';
import type { PartLight } from '../rig/index.js';
import { add, clamp, dot, normalise, TO_EYE, type Vec3 } from '../units/index.js';
import type { Body } from './body.js';
import { findPeaks } from './peaks.js';

/** A final dot. Place in the part's own frame, in mm. */
export interface Glint {
  readonly at: Point;
  readonly radiusMm: number;
  /** Length over width; the long side lies along `alongRad`. */
  readonly stretch: number;
  readonly alongRad: number;
}

/** All glints of a part together cover at most this share of it. */
export const MOST_SHARE = 0.02;
/** A part smaller than this gets one dot. */
const SMALL_MM2 = 3;
const LEAST_RADIUS_MM = 0.06;

const areaOfGlint = (g: Glint) => Math.PI * g.radiusMm * g.radiusMm * g.stretch;

/**
 * The dots that go on last: where each smooth patch turns midway between light and eye, on lit corners, and where a
 * blade's brightest band reaches its edge. Together at most 2 % of the part; one on a part under 3 mm2.
 */
export function findGlints(model: SurfaceModel, light: PartLight, body: Body): Glint[] {
  const half = normalise(add(light.key, TO_EYE));
  const area = areaOf(model.rings);
  const size = clamp(0.055 * model.narrowestMm, LEAST_RADIUS_MM, 0.36);
  const several = model.patches.length > 1;
  const found: Glint[] = [];
  model.patches.forEach((patch, p) => {
    for (const at of brightest(patch, half, light.key)) {
      if (!inside(patch.rings, at[0], at[1])) continue;
      const grain = patch.grain ?? [1, 0, 0];
      const long = patch.glintStretch ?? 1.15;
      const turnTo = patch.grain ? Math.atan2(grain[1], grain[0]) : Math.atan2(half[0], -half[1]);
      found.push({ at, radiusMm: size * (several ? 0.8 : 1), stretch: long, alongRad: turnTo });
    }
    const facet = body.facetOf[p];
    if (facet === null) return;
    const bands = body.composition.facets[facet];
    const main = bands.bands[0];
    if (!main || bands.lit < 0.5 || main.peak < 0.9) return;
    const onEdge = placeOnFacet(model, p, 0.86, main.centre + main.lean * 0.36);
    if (onEdge) found.push({ at: onEdge, radiusMm: size * 0.8, stretch: 2.2, alongRad: Math.PI / 2 });
  });
  for (const corner of model.corners) {
    const n = normalise([corner.outward[0] * 0.75, corner.outward[1] * 0.75, 0.66]);
    if (dot(n, light.key) > 0.45)
      found.push({ at: corner.at, radiusMm: size * 0.55, stretch: 1, alongRad: 0 });
  }
  const kept = area < SMALL_MM2 && !model.repeats ? found.slice(0, 1) : found;
  return capped(kept, area * MOST_SHARE);
}

/** Where a smooth patch turns midway between light and eye: by its own formula, or by search. */
function brightest(patch: Patch, half: Vec3, key: Vec3): Point[] {
  if (patch.kind !== 'smooth') return [];
  if (!patch.glintAt) return findPeaks(patch, half);
  const at = patch.glintAt(half, key);
  return at ? [at] : [];
}

/** Shrinks glints alike until they fit into `most` mm2, exactly. */
function capped(glints: Glint[], most: number): Glint[] {
  const total = glints.reduce((sum, g) => sum + areaOfGlint(g), 0);
  if (total <= most) return glints;
  const scale = Math.sqrt(most / total);
  return glints.map((g) => ({ ...g, radiusMm: g.radiusMm * scale }));
}

/** Place on a facet of given (u, v), by searching its outline's span at that height. */
function placeOnFacet(model: SurfaceModel, p: number, u: number, v: number): Point | null {
  const { rings, facet } = model.patches[p];
  if (!facet || v < 0.02 || v > 0.98) return null;
  const ys = rings[0].map(([, y]) => y);
  const low = Math.min(...ys);
  const y = low + (Math.max(...ys) - low) * v;
  const xs: number[] = [];
  for (let i = 0, j = rings[0].length - 1; i < rings[0].length; j = i++) {
    const [xi, yi] = rings[0][i];
    const [xj, yj] = rings[0][j];
    if (yi > y !== yj > y) xs.push(((xj - xi) * (y - yi)) / (yj - yi) + xi);
  }
  if (xs.length < 2) return null;
  xs.sort((a, b) => Math.abs(a) - Math.abs(b));
  return [xs[0] + (xs[xs.length - 1] - xs[0]) * u, y];
}

/** How much of every point the glints cover, 0..1. */
export function glintAlpha(glints: readonly Glint[], surface: Surface): Float32Array {
  const { grid, alpha } = surface;
  const out = new Float32Array(alpha.length);
  const px = grid.pxPerMm;
  for (const g of glints) {
    const [cx, cy] = cellOf(grid, g.at);
    const width = g.radiusMm * px;
    const long = width * g.stretch;
    const reach = Math.ceil(Math.max(long, width) + 1.5);
    // Row numbers grow downward, so an angle in the part's frame turns the other way in the raster.
    const angle = g.alongRad + grid.rollRad;
    for (let row = Math.max(0, Math.floor(cy - reach)); row <= Math.min(grid.height - 1, cy + reach); row++)
      for (
        let col = Math.max(0, Math.floor(cx - reach));
        col <= Math.min(grid.width - 1, cx + reach);
        col++
      ) {
        const i = row * grid.width + col;
        if (alpha[i] === 0) continue;
        const [along, across] = turn(col + 0.5 - cx, -(row + 0.5 - cy), -angle);
        const r = Math.hypot(along / Math.max(0.6, long), across / Math.max(0.6, width));
        const a = clamp((1 - r) * Math.max(0.8, width) + 0.5, 0, 1) * Math.min(1, width / 0.45);
        if (a > out[i]) out[i] = a;
      }
  }
  return out;
}
