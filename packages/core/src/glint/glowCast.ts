import { boundsOf, NOTHING, placeOfPoint, type Surface, type SurfaceModel } from '../form/index.js';
import type { NeighbourLight } from '../rig/index.js';
import { flatGlow } from './glow.js';
import { glowShadow } from './glowShadow.js';
import { lobeTable, lookUp } from './lobes.js';
import type { Occluder } from './occlusion.js';

/** Something that shines, at its place beside a part. */
export interface Shining extends NeighbourLight {
  readonly from: NonNullable<NeighbourLight['from']>;
}

/** What a glow falls on. */
export interface Lit {
  readonly model: SurfaceModel;
  readonly surface: Surface;
  readonly occluders: readonly Occluder[];
  /** Polished metal, which also shows the thing itself. */
  readonly mirrors: boolean;
}

/** A glow has lost half its light at this many times its size. */
const HALF_AT_SIZES = 2;
/** Weaker than this it is not painted anywhere. */
const LEAST = 0.03;
/** The colour of what polished metal mirrors counts for so much of the light that falls there. */
const MIRRORED = 0.6;
const SPREAD_DEG = 12;

/**
 * How strongly a glow lights the points of a part's surface: by its distance, by how far they are turned toward it, and
 * not at all behind what stands between; on metal it is also mirrored.
 * @returns 0 to its strength a point, 1 as bright as the main light; null where it lights nothing
 */
export function glowCast({ model, surface, occluders, mirrors }: Lit, n: Shining): Float32Array | null {
  const { at, sizeMm, strength } = n.from;
  const half = HALF_AT_SIZES * sizeMm;
  const most = (d: number) => strength / (1 + (d / half) ** 2);
  const { left, right, bottom, top } = boundsOf(model.rings);
  const nearest = Math.hypot(
    Math.max(left - at[0], 0, at[0] - right),
    Math.max(bottom - at[1], 0, at[1] - top),
    at[2],
  );
  if (most(nearest) < LEAST) return null;
  const { grid, patch, nx, ny, nz } = surface;
  const lobe = mirrors ? lobeTable(n.sizeDeg + SPREAD_DEG) : null;
  const crest = mirrors ? flatGlow(surface, model.patches, n)?.crest : null;
  const far = (x: number, y: number) => Math.hypot(at[0] - x, at[1] - y, at[2]);
  const reaching = glowShadow(grid, at, occluders, (x, y) => mirrors || most(far(x, y)) >= LEAST / 2);
  const out = new Float32Array(patch.length);
  for (let i = 0; i < out.length; i++) {
    if (patch[i] === NOTHING) continue;
    const spot = placeOfPoint(grid, i);
    const x = spot[0];
    const y = spot[1];
    const tx = at[0] - x;
    const ty = at[1] - y;
    const tz = at[2];
    const d = Math.max(1e-6, Math.hypot(tx, ty, tz));
    const facing = (nx[i] * tx + ny[i] * ty + nz[i] * tz) / d;
    let lit = facing > 0 ? facing * most(d) : 0;
    if (lobe) {
      const turned = nx[i] * n.toward[0] + ny[i] * n.toward[1] + nz[i] * n.toward[2];
      const seen = turned > 0 ? lookUp(lobe, 2 * nz[i] * turned - n.toward[2]) : 0;
      lit = Math.max(lit, MIRRORED * n.strength * Math.max(seen, crest?.[i] ?? 0));
    }
    if (lit >= LEAST) out[i] = lit * reaching(i);
  }
  return out;
}
