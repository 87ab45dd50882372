import { cellOf, type Edge, type Point, type Surface, type SurfaceModel } from '../form/index.js';
import type { PieceApproach } from '../piece/index.js';
import type { PartLight } from '../rig/index.js';
import { clamp, dot, mixNumbers, normalise, smoothstep, type Vec3 } from '../units/index.js';
import type { Mark } from './overrides.js';

/** Usual width of an edge line on a part of this narrowest size, in mm. */
export const edgeWidthMm = (narrowestMm: number): number => clamp(0.04 * narrowestMm, 0.12, 0.24);

const RIM_TILT = 0.72;
/** A ridge whose sides have one value keeps this much of its line. */
const RIDGE_LEAST = 0.15;
/** Share of a ridge's length over which its line runs out. */
const RIDGE_ENDS = 0.12;
/** Beyond the first of these sines out of the picture an outline begins to be a mere silhouette; at the second it is one. */
const ROLLS = [0.66, 0.88] as const;
/** Width of an edge in shade and in full light, as shares of the usual one; how much it wavers, and its width at an end. */
const WIDTH = { shade: 0.5, light: 1.25, wavers: 0.2, end: 0.35 } as const;
/** Share of an open edge's length over which it thins toward its ends. */
const THINS = 0.08;

/** How squarely a rim faces the light: its normal leans out of the surface and toward the eye. */
function facing(outward: readonly [number, number], light: PartLight): number {
  const n: Vec3 =
    outward[0] === 0 && outward[1] === 0
      ? [0, 0, 1]
      : normalise([outward[0] * RIM_TILT, outward[1] * RIM_TILT, 0.6]);
  return dot(n, light.key);
}

/** A slow wave along an edge, -1..1, that says where a shaded edge is lost. */
const wave = (alongMm: number) => Math.sin(alongMm * 0.55) * 0.6 + Math.sin(alongMm * 1.3 + 1.3) * 0.4;

/** How the edges of a part are to be lit. */
export interface Edging {
  readonly light: PartLight;
  readonly steps: number;
  /** Value of the mid step: edges in shade stay at or below it. */
  readonly mid: number;
  readonly which: PieceApproach['edges'];
  /** Value that the painter holds all edges at. */
  readonly held: number | null;
  readonly marks: readonly Mark[];
}

/** The edges that an approach lights. */
export const lightEdges = (model: SurfaceModel, { which }: Edging): Edge[] =>
  model.edges.filter((e) => e.kind !== 'recess' && !(which === 'hard' && e.kind === 'crease'));

/** A line as it is painted, point by point. */
export interface LineAppearance {
  /** Value it is painted at. */
  readonly value: Float64Array;
  /** How much of it is painted, 0..1. */
  readonly strength: Float64Array;
  /** Its width as a share of the usual one. */
  readonly width: Float64Array;
}

/** How an edge looks at each of its points. */
export interface EdgeAppearance extends LineAppearance {
  /** Value of the zone beside it. */
  readonly beside: Float64Array;
  /** 1 where it faces the light, 0 in shade. */
  readonly lit: Float64Array;
}

/** The edges that are lit, with how they look. */
export function edgeAppearances(
  model: SurfaceModel,
  surface: Surface,
  value: Float32Array,
  edging: Edging,
): { edge: Edge; look: EdgeAppearance }[] {
  const halfPx = Math.max(0.35, (edgeWidthMm(model.narrowestMm) / 2) * surface.grid.pxPerMm);
  return lightEdges(model, edging).map((edge) => ({
    edge,
    look: edgeAppearance(edge, surface, value, edging, halfPx),
  }));
}

/** How one edge looks, read off the values beside it. @param halfPx half its usual width on the surface's grid */
export function edgeAppearance(
  edge: Edge,
  surface: Surface,
  value: Float32Array,
  edging: Edging,
  halfPx: number,
): EdgeAppearance {
  const n = edge.points.length;
  const look: EdgeAppearance = {
    value: new Float64Array(n),
    strength: new Float64Array(n),
    width: new Float64Array(n),
    beside: new Float64Array(n),
    lit: new Float64Array(n),
  };
  const step = 1 / (edging.steps - 1);
  const insetMm = (halfPx * 3 + 1) / surface.grid.pxPerMm;
  const place = edge.kind === 'crease' ? onRidge : onRim;
  let alongMm = 0;
  for (let i = 0; i < n; i++) {
    const at = edge.points[i];
    if (i > 0) alongMm += Math.hypot(at[0] - edge.points[i - 1][0], at[1] - edge.points[i - 1][1]);
    const end = edge.closed ? 1 : Math.min(i, n - 1 - i) / Math.max(1, n - 1);
    const { beside, shown } = place({ at, out: edge.outward[i], surface, value, insetMm, step, end });
    const lit = smoothstep(0.12, 0.4, facing(edge.outward[i], edging.light));
    const shaded = Math.min(edging.mid, beside + 2 * step);
    look.beside[i] = beside;
    look.lit[i] = lit;
    look.value[i] = edging.held ?? mixNumbers(shaded, Math.min(1, beside + step), lit);
    look.strength[i] = shown * (edging.which === 'worn' ? worn(lit, alongMm) : kept(lit, alongMm));
    look.width[i] = widthAt(lit, alongMm, end);
  }
  return look;
}

/** In shade an edge is weak, and lost over about a third of its length. */
const kept = (lit: number, alongMm: number) =>
  (1 - lit) * smoothstep(-0.75, 0.15, wave(alongMm)) * 0.55 + lit;

/** Short pieces where it faces the light, nothing in shade. */
const worn = (lit: number, alongMm: number) => lit * smoothstep(0.1, 0.5, wave(alongMm * 1.7));

/** A brush line swells toward the light and thins toward its ends. */
const widthAt = (lit: number, alongMm: number, end: number) =>
  mixNumbers(WIDTH.shade, WIDTH.light, lit) *
  (1 + WIDTH.wavers * wave(alongMm * 1.3 + 2)) *
  mixNumbers(WIDTH.end, 1, smoothstep(0, THINS, end));

/** A place of an edge, and how to look beside it. */
interface EdgePlace {
  readonly at: Point;
  readonly out: Point;
  readonly surface: Surface;
  readonly value: Float32Array;
  readonly insetMm: number;
  readonly step: number;
  /** Distance from the nearer end as a share of the length. */
  readonly end: number;
}

/** A rim is an edge unless the surface rolls away there: a silhouette is nothing that a brush could follow. */
function onRim({ at, out, surface, value, insetMm }: EdgePlace): { beside: number; shown: number } {
  const i = cellAt(surface, [at[0] - out[0] * insetMm, at[1] - out[1] * insetMm]);
  // Normals and outline directions are both in the part's own frame.
  const rolls = surface.nx[i] * out[0] + surface.ny[i] * out[1];
  return { beside: value[i], shown: 1 - smoothstep(ROLLS[0], ROLLS[1], rolls) };
}

/** A ridge shows where its sides part in value, and runs out toward its ends. */
function onRidge({ at, surface, value, insetMm, step, end }: EdgePlace): { beside: number; shown: number } {
  const left = valueAt(surface, value, [at[0] - insetMm, at[1]]);
  const right = valueAt(surface, value, [at[0] + insetMm, at[1]]);
  const parted = smoothstep(0.25 * step, 1.75 * step, Math.abs(left - right));
  return {
    beside: Math.max(left, right),
    shown: mixNumbers(RIDGE_LEAST, 1, parted) * smoothstep(0, RIDGE_ENDS, end),
  };
}

function cellAt(surface: Surface, at: Point): number {
  const { width, height } = surface.grid;
  const [c, r] = cellOf(surface.grid, at);
  return clamp(Math.floor(r), 0, height - 1) * width + clamp(Math.floor(c), 0, width - 1);
}

/** Value at a place of the part, from the nearest point of the grid. */
export const valueAt = (surface: Surface, value: Float32Array, at: Point): number =>
  value[cellAt(surface, at)];
