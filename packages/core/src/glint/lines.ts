import { cellOf, nearLine, type Edge, type Point, type Surface, type SurfaceModel } from '../form/index.js';
import type { PieceApproach } from '../piece/index.js';
import type { PartLight } from '../rig/index.js';
import type { Mark } from './hand.js';
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
const lightEdges = (model: SurfaceModel, { which }: Edging): Edge[] =>
  model.edges.filter((e) => e.kind !== 'recess' && !(which === 'hard' && e.kind === 'crease'));

/**
 * Lights hard edges and ridges one step above the zone beside them where they face the light; in shade two steps up,
 * at most the mid step, and lost over about a third of the length. Recesses get a dark line.
 */
export function lineLayers(
  model: SurfaceModel,
  surface: Surface,
  value: Float32Array,
  edging: Edging,
): LineLayers {
  const count = value.length;
  const layers: LineLayers = {
    edgeValue: new Float32Array(count),
    edgeAlpha: new Float32Array(count),
    liningAlpha: new Float32Array(count),
  };
  const px = surface.grid.pxPerMm;
  const halfPx = Math.max(0.35, (edgeWidthMm(model.narrowestMm) / 2) * px);
  const darken = (points: readonly Point[], closed: boolean, half: number, soft: number) =>
    nearLine(points, closed, surface.grid, half * 2.2, (i, d2) => {
      if (surface.alpha[i] === 0) return;
      const a = 0.85 * (1 - smoothstep(soft, 2.2, Math.sqrt(d2) / half));
      if (a > layers.liningAlpha[i]) layers.liningAlpha[i] = a;
    });
  const lighten = (edge: Pick<Edge, 'points' | 'closed'>, look: Stroked, reach: number) => {
    const full = Math.min(1, reach);
    nearLine(edge.points, edge.closed, surface.grid, reach + 0.5, (i, d2, s, t) => {
      if (surface.alpha[i] === 0) return;
      const next = (s + 1) % edge.points.length;
      const strength = look.strength[s] + (look.strength[next] - look.strength[s]) * t;
      const a = strength * full * clamp(reach + 0.5 - Math.sqrt(d2), 0, 1);
      if (a <= layers.edgeAlpha[i]) return;
      layers.edgeAlpha[i] = a;
      const own = look.value[s] + (look.value[next] - look.value[s]) * t;
      layers.edgeValue[i] = edging.held === null ? Math.max(value[i], own) : own;
    });
  };
  for (const edge of model.edges) if (edge.kind === 'recess') darken(edge.points, edge.closed, halfPx, 0.4);
  // A rim's line lies just inside the outline; a ridge's lies on it.
  for (const edge of lightEdges(model, edging))
    lighten(
      edge,
      edgeLook(edge, surface, value, edging, halfPx),
      edge.kind === 'crease' ? halfPx : halfPx * 2,
    );
  for (const mark of edging.marks) {
    const half = Math.max(0.4, (mark.widthMm / 2) * px);
    darken(mark.points, false, half, mark.soft ? 0 : 0.6);
    for (const lip of lipsOf(mark, edging)) lighten(lip, lipLook(lip.points, surface, value, edging), Math.max(0.5, half * (mark.soft ? 0.9 : 0.6))); // prettier-ignore
  }
  return layers;
}

/** A lip of a cut: a line beside it that is lit. */
export interface Lip {
  readonly points: readonly Point[];
  readonly closed: false;
  /** -1 on the left of the stroke, 1 on the right. */
  readonly side: number;
}

/** The lips of a mark that face the light, by the chord of its stroke: those farther from it. */
export function litLip({ points }: Pick<Mark, 'points'>, light: PartLight): number {
  const [a, b] = [points[0], points[points.length - 1]];
  // Right of the stroke, in the picture.
  const [rx, ry] = [b[1] - a[1], a[0] - b[0]];
  return rx * light.key[0] + ry * light.key[1] > 0 ? -1 : 1;
}

/** The lips of a mark that get a light line. */
export function lipsOf(mark: Mark, { light, which }: Edging): Lip[] {
  const both = mark.lip === 'both' || which === 'both-lips';
  const by = mark.lip === 'left' ? -1 : mark.lip === 'right' ? 1 : litLip(mark, light);
  const away = mark.widthMm * (mark.soft ? 0.8 : 0.75);
  return (both ? [-1, 1] : [by]).map((side) => ({
    side,
    closed: false,
    points: mark.points.map(([x, y], i): Point => {
      const [p, q] = [mark.points[Math.max(0, i - 1)], mark.points[Math.min(mark.points.length - 1, i + 1)]];
      const long = Math.hypot(q[0] - p[0], q[1] - p[1]) || 1;
      return [x + (side * away * (q[1] - p[1])) / long, y - (side * away * (q[0] - p[0])) / long];
    }),
  }));
}

/** A lip is two steps above what is beside it: it must show on its own. */
const LIP_STEPS = 2;

function lipLook(points: readonly Point[], surface: Surface, value: Float32Array, { steps, held }: Edging): Pick<EdgeLook, 'value' | 'strength'> {
  return {
    value: Float64Array.from(points, (at) => held ?? Math.min(1, valueAt(surface, value, at) + LIP_STEPS / (steps - 1))),
    strength: new Float64Array(points.length).fill(1),
  };
} // prettier-ignore

/** How an edge looks at each of its points. */
export interface EdgeLook {
  /** Value it is painted at. */
  readonly value: Float64Array;
  /** How much of it is painted, 0..1. */
  readonly strength: Float64Array;
  /** Value of the zone beside it. */
  readonly beside: Float64Array;
  /** 1 where it faces the light, 0 in shade. */
  readonly lit: Float64Array;
}

type Stroked = Pick<EdgeLook, 'value' | 'strength'>;

/** The edges that are lit, with how they look. */
export function edgeLooks(
  model: SurfaceModel,
  surface: Surface,
  value: Float32Array,
  edging: Edging,
): { edge: Edge; look: EdgeLook }[] {
  const halfPx = Math.max(0.35, (edgeWidthMm(model.narrowestMm) / 2) * surface.grid.pxPerMm);
  return lightEdges(model, edging).map((edge) => ({
    edge,
    look: edgeLook(edge, surface, value, edging, halfPx),
  }));
}

function edgeLook(
  edge: Edge,
  surface: Surface,
  value: Float32Array,
  { light, steps, mid, which, held }: Edging,
  halfPx: number,
): EdgeLook {
  const step = 1 / (steps - 1);
  const n = edge.points.length;
  const look = {
    value: new Float64Array(n),
    strength: new Float64Array(n),
    beside: new Float64Array(n),
    lit: new Float64Array(n),
  };
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
    look.beside[i] = beside;
    look.lit[i] = lit;
    const shaded = Math.min(mid, beside + 2 * step);
    const kept = smoothstep(-0.75, 0.15, wave(alongMm));
    look.value[i] = held ?? shaded + (Math.min(1, beside + step) - shaded) * lit;
    look.strength[i] = (1 - lit) * kept * 0.55 + lit;
    // Worn: short pieces where it faces the light, nothing in shade.
    if (which === 'worn') look.strength[i] = lit * smoothstep(0.1, 0.5, wave(alongMm * 1.7));
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

/** A line cut into strokes of one step each; stretches that are not seen are left out. */
function strokesAlong(points: readonly Point[], look: Stroked, steps: number, widthMm: number): EdgeStroke[] {
  const strokes: EdgeStroke[] = [];
  let run: Point[] = [];
  let step = -1;
  points.forEach((point, i) => {
    const k = i % look.value.length;
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
}

/** The edges, recesses and cuts of a part as strokes: lit ones by value step, lost stretches left out. */
export function edgeStrokes(
  model: SurfaceModel,
  surface: Surface,
  value: Float32Array,
  edging: Edging,
): EdgeStroke[] {
  const { steps } = edging;
  const widthMm = edgeWidthMm(model.narrowestMm);
  const halfPx = Math.max(0.35, (widthMm / 2) * surface.grid.pxPerMm);
  // A rim's line lies just inside the outline, a ridge's on it.
  const inset = ({ points, outward, closed }: Edge): Point[] => {
    const moved = points.map(([x, y], i): Point => [
      x - (outward[i][0] * widthMm) / 2,
      y - (outward[i][1] * widthMm) / 2,
    ]);
    return closed ? [...moved, moved[0]] : moved;
  };
  return [
    ...model.edges
      .filter((e) => e.kind === 'recess')
      .map((e): EdgeStroke => ({ kind: 'dark', points: inset(e), widthMm: widthMm * 1.4, value: 0 })),
    ...lightEdges(model, edging).flatMap((e) =>
      strokesAlong(inset(e), edgeLook(e, surface, value, edging, halfPx), steps, widthMm),
    ),
    ...edging.marks.flatMap((mark): EdgeStroke[] => [
      { kind: 'dark', points: mark.points, widthMm: mark.widthMm, value: 0 },
      ...lipsOf(mark, edging).flatMap((lip) =>
        strokesAlong(lip.points, lipLook(lip.points, surface, value, edging), steps, mark.widthMm * 0.6),
      ),
    ]),
  ];
}
