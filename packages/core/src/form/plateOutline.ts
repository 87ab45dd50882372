import type { FormOf } from '../piece/index.js';
import { unit, outwardOf } from './geometry.js';
import { drawnRings, placesOf } from './outline.js';
import type { Point, Ring, SurfaceModel } from './surface.js';

const CORNER_STEPS = 6;
/** A drawn outline that turns by more than this has a corner there, as the sine of half the turn. */
const SHARP = 0.3;

/** What bounds a plate. */
export interface PlateOutline {
  readonly rings: readonly Ring[];
  /** Half its width at a height, by which places across it are measured. */
  halfAt(y: number): number;
  readonly corners: SurfaceModel['corners'];
  readonly notes: readonly string[];
}

/** A corner rounded with a radius, between the lines that meet in it. */
function rounded(before: Point, corner: Point, after: Point, radius: number): Point[] {
  const a = unit(before[0] - corner[0], before[1] - corner[1]);
  const b = unit(after[0] - corner[0], after[1] - corner[1]);
  const from: Point = [corner[0] + a[0] * radius, corner[1] + a[1] * radius];
  const to: Point = [corner[0] + b[0] * radius, corner[1] + b[1] * radius];
  // A quadratic curve with the corner as its middle point.
  return Array.from({ length: CORNER_STEPS + 1 }, (_, i) => {
    const t = i / CORNER_STEPS;
    const [p, q, r] = [(1 - t) ** 2, 2 * t * (1 - t), t * t];
    return [p * from[0] + q * corner[0] + r * to[0], p * from[1] + q * corner[1] + r * to[1]] as const;
  });
}

/** Four sides, wider above or below, with rounded corners. */
function fourSided(form: FormOf<'plate'>): PlateOutline {
  const [w, h] = [form.widthMm / 2, form.heightMm / 2];
  const halfAt = (y: number) => w * (1 + (form.taper / 2) * (y / h));
  const four: Point[] = [
    [halfAt(-h), -h],
    [halfAt(h), h],
    [-halfAt(h), h],
    [-halfAt(-h), -h],
  ];
  const radius = Math.min(form.cornerMm, 0.45 * Math.min(2 * halfAt(-h), 2 * halfAt(h), form.heightMm));
  const ring: Ring =
    radius > 0.02 ? four.flatMap((c, i) => rounded(four[(i + 3) % 4], c, four[(i + 1) % 4], radius)) : four;
  return {
    rings: [ring],
    halfAt,
    corners: four.map(([x, y]) => ({ at: [x * 0.94, y * 0.96] as const, outward: unit(x / w, y / h) })),
    notes: [],
  };
}

/** The outline of a plate: its own, or four sides. A drawn one keeps its corners where none are to be rounded. */
export function plateOutline(form: FormOf<'plate'>): PlateOutline {
  if (form.outline.length < 3) return fourSided(form);
  const smooth = form.cornerMm > 0;
  const { rings, notes } = drawnRings({ ...form, holes: [] }, smooth);
  const points = placesOf(form, form.outline);
  const outward = outwardOf(points);
  const corners = points.flatMap((p, i) => {
    const [a, b] = [points[(i + points.length - 1) % points.length], points[(i + 1) % points.length]];
    const [back, on] = [unit(a[0] - p[0], a[1] - p[1]), unit(b[0] - p[0], b[1] - p[1])];
    const [ox, oy] = outward[i];
    // The farther both sides fall back behind the corner, the sharper it stands out.
    const falls = -((back[0] + on[0]) * ox + (back[1] + on[1]) * oy) / 2;
    const at: Point = [p[0] - 0.03 * form.widthMm * ox, p[1] - 0.03 * form.heightMm * oy];
    return falls > SHARP ? [{ at, outward: outward[i] }] : [];
  });
  return { rings, halfAt: () => form.widthMm / 2, corners: smooth ? [] : corners, notes };
}
