import type { Point, Surface } from '../form/index.js';
import type { PartLight } from '../rig/index.js';
import { valueAt, type Edging, type LineAppearance } from './edgeAppearance.js';
import type { Mark } from './overrides.js';

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

export function lipAppearance(
  points: readonly Point[],
  surface: Surface,
  value: Float32Array,
  { steps, held }: Edging,
): LineAppearance {
  const above = LIP_STEPS / (steps - 1);
  return {
    value: Float64Array.from(points, (at) => held ?? Math.min(1, valueAt(surface, value, at) + above)),
    strength: new Float64Array(points.length).fill(1),
    width: new Float64Array(points.length).fill(1),
  };
}
