import { cellOf, nearLine, type Edge, type Point, type Surface, type SurfaceModel } from '../form/index.js';
import type { PartLight } from '../rig/index.js';
import { clamp, dot, normalise, smoothstep, type Vec3 } from '../units/index.js';

/** Painted lines over the body: light edges and dark recesses. */
export interface LineLayers {
  /** Value an edge has where one runs. */
  readonly edgeValue: Float32Array;
  /** How much of the point the edge covers. */
  readonly edgeAlpha: Float32Array;
  readonly liningAlpha: Float32Array;
}

/** Width of an edge line on a part of this narrowest size, in mm. */
export const edgeWidthMm = (narrowestMm: number): number => clamp(0.04 * narrowestMm, 0.12, 0.24);

const RIM_TILT = 0.72;
/** A ridge whose sides have one value keeps this much of its line. */
const RIDGE_LEAST = 0.15;
/** Share of a ridge's length over which its line runs out. */
const RIDGE_ENDS = 0.12;

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

/**
 * Lights hard edges and ridges one step above the zone beside them where they face the light; in shade two steps up,
 * at most the mid step, and lost over about a third of the length. Recesses get a dark line.
 */
export function lineLayers(
  model: SurfaceModel,
  surface: Surface,
  value: Float32Array,
  light: PartLight,
  steps: number,
  mid: number,
): LineLayers {
  const count = value.length;
  const layers: LineLayers = {
    edgeValue: new Float32Array(count),
    edgeAlpha: new Float32Array(count),
    liningAlpha: new Float32Array(count),
  };
  const px = surface.grid.pxPerMm;
  const halfPx = Math.max(0.35, (edgeWidthMm(model.narrowestMm) / 2) * px);
  for (const edge of model.edges) {
    if (edge.kind === 'recess') {
      nearLine(edge.points, edge.closed, surface.grid, halfPx * 2.2, (i, d2) => {
        if (surface.alpha[i] === 0) return;
        const a = 0.85 * (1 - smoothstep(0.4, 2.2, Math.sqrt(d2) / halfPx));
        if (a > layers.liningAlpha[i]) layers.liningAlpha[i] = a;
      });
      continue;
    }
    const look = edgeLook(edge, surface, value, light, steps, mid, halfPx);
    // A rim's line lies just inside the outline; a ridge's lies on it.
    const reach = edge.kind === 'crease' ? halfPx : halfPx * 2;
    const full = Math.min(1, reach);
    nearLine(edge.points, edge.closed, surface.grid, reach + 0.5, (i, d2, s, t) => {
      if (surface.alpha[i] === 0) return;
      const next = (s + 1) % edge.points.length;
      const strength = look.strength[s] + (look.strength[next] - look.strength[s]) * t;
      const a = strength * full * clamp(reach + 0.5 - Math.sqrt(d2), 0, 1);
      if (a <= layers.edgeAlpha[i]) return;
      layers.edgeAlpha[i] = a;
      layers.edgeValue[i] = Math.max(value[i], look.value[s] + (look.value[next] - look.value[s]) * t);
    });
  }
  return layers;
}

interface EdgeLook {
  readonly value: Float64Array;
  readonly strength: Float64Array;
}

function edgeLook(
  edge: Edge,
  surface: Surface,
  value: Float32Array,
  light: PartLight,
  steps: number,
  mid: number,
  halfPx: number,
): EdgeLook {
  const step = 1 / (steps - 1);
  const n = edge.points.length;
  const look = { value: new Float64Array(n), strength: new Float64Array(n) };
  const insetMm = (halfPx * 3 + 1) / surface.grid.pxPerMm;
  const ridge = edge.kind === 'crease';
  let alongMm = 0;
  for (let i = 0; i < n; i++) {
    const at = edge.points[i];
    const out = edge.outward[i];
    if (i > 0) alongMm += Math.hypot(at[0] - edge.points[i - 1][0], at[1] - edge.points[i - 1][1]);
    const [left, right] = ridge
      ? [valueAt(surface, value, [at[0] - insetMm, at[1]]), valueAt(surface, value, [at[0] + insetMm, at[1]])]
      : [0, 0];
    const beside = ridge
      ? Math.max(left, right)
      : valueAt(surface, value, [at[0] - out[0] * insetMm, at[1] - out[1] * insetMm]);
    const lit = smoothstep(0.12, 0.4, facing(out, light));
    const shaded = Math.min(mid, beside + 2 * step);
    const kept = smoothstep(-0.75, 0.15, wave(alongMm));
    look.value[i] = shaded + (Math.min(1, beside + step) - shaded) * lit;
    look.strength[i] = (1 - lit) * kept * 0.55 + lit;
    // A ridge shows where its sides part in value, and runs out toward its ends.
    if (ridge) {
      const parted = smoothstep(0.25 * step, 1.75 * step, Math.abs(left - right));
      const end = Math.min(i, n - 1 - i) / Math.max(1, n - 1);
      look.strength[i] *= (RIDGE_LEAST + (1 - RIDGE_LEAST) * parted) * smoothstep(0, RIDGE_ENDS, end);
    }
  }
  return look;
}

/** Value at a place of the part, from the nearest point that has one. */
function valueAt(surface: Surface, value: Float32Array, at: readonly [number, number]): number {
  const { width, height } = surface.grid;
  const [c, r] = cellOf(surface.grid, at);
  const col = clamp(Math.floor(c), 0, width - 1);
  const row = clamp(Math.floor(r), 0, height - 1);
  return value[row * width + col];
}

/** A stretch of an edge that is painted alike. Points in the part's own frame, in mm. */
export interface EdgeStroke {
  readonly kind: 'light' | 'dark';
  readonly points: readonly Point[];
  readonly widthMm: number;
  /** Value it is painted at. */
  readonly value: number;
}

/** Weaker than this an edge is left alone. */
const SEEN = 0.25;

/** The edges and recesses of a part as strokes: lit ones by value step, lost stretches left out. */
export function edgeStrokes(
  model: SurfaceModel,
  surface: Surface,
  value: Float32Array,
  light: PartLight,
  steps: number,
  mid: number,
): EdgeStroke[] {
  const widthMm = edgeWidthMm(model.narrowestMm);
  const halfPx = Math.max(0.35, (widthMm / 2) * surface.grid.pxPerMm);
  return model.edges.flatMap((edge): EdgeStroke[] => {
    // A rim's line lies just inside the outline, a ridge's on it.
    const inset = edge.points.map(([x, y], i): Point => {
      const [ox, oy] = edge.outward[i];
      return [x - (ox * widthMm) / 2, y - (oy * widthMm) / 2];
    });
    const points = edge.closed ? [...inset, inset[0]] : inset;
    if (edge.kind === 'recess') return [{ kind: 'dark', points, widthMm: widthMm * 1.4, value: 0 }];
    const look = edgeLook(edge, surface, value, light, steps, mid, halfPx);
    const strokes: EdgeStroke[] = [];
    let run: Point[] = [];
    let step = -1;
    points.forEach((point, i) => {
      const k = i % edge.points.length;
      const now = look.strength[k] < SEEN ? -1 : Math.round(look.value[k] * (steps - 1));
      if (run.length > 0) run.push(point);
      if (now !== step || i === points.length - 1) {
        if (step >= 0 && run.length > 1)
          strokes.push({ kind: 'light', points: run, widthMm, value: step / (steps - 1) });
        run = [point];
        step = now;
      }
    });
    return strokes;
  });
}
