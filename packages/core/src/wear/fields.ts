import {
  canonicalGrid,
  cellOf,
  nearLine,
  NOTHING,
  placeOfPoint,
  surfaceOf,
  type Edge,
  type Surface,
  type SurfaceModel,
} from '../form/index.js';
import { clamp, smoothstep, tableMemo, weakMemo, type Vec3 } from '../units/index.js';
import { elevationOf, waterOn } from './water.js';

/** What a place is exposed to, 0..1 at every point of a surface. */
export interface WearFields {
  /** Nearness to edges, ridges and corners, and to what stands out most. */
  readonly rub: Float32Array;
  /** Nearness to joints and cuts, and how closed in it is. */
  readonly recess: Float32Array;
  /** How squarely it faces up. */
  readonly up: Float32Array;
  /** How much water runs over it, or stands on it. */
  readonly water: Float32Array;
}

export const FIELDS = ['rub', 'recess', 'up', 'water'] as const;
export type FieldName = (typeof FIELDS)[number];

/** Reach of edges and joints as a share of the narrowest size, within bounds in mm. */
const REACH = { share: 0.14, least: 0.2, most: 1 } as const;
/** A ridge is rubbed less than a rim; what stands out of a round form least. */
const RIDGE = 0.8;
const STANDS_OUT = 0.35;
/** What faces up is touched more than what hangs over. */
const HANGING = 0.6;
/** Points that water is followed on. */
const WATER_POINTS = 6000;
/** Water that stands this deep counts as much as it can, in mm; flow is told by its logarithm over so many decades. */
const DEEP_MM = 0.3;
const DECADES = 3;

const reachOf = ({ narrowestMm }: SurfaceModel) => clamp(REACH.share * narrowestMm, REACH.least, REACH.most);

/** Nearness to some edges, falling to a third within `reachMm`. */
function nearness(
  edges: readonly Pick<Edge, 'points' | 'closed'>[],
  { grid, patch }: Surface,
  reachMm: number,
): Float32Array {
  const out = new Float32Array(patch.length);
  const reach = reachMm * grid.pxPerMm;
  for (const { points, closed } of edges)
    nearLine(points, closed, grid, 4 * reach + 1, (i, d2) => {
      if (patch[i] === NOTHING) return;
      const near = Math.exp(-Math.sqrt(d2) / reach);
      if (near > out[i]) out[i] = near;
    });
  return out;
}

/** Water on a form, followed once for each way it stands. */
const flowed = weakMemo((model: SurfaceModel) => {
  const surface = surfaceOf(model, canonicalGrid(model, WATER_POINTS));
  return tableMemo(4, (x: number, y: number, z: number) => {
    const { flow, depth } = waterOn(elevationOf(surface, [x, y, z]), surface);
    const least = 10 ** -DECADES;
    const wet = Float32Array.from(flow, (f, i) =>
      surface.patch[i] === NOTHING
        ? -1
        : Math.max(
            clamp(1 + Math.log10(Math.max(least, f)) / DECADES, 0, 1),
            smoothstep(0, DEEP_MM, depth[i]),
          ),
    );
    return { grid: surface.grid, wet };
  });
});

/** Water at the points of a surface, between those that it was followed on. */
function waterAt(model: SurfaceModel, { grid, patch }: Surface, up: Vec3): Float32Array {
  const round = (v: number) => Math.round(v * 1e4) / 1e4;
  const { grid: from, wet } = flowed(model)(round(up[0]), round(up[1]), round(up[2]));
  const out = new Float32Array(patch.length);
  for (let i = 0; i < patch.length; i++) {
    if (patch[i] === NOTHING) continue;
    const [c, r] = cellOf(from, placeOfPoint(grid, i));
    const [c0, r0] = [Math.floor(c - 0.5), Math.floor(r - 0.5)];
    let [sum, weight] = [0, 0];
    for (let dr = 0; dr <= 1; dr++)
      for (let dc = 0; dc <= 1; dc++) {
        const [col, row] = [c0 + dc, r0 + dr];
        if (col < 0 || row < 0 || col >= from.width || row >= from.height) continue;
        const w = wet[row * from.width + col];
        if (w < 0) continue;
        const share = (1 - Math.abs(c - 0.5 - col)) * (1 - Math.abs(r - 0.5 - row));
        sum += share * w;
        weight += share;
      }
    out[i] = weight > 1e-6 ? sum / weight : 0;
  }
  return out;
}

/**
 * What every point of a surface is exposed to.
 * @param up unit vector against gravity in the part's frame
 * @param wanted fields that are asked for; others stay 0
 */
export function wearFields(
  model: SurfaceModel,
  surface: Surface,
  up: Vec3,
  wanted: ReadonlySet<FieldName> = new Set(FIELDS),
): WearFields {
  const { patch, nx, ny, nz, open } = surface;
  const none = () => new Float32Array(patch.length);
  const [rub, recess, faced] = [none(), none(), none()];
  const reach = reachOf(model);
  const facing = (i: number) => nx[i] * up[0] + ny[i] * up[1] + nz[i] * up[2];
  if (wanted.has('rub')) {
    const rims = nearness(
      model.edges.filter((e) => e.kind === 'hard'),
      surface,
      reach,
    );
    const ridges = nearness(
      model.edges.filter((e) => e.kind === 'crease'),
      surface,
      reach,
    );
    const corners = nearness(
      model.corners.map(({ at }) => ({ points: [at, at], closed: false })),
      surface,
      1.5 * reach,
    );
    for (let i = 0; i < patch.length; i++) {
      if (patch[i] === NOTHING) continue;
      const out = STANDS_OUT * smoothstep(0.75, 1, nz[i]);
      const near = Math.max(rims[i], RIDGE * ridges[i], corners[i], out);
      rub[i] = near * (HANGING + (1 - HANGING) * clamp(0.5 + 0.5 * facing(i), 0, 1));
    }
  }
  if (wanted.has('recess')) {
    const joints = nearness(
      model.edges.filter((e) => e.kind === 'recess'),
      surface,
      reach,
    );
    for (let i = 0; i < patch.length; i++)
      if (patch[i] !== NOTHING) recess[i] = Math.max(joints[i], open ? 1 - open[i] : 0);
  }
  if (wanted.has('up'))
    for (let i = 0; i < patch.length; i++) if (patch[i] !== NOTHING) faced[i] = Math.max(0, facing(i));
  const water = wanted.has('water') ? waterAt(model, surface, up) : none();
  return { rub, recess, up: faced, water };
}
