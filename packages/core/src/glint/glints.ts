import {
  areaOf,
  boundsOf,
  cellOf,
  inside,
  placeAt,
  turn,
  type Patch,
  type Point,
  type Surface,
  type SurfaceModel,
} from '../form/index.js';
import { halfway, type PartLight } from '../rig/index.js';
import { clamp, dot, normalise, type Vec3 } from '../units/index.js';
import type { Adjustment } from '../piece/index.js';
import type { Body } from './body.js';
import type { Glint } from './glint.js';
import { overrideGlints } from './glintOverrides.js';
import type { UnresolvedOverride } from './overrides.js';
import { findPeaks } from './peaks.js';

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
export function findGlints(
  model: SurfaceModel,
  light: PartLight,
  body: Body,
  overrides: readonly Adjustment[] = [],
): { glints: Glint[]; unresolved: UnresolvedOverride[] } {
  const half = halfway(light.key);
  const area = areaOf(model.rings);
  const size = clamp(0.055 * model.narrowestMm, LEAST_RADIUS_MM, 0.36);
  const several = model.patches.length > 1;
  const found: Glint[] = [];
  model.patches.forEach((patch, p) => {
    brightest(patch, half, light.key, size).forEach((at, n) => {
      if (!inside(patch.rings, at[0], at[1])) return;
      const grain = patch.grain ?? [1, 0, 0];
      const long = patch.glintStretch ?? 1.15;
      const most = patch.rim ? 0.26 * barOf(patch) : size * (several ? 0.8 : 1);
      const turnTo = patch.grain ? Math.atan2(grain[1], grain[0]) : Math.atan2(half[0], -half[1]);
      found.push({
        key: `p${p}-${n}`,
        at,
        radiusMm: Math.min(most, size * (several ? 0.8 : 1)),
        stretch: long,
        alongRad: turnTo,
      });
    });
    const facet = body.facetOf[p];
    if (facet === null) return;
    const bands = body.composition.facets[facet];
    const main = bands.bands.find((b) => b.number === 0);
    // A plate has its dot on a lit corner.
    if (!main || bands.corner || bands.lit < 0.5 || main.peak < 0.9 * bands.lit) return;
    // Just inside its crisp border, where it is brightest.
    const inward = main.crisp.side * 0.6 * main.halfWidth * (1 + main.growth * 0.72);
    const v = main.centre + main.lean * 0.36 + inward;
    const onEdge = v > 0.02 && v < 0.98 ? placeAt(patch, { u: 0.86, v }) : null;
    if (onEdge)
      found.push({ key: `e${p}-0`, at: onEdge, radiusMm: size * 0.8, stretch: 2.2, alongRad: Math.PI / 2 });
  });
  model.corners.forEach((corner, c) => {
    const n = normalise([corner.outward[0] * 0.75, corner.outward[1] * 0.75, 0.66]);
    if (dot(n, light.key) > 0.45)
      found.push({ key: `c${c}-0`, at: corner.at, radiusMm: size * 0.55, stretch: 1, alongRad: 0 });
  });
  const kept = area < SMALL_MM2 && !model.repeats ? found.slice(0, 1) : found;
  const { glints, unresolved } = overrideGlints(model, kept, overrides);
  return { glints: capped(glints, area * MOST_SHARE), unresolved };
}

/** Width of the bar of a rim, from its two outlines. */
function barOf({ rings }: Patch): number {
  const [outer, inner] = rings.map((r) => boundsOf([r]));
  return inner ? (outer.right - outer.left - (inner.right - inner.left)) / 2 : outer.right - outer.left;
}

/** Where a smooth patch turns midway between light and eye: by its own formula, or by search. */
function brightest(patch: Patch, half: Vec3, key: Vec3, radiusMm: number): Point[] {
  if (!patch.glintAt) return patch.kind === 'smooth' ? findPeaks(patch, half, radiusMm) : [];
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
