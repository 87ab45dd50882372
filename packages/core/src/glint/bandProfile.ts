import { clamp, mixNumbers, smoothstep } from '../units/index.js';
import type { Crisp, FacetBands } from './band.js';

/** A band's long side falls to half over its width by 2^-x^FADE; beyond x = FADED nothing is left. */
const FADE = 1.55;
const FADED = 3.2;
/** The second image: how far beyond the border and how thin, in half widths of the band. */
const ECHO = { at: 0.62, thin: 0.12 } as const;
/** What the bands of a plate keep in the corner away from the light, and how light the near one is at most. */
const FAR_CORNER_KEEPS = 0.3;
const NEAR_CORNER = 0.55;

/** A mirrored border on one side, a long fade on the other; half at `w` on both. */
function profile({ side, over, echo }: Crisp, off: number, w: number): number {
  const t = (side * off) / w;
  const k = Math.min(1, over / (2 * w));
  const x = (1 - t) / 2;
  if (x > FADED) return 0;
  const body = x > 0 ? 2 ** -(x ** FADE) : 1;
  const main = t < 1 - k ? body : body * (1 - smoothstep(1 - k, 1 + k, t));
  if (echo === 0 || t < 1) return main;
  const e = (t - 1 - ECHO.at) / ECHO.thin;
  return Math.max(main, echo * Math.exp(-0.5 * e ** 4));
}

/**
 * Value of a composed facet at u (0 ridge, 1 edge) and v (0 heel, 1 tip).
 */
export function bandValue(f: FacetBands, u: number, v: number): number {
  if (f.gradient !== null) {
    const g = 0.5 + f.gradient * (v - 0.5);
    return clamp(f.base + mixNumbers(0.42, 0.68, f.lit) * smoothstep(0, 1, g), 0, 1);
  }
  let light = 0;
  for (const b of f.bands) {
    const w = b.halfWidth * (1 + b.growth * (2 * u - 1));
    const off = v - b.centre - b.lean * (u - 0.5);
    const here = b.peak * profile(b.crisp, off, w);
    light = light + here - light * here;
  }
  if (f.corner) {
    const { u: gu, v: gv, lit } = f.corner;
    const near = 0.5 + gu * (u - 0.5) + gv * (v - 0.5);
    light *= mixNumbers(FAR_CORNER_KEEPS, 1, smoothstep(0.15, 0.8, near));
    const edge = NEAR_CORNER * lit * smoothstep(0.68, 1, near);
    light = light + edge - light * edge;
  }
  // Toward the ridge the light narrows and sinks a little, toward the edge it opens.
  light *= 0.9 + 0.1 * u;
  const tip = f.pointFrom < 1 ? smoothstep(f.pointFrom, f.pointFrom + 0.6 * (1 - f.pointFrom), v) : 0;
  const atTip = mixNumbers(0.04, 0.62, f.lit);
  const body = f.base + (1 - f.base) * light;
  return clamp(mixNumbers(body, Math.max(atTip, body * f.lit), tip * 0.75), 0, 1);
}
