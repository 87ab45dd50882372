import { refused } from '../units/index.js';
import type { FormOf } from '../piece/index.js';
import type { Point } from './surface.js';
import { forms } from './registry.js';
import { type Tapped } from './tapped.js';

const LEAST_MM = 0.2;
const MOST_POINTS = 200;
const round = (v: number) => Math.round(v * 1000) / 1000;

/**
 * A part outlined on a sculpt: its surface is the sculpt's own there. Places are mm in the piece's frame.
 * @param surface hash of the sculpt's surface
 * @param middle where the sculpt's middle lies in the piece
 * @throws RefusedInput for fewer than three points or points on one line
 */
export function cutFromSculpt(
  outline: readonly Point[],
  surface: string,
  middle: Point,
  corners: 'smooth' | 'as drawn' = 'smooth',
): Tapped<FormOf<'sculpt'>> {
  if (outline.length < 3 || outline.length > MOST_POINTS)
    throw refused('taps', `${outline.length}`, `3 to ${MOST_POINTS}, round the part`);
  const [xs, ys] = [outline.map((p) => p[0]), outline.map((p) => p[1])];
  const [left, right, bottom, top] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const [x, y] = [round((left + right) / 2), round((bottom + top) / 2)];
  const [widthMm, heightMm] = [round(right - left), round(top - bottom)];
  if (widthMm < LEAST_MM || heightMm < LEAST_MM) throw refused('taps', 'on one line', 'round the part');
  return {
    form: {
      ...forms.sculpt.defaults,
      sculpt: surface,
      widthMm,
      heightMm,
      fromXMm: round(x - middle[0]),
      fromYMm: round(y - middle[1]),
      corners,
      outline: outline.map((p) => ({
        x: round((2 * (p[0] - x)) / widthMm),
        y: round((2 * (p[1] - y)) / heightMm),
      })),
    },
    place: { xMm: x, yMm: y, rollDeg: 0, yawDeg: 0, pitchDeg: 0, depthMm: 0 },
  };
}
