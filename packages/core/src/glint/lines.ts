import { nearLine, type Edge, type Point, type Surface, type SurfaceModel } from '../form/index.js';
import { clamp, mixNumbers, smoothstep } from '../units/index.js';
import {
  edgeAppearance,
  edgeWidthMm,
  lightEdges,
  type Edging,
  type LineAppearance,
} from './edgeAppearance.js';
import { lipAppearance, lipsOf } from './lips.js';

/** Painted lines over the body: light edges and dark recesses. */
export interface LineLayers {
  /** Value an edge has where one runs. */
  readonly edgeValue: Float32Array;
  /** How much of the point the edge covers. */
  readonly edgeAlpha: Float32Array;
  readonly liningAlpha: Float32Array;
}

/** A line to darken. */
type DarkLine = Pick<Edge, 'points' | 'closed' | 'widthShare'>;
/** A dark line fades out at this many of its half widths. */
const DARK_REACH = 2.2;
/** A thin line is this thin at its ends, and runs out over this share of its length. */
const THIN_AT_END = 0.3;
const THIN_ENDS = 0.25;

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
  const darken = ({ points, closed, widthShare }: DarkLine, half: number, soft: number) => {
    const last = points.length - 1;
    nearLine(points, closed, surface.grid, half * DARK_REACH, (i, d2, s, t) => {
      if (surface.alpha[i] === 0) return;
      // A thin line runs out at both ends.
      const end =
        widthShare === undefined ? 1 : smoothstep(0, THIN_ENDS, Math.min(s + t, last - s - t) / last);
      const share = (widthShare ?? 1) * mixNumbers(THIN_AT_END, 1, end);
      const a = 0.85 * (1 - smoothstep(soft, DARK_REACH, Math.sqrt(d2) / (half * share)));
      if (a > layers.liningAlpha[i]) layers.liningAlpha[i] = a;
    });
  };
  const lighten = (edge: Pick<Edge, 'points' | 'closed'>, look: LineAppearance, reach: number) => {
    const widest = look.width.reduce((a, b) => Math.max(a, b), 0);
    nearLine(edge.points, edge.closed, surface.grid, reach * widest + 0.5, (i, d2, s, t) => {
      if (surface.alpha[i] === 0) return;
      const next = (s + 1) % edge.points.length;
      const along = (of: Float64Array) => of[s] + (of[next] - of[s]) * t;
      const here = reach * along(look.width);
      const a = along(look.strength) * Math.min(1, here) * clamp(here + 0.5 - Math.sqrt(d2), 0, 1);
      if (a <= layers.edgeAlpha[i]) return;
      layers.edgeAlpha[i] = a;
      const own = along(look.value);
      layers.edgeValue[i] = edging.held === null ? Math.max(value[i], own) : own;
    });
  };
  for (const edge of model.edges) if (edge.kind === 'recess') darken(edge, halfPx, 0.4);
  // A rim's line lies just inside the outline; a ridge's lies on it.
  for (const edge of lightEdges(model, edging))
    lighten(
      edge,
      edgeAppearance(edge, surface, value, edging, halfPx),
      edge.kind === 'crease' ? halfPx : halfPx * 2,
    );
  for (const mark of edging.marks) {
    const half = Math.max(0.4, (mark.widthMm / 2) * px);
    darken({ points: mark.points, closed: false }, half, mark.soft ? 0 : 0.6);
    const lipHalf = Math.max(0.5, half * (mark.soft ? 0.9 : 0.6));
    for (const lip of lipsOf(mark, edging))
      lighten(lip, lipAppearance(lip.points, surface, value, edging), lipHalf);
  }
  return layers;
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
function strokesAlong(
  points: readonly Point[],
  look: LineAppearance,
  steps: number,
  widthMm: number,
): EdgeStroke[] {
  const strokes: EdgeStroke[] = [];
  let run: Point[] = [];
  let widths = 0;
  let step = -1;
  points.forEach((point, i) => {
    const k = i % look.value.length;
    const now = look.strength[k] < SEEN ? -1 : Math.round(look.value[k] * (steps - 1));
    if (run.length > 0) run.push(point);
    if (now !== step || i === points.length - 1) {
      if (step >= 0 && run.length > 1) {
        const mean = widths / (run.length - 1);
        strokes.push({ kind: 'light', points: run, widthMm: widthMm * mean, value: step / (steps - 1) });
      }
      run = [point];
      widths = 0;
      step = now;
    }
    widths += look.width[k];
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
      .map((e): EdgeStroke => {
        const wide = widthMm * 1.4 * (e.widthShare ?? 1);
        return { kind: 'dark', points: inset(e), widthMm: wide, value: 0 };
      }),
    ...lightEdges(model, edging).flatMap((e) =>
      strokesAlong(inset(e), edgeAppearance(e, surface, value, edging, halfPx), steps, widthMm),
    ),
    ...edging.marks.flatMap((mark): EdgeStroke[] => [
      { kind: 'dark', points: mark.points, widthMm: mark.widthMm, value: 0 },
      ...lipsOf(mark, edging).flatMap((lip) =>
        strokesAlong(
          lip.points,
          lipAppearance(lip.points, surface, value, edging),
          steps,
          mark.widthMm * 0.6,
        ),
      ),
    ]),
  ];
}
