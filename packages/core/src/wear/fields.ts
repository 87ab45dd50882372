import {
  canonicalGrid,
  cellOf,
  nearLine,
  NOTHING,
  placeOf,
  placeOfPoint,
  surfaceOf,
  type Edge,
  type Point,
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
  /** How near it is to what glows beside the part; 0 where nothing does. */
  readonly heat: Float32Array;
  /** How low it lies on its part: 1 at the lowest end, 0 at the highest. */
  readonly low: Float32Array;
}

export const FIELDS = ['rub', 'recess', 'up', 'water', 'heat', 'low'] as const;
export type FieldName = (typeof FIELDS)[number];

/** Something hot beside a part, in mm of the part's frame. */
export interface Hot {
  readonly at: Vec3;
  readonly sizeMm: number;
}

/** How a part stands in the world: what it is exposed to follows from that and its form. */
export interface Exposed {
  /** Unit vector against gravity in the part's frame. */
  readonly up: Vec3;
  readonly hot: readonly Hot[];
}

/** Reach of edges and joints as a share of the narrowest size, within bounds in mm. */
const REACH = { share: 0.14, least: 0.2, most: 1 } as const;
/** A ridge is rubbed less than a rim; what stands out of a round form least. */
const RIDGE = 0.8;
const STANDS_OUT = 0.35;
/** On a scanned surface: how far it turns within the reach, as a sum of slopes, to count as an edge or a groove, and the most. */
const BENT = { from: 0.08, to: 0.6, most: 0.9 } as const;
/** Heat has fallen by half this many sizes of its source away. */
const HALF_AT_SIZES = 4;
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
    const spot = cellOf(from, placeOfPoint(grid, i));
    const c = spot[0];
    const r = spot[1];
    const c0 = Math.floor(c - 0.5);
    const r0 = Math.floor(r - 0.5);
    let sum = 0;
    let weight = 0;
    for (let dr = 0; dr <= 1; dr++)
      for (let dc = 0; dc <= 1; dc++) {
        const col = c0 + dc;
        const row = r0 + dr;
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
 * How far a surface bulges out (above 0) or in (below) within a reach: the divergence of its normals, which is twice the
 * mean curvature (do Carmo 1976), times the reach.
 */
function bulging({ grid, patch, nx, ny }: Surface, reachMm: number): Float32Array {
  const step = Math.max(1, Math.round((reachMm * grid.pxPerMm) / 2));
  const [o, right, down] = [placeOf(grid, 0, 0), placeOf(grid, 1, 0), placeOf(grid, 0, 1)];
  const axis = ([x, y]: Point): Point => {
    const length = Math.hypot(x - o[0], y - o[1]);
    return [(x - o[0]) / length, (y - o[1]) / length];
  };
  const [across, along] = [axis(right), axis(down)];
  const out = new Float32Array(patch.length);
  const slope = (i: number, a: number, b: number, [x, y]: Point) =>
    patch[a] === undefined || patch[b] === undefined || patch[a] !== patch[i] || patch[b] !== patch[i]
      ? 0
      : (nx[b] - nx[a]) * x + (ny[b] - ny[a]) * y;
  for (let i = 0; i < patch.length; i++) {
    if (patch[i] === NOTHING) continue;
    const col = i % grid.width;
    const inRow = col >= step && col + step < grid.width;
    out[i] =
      (inRow ? slope(i, i - step, i + step, across) : 0) +
      slope(i, i - step * grid.width, i + step * grid.width, along);
  }
  return out;
}

/** Nearness to what is hot: falls with the distance as the light of a glow does. */
function heatAt({ grid, patch }: Surface, hot: readonly Hot[]): Float32Array {
  const out = new Float32Array(patch.length);
  if (hot.length === 0) return out;
  for (let i = 0; i < patch.length; i++) {
    if (patch[i] === NOTHING) continue;
    const [x, y] = placeOfPoint(grid, i);
    for (const { at, sizeMm } of hot) {
      const d2 = (at[0] - x) ** 2 + (at[1] - y) ** 2 + at[2] ** 2;
      out[i] = Math.max(out[i], 1 / (1 + d2 / (HALF_AT_SIZES * sizeMm) ** 2));
    }
  }
  return out;
}

/** How low points lie between the ends of their part, along gravity as the picture shows it. */
function lowOn({ rings }: SurfaceModel, { grid, patch }: Surface, up: Vec3): Float32Array {
  const heights = rings.flat().map(([x, y]) => x * up[0] + y * up[1]);
  const [least, most] = heights.reduce(
    ([a, b], h) => [Math.min(a, h), Math.max(b, h)],
    [Infinity, -Infinity],
  );
  return Float32Array.from(patch, (p, i) => {
    if (p === NOTHING) return 0;
    const [x, y] = placeOfPoint(grid, i);
    return clamp((most - x * up[0] - y * up[1]) / Math.max(1e-6, most - least), 0, 1);
  });
}

const ofKind = ({ edges }: SurfaceModel, kind: Edge['kind']) => edges.filter((e) => e.kind === kind);

/** Rims first, then ridges, corners, what bulges, and least what stands out; less on what hangs over. */
function rubOn(
  model: SurfaceModel,
  surface: Surface,
  { facing, bent }: { readonly facing: (i: number) => number; readonly bent: Float32Array | null },
): Float32Array {
  const reach = reachOf(model);
  const rims = nearness(ofKind(model, 'hard'), surface, reach);
  const ridges = nearness(ofKind(model, 'crease'), surface, reach);
  const corners = nearness(
    model.corners.map(({ at }) => ({ points: [at, at], closed: false })),
    surface,
    1.5 * reach,
  );
  return Float32Array.from(surface.patch, (p, i) => {
    if (p === NOTHING) return 0;
    const out = STANDS_OUT * smoothstep(0.75, 1, surface.nz[i]);
    const bulge = bent ? BENT.most * smoothstep(BENT.from, BENT.to, bent[i]) : 0;
    const near = Math.max(rims[i], RIDGE * ridges[i], corners[i], bulge, out);
    return near * (HANGING + (1 - HANGING) * (0.5 + 0.5 * facing(i)));
  });
}

/** Joints and cuts, what is closed in, and grooves. */
function recessOn(model: SurfaceModel, surface: Surface, bent: Float32Array | null): Float32Array {
  const { patch, open } = surface;
  const joints = nearness(ofKind(model, 'recess'), surface, reachOf(model));
  return Float32Array.from(patch, (p, i) => {
    if (p === NOTHING) return 0;
    const groove = bent ? BENT.most * smoothstep(BENT.from, BENT.to, -bent[i]) : 0;
    return Math.max(joints[i], groove, open ? 1 - open[i] : 0);
  });
}

/**
 * What every point of a surface is exposed to.
 * @param wanted fields that are asked for; others stay 0
 */
export function wearFields(
  model: SurfaceModel,
  surface: Surface,
  { up, hot }: Exposed,
  wanted: ReadonlySet<FieldName> = new Set(FIELDS),
): WearFields {
  const { patch, nx, ny, nz } = surface;
  const none = () => new Float32Array(patch.length);
  const facing = (i: number) => clamp(nx[i] * up[0] + ny[i] * up[1] + nz[i] * up[2], -1, 1);
  // Forms know their edges; what was scanned shows them by how it turns.
  const bent =
    surface.open && (wanted.has('rub') || wanted.has('recess')) ? bulging(surface, reachOf(model)) : null;
  return {
    rub: wanted.has('rub') ? rubOn(model, surface, { facing, bent }) : none(),
    recess: wanted.has('recess') ? recessOn(model, surface, bent) : none(),
    up: wanted.has('up')
      ? Float32Array.from(patch, (p, i) => (p === NOTHING ? 0 : Math.max(0, facing(i))))
      : none(),
    water: wanted.has('water') ? waterAt(model, surface, up) : none(),
    heat: wanted.has('heat') ? heatAt(surface, hot) : none(),
    low: wanted.has('low') ? lowOn(model, surface, up) : none(),
  };
}
