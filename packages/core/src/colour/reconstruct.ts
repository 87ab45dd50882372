import { clamp } from '../units/index.js';
import { BANDS } from './observer.js';
import { hexToLinear, type Rgb } from './srgb.js';
import { TO_LINEAR, type Spectrum } from './spectrum.js';

const N = BANDS + 3;

/** Solves the dense system `m x = y` in place by Gaussian elimination with row pivoting; `y` becomes `x`. */
function solve(m: Float64Array[], y: Float64Array): void {
  for (let c = 0; c < N; c++) {
    let p = c;
    for (let r = c + 1; r < N; r++) if (Math.abs(m[r][c]) > Math.abs(m[p][c])) p = r;
    [m[c], m[p]] = [m[p], m[c]];
    [y[c], y[p]] = [y[p], y[c]];
    const row = m[c];
    for (let r = c + 1; r < N; r++) {
      const target = m[r];
      const f = target[c] / row[c];
      if (f === 0) continue;
      for (let k = c; k < N; k++) target[k] -= f * row[k];
      y[r] -= f * y[c];
    }
  }
  for (let c = N - 1; c >= 0; c--) {
    const row = m[c];
    for (let k = c + 1; k < N; k++) y[c] -= row[k] * y[k];
    y[c] /= row[c];
  }
}

/** F(x) of the Lagrange conditions; x holds z (one a band) and the three multipliers. */
function residual(x: Float64Array, lin: Rgb, out: Float64Array): Float64Array {
  for (let i = 0; i < BANDS; i++) {
    const left = i > 0 ? x[i - 1] : x[i];
    const right = i < BANDS - 1 ? x[i + 1] : x[i];
    const th = Math.tanh(x[i]);
    let pull = 0;
    for (let c = 0; c < 3; c++) pull += TO_LINEAR[c][i] * x[BANDS + c];
    out[i] = 2 * (2 * x[i] - left - right) + ((1 - th * th) / 2) * pull;
  }
  for (let c = 0; c < 3; c++) {
    let sum = -lin[c];
    for (let i = 0; i < BANDS; i++) sum += (TO_LINEAR[c][i] * (Math.tanh(x[i]) + 1)) / 2;
    out[BANDS + c] = sum;
  }
  return out;
}

const largest = (v: Float64Array) => v.reduce((m, x) => Math.max(m, Math.abs(x)), 0);
const length = (v: Float64Array) => Math.hypot(...v);

/**
 * The smoothest reflectance that shows a linear sRGB colour under D65 (least slope of z, R = (tanh z + 1) / 2;
 * S. A. Burns, "Numerical methods for smoothest reflectance reconstruction", Color Research and Application 45, 2020).
 * Channels are first held within 0.0004..0.998. Result: 36 bands, each strictly between 0 and 1.
 */
export function reconstruct(rgb: Rgb): Spectrum {
  const lin = rgb.map((v) => clamp(v, 0.0004, 0.998)) as unknown as Rgb;
  const mean = (lin[0] + lin[1] + lin[2]) / 3;
  const x = new Float64Array(N);
  x.fill(Math.atanh(clamp(2 * mean - 1, -0.9999, 0.9999)), 0, BANDS);
  let f = residual(x, lin, new Float64Array(N));
  for (let round = 0; round < 60 && largest(f) >= 1e-10; round++) {
    const j = Array.from({ length: N }, () => new Float64Array(N));
    for (let i = 0; i < BANDS; i++) {
      const th = Math.tanh(x[i]);
      const d1 = (1 - th * th) / 2;
      let pull = 0;
      for (let c = 0; c < 3; c++) {
        pull += TO_LINEAR[c][i] * x[BANDS + c];
        j[i][BANDS + c] = d1 * TO_LINEAR[c][i];
        j[BANDS + c][i] = d1 * TO_LINEAR[c][i];
      }
      j[i][i] = (i === 0 || i === BANDS - 1 ? 2 : 4) - th * (1 - th * th) * pull;
      if (i > 0) j[i][i - 1] = -2;
      if (i < BANDS - 1) j[i][i + 1] = -2;
    }
    const step = Float64Array.from(f);
    solve(j, step);
    const before = length(f);
    let scale = 1;
    for (; scale > 1e-8; scale /= 2) {
      const next = residual(
        x.map((v, i) => v - scale * step[i]),
        lin,
        new Float64Array(N),
      );
      if (length(next) < before) {
        f = next;
        break;
      }
    }
    if (scale <= 1e-8) break;
    for (let i = 0; i < N; i++) x[i] -= scale * step[i];
  }
  return Float64Array.from({ length: BANDS }, (_, i) => (Math.tanh(x[i]) + 1) / 2);
}

/** Reflectance of a paint or a ground of a given colour, held within 0.005..0.95 as real paint is. */
export const paintSpectrum = (hex: string): Spectrum =>
  reconstruct(hexToLinear(hex)).map((r) => clamp(r, 0.005, 0.95));
