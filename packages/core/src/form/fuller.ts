import type { FormOf } from '../piece/index.js';
import { clamp, mixNumbers } from '../units/index.js';
import type { BladeLines } from './bladeLines.js';
import { SAMPLE, type Patch, type Point } from './surface.js';

/** A hollow takes at most this share of the blade where it is narrowest. */
const MOST_SHARE = 0.7;
/** Sine of the tilt of its walls at the rim. */
const WALL = 0.8;
/** It ends in a half round of this many of its half widths. */
const END_ROUND = 1.6;
const STEPS = 14;

/** A hollow along a blade's ridge. */
export interface Fuller {
  readonly widthMm: number;
  /** Height at which it ends. */
  readonly endsAt: number;
  /** Half its width at a height; 0 past its end. */
  half(y: number): number;
  /** Heights at which its sides are drawn. */
  readonly heights: readonly number[];
  /** Its two sides, from the heel. */
  readonly sides: readonly Point[][];
  readonly patch: Patch;
}

/** The hollow of a blade; null where it has none. One wider than its blade is drawn as wide as fits. */
export function fullerOf(form: FormOf<'blade'>, lines: BladeLines): Fuller | null {
  const { heel, shoulder, ridge, edge } = lines;
  const endsAt = Math.min(mixNumbers(heel, lines.tip, form.fullerTo), shoulder);
  const room = (y: number) => 2 * Math.min(ridge(y) - edge(-1, y), edge(1, y) - ridge(y));
  const widthMm = Math.min(form.fullerMm, MOST_SHARE * Math.min(room(heel), room(endsAt)));
  if (widthMm < 0.05 || endsAt <= heel) return null;
  const full = widthMm / 2;
  const roundFrom = Math.max(heel, endsAt - END_ROUND * full);
  const half = (y: number) => {
    if (y >= endsAt) return 0;
    if (y <= roundFrom) return full;
    return full * Math.sqrt(Math.max(0, 1 - ((y - roundFrom) / (endsAt - roundFrom)) ** 2));
  };
  const heights = [
    ...Array.from({ length: STEPS }, (_, i) => mixNumbers(heel, roundFrom, i / STEPS)),
    ...Array.from({ length: STEPS + 1 }, (_, i) =>
      mixNumbers(roundFrom, endsAt, Math.sin(((i / STEPS) * Math.PI) / 2)),
    ),
  ];
  const side = (sign: number): Point[] => heights.map((y) => [ridge(y) + sign * half(y), y] as const);
  const [left, right] = [side(-1), side(1)];
  const patch: Patch = {
    kind: 'smooth',
    rings: [[...left, ...[...right].reverse().slice(1)]],
    grain: [0, 1, 0],
    glintStretch: 3,
    at(x, y, out) {
      const s = clamp((x - ridge(clamp(y, heel, endsAt))) / full, -1, 1);
      // Hollow: the left wall faces right.
      out[SAMPLE.nx] = -WALL * s;
      out[SAMPLE.ny] = 0;
      out[SAMPLE.nz] = Math.sqrt(1 - (WALL * s) ** 2);
      out[SAMPLE.u] = (s + 1) / 2;
      out[SAMPLE.v] = clamp((y - heel) / (endsAt - heel), 0, 1);
    },
    glintAt(half3, key) {
      const s = -half3[0] / Math.hypot(half3[0], half3[2]) / WALL;
      if (Math.abs(s) > 1) return null;
      const y = mixNumbers(heel, endsAt, 0.5 + clamp(key[1], -1, 1) * 0.3);
      return [ridge(y) + s * full, y];
    },
  };
  return { widthMm, endsAt, half, heights, sides: [left, right], patch };
}
