import type { Form, FormOf, Place } from '../piece/index.js';
import { clamp, rad } from '../units/index.js';
import { turn } from './geometry.js';
import type { Point } from './surface.js';
import type { Tapped } from './tapped.js';

/** Forms whose edge the painter draws point by point. */
export type Outlined = FormOf<'relief'> | FormOf<'sculpt'>;

export const isOutlined = (form: Form): form is Outlined => form.kind === 'relief' || form.kind === 'sculpt';

/** A hand takes hold of so many places of an outline at most. */
export const MOST_HELD = 20;
const MOST_SHARE = 1.5;
const LEAST_MM = 0.2;
const round = (v: number) => Math.round(v * 1000) / 1000;

const gapOf = (count: number) => Math.max(1, Math.ceil(count / MOST_HELD));
const pointsMm = ({ outline, widthMm, heightMm }: Outlined): Point[] =>
  outline.map((p) => [(p.x * widthMm) / 2, (p.y * heightMm) / 2]);

/** Places of the outline that a hand takes hold of, with their index: every point, or every so many-th of a fine outline. */
export function heldPoints(form: Outlined): { readonly index: number; readonly at: Point }[] {
  const gap = gapOf(form.outline.length);
  return pointsMm(form).flatMap((at, index) => (index % gap === 0 ? [{ index, at }] : []));
}

/**
 * The form with one held place of its outline pulled to another, in mm of the part's own frame; of a fine outline, the
 * points up to the next held place follow in a bell. A part cut from a sculpt keeps every point of the sculpt where it was.
 */
export function outlinePulled<F extends Outlined>(
  form: F,
  place: Place,
  index: number,
  to: Point,
): Tapped<F> {
  const points = pointsMm(form);
  const n = points.length;
  const gap = gapOf(n);
  const [dx, dy] = [to[0] - points[index][0], to[1] - points[index][1]];
  for (let k = 1 - gap; k < gap; k++) {
    const i = (index + k + n) % n;
    const share = Math.cos((k / gap) * (Math.PI / 2)) ** 2;
    points[i] = [points[i][0] + dx * share, points[i][1] + dy * share];
  }
  const shares = (list: readonly Point[], w: number, h: number, [cx, cy]: Point) =>
    list.map(([x, y]) => ({
      x: round(clamp((2 * (x - cx)) / w, -MOST_SHARE, MOST_SHARE)),
      y: round(clamp((2 * (y - cy)) / h, -MOST_SHARE, MOST_SHARE)),
    }));
  // The bumps of a relief stand at shares of its size: that stays, and the outline reaches beyond it.
  if (form.kind === 'relief')
    return { form: { ...form, outline: shares(points, form.widthMm, form.heightMm, [0, 0]) }, place };
  const [xs, ys] = [points.map((p) => p[0]), points.map((p) => p[1])];
  const [left, right, bottom, top] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const middle: Point = [(left + right) / 2, (bottom + top) / 2];
  const widthMm = Math.max(LEAST_MM, round(right - left));
  const heightMm = Math.max(LEAST_MM, round(top - bottom));
  const side = form.mirrored === 'yes' ? -1 : 1;
  const [mx, my] = turn(middle[0], middle[1], rad(place.rollDeg));
  const holes = form.holes.map((hole) =>
    shares(
      hole.map((p): Point => [(p.x * form.widthMm) / 2, (p.y * form.heightMm) / 2]),
      widthMm,
      heightMm,
      middle,
    ),
  );
  return {
    form: {
      ...form,
      widthMm,
      heightMm,
      holes,
      fromXMm: round(form.fromXMm + middle[0] * side),
      fromYMm: round(form.fromYMm + middle[1]),
      outline: shares(points, widthMm, heightMm, middle),
    },
    place: { ...place, xMm: round(place.xMm + mx), yMm: round(place.yMm + my) },
  };
}
