import { clamp, rad, tableMemo } from '../units/index.js';

/**
 * Brightness of the surroundings in a direction whose upward part is `s` (-1 straight down, 1 straight up):
 * darkest just under the horizon `s0`, bright just above it, lighter again toward the ground underfoot.
 */
export function surroundings(s: number, s0 = 0): number {
  if (s >= s0) {
    const p = (s - s0) / (1 - s0);
    return 0.36 + 0.44 * (1 - p ** 0.6);
  }
  const q = (s0 - s) / (1 + s0);
  return 0.015 + 0.36 * q ** 0.75;
}

/** e^-x I0(x), the scaled modified Bessel function (Abramowitz and Stegun 9.8.1 and 9.8.2, error below 2e-7). */
export function besselI0Scaled(x: number): number {
  if (x < 3.75) {
    const t = (x / 3.75) ** 2;
    const i0 =
      1 +
      t * (3.5156229 + t * (3.0899424 + t * (1.2067492 + t * (0.2659732 + t * (0.0360768 + t * 0.0045813)))));
    return i0 * Math.exp(-x);
  }
  const t = 3.75 / x;
  const p =
    0.39894228 +
    t *
      (0.01328592 +
        t *
          (0.00225319 +
            t *
              (-0.00157565 +
                t *
                  (0.00916281 + t * (-0.02057706 + t * (0.02635537 + t * (-0.01647633 + t * 0.00392377)))))));
  return p / Math.sqrt(x);
}

/** Entries of every table over -1..1. */
export const TABLE = 1024;

/** Concentration of the von Mises-Fisher blur that stands for a roughness; 3.2 degrees are added so that no edge aliases. */
export const concentration = (sigmaDeg: number): number => 1 / (rad(sigmaDeg) ** 2 + rad(3.2) ** 2);

/** Places over one standard deviation of the blur that the integral is summed from, and over half the sphere. */
const FINE = 40;
const LEAST_PLACES = 240;
const MOST_PLACES = 1440;

/** Tables kept: each polish has one for each horizon. */
const MOST_TABLES = 64;

/**
 * The surroundings blurred over the sphere by a von Mises-Fisher kernel, as a table of TABLE entries over s = -1..1.
 * What depends on s alone still does after the blur, so the table is exact. Scaled exponentials throughout.
 */
export const blurredSurroundings = tableMemo(MOST_TABLES, (sigmaDeg: number, s0: number): Float32Array => {
  const kappa = concentration(sigmaDeg);
  const reach = 6 / Math.sqrt(kappa);
  // Forty places over the blur: wide ones need few.
  const count = clamp(Math.ceil(Math.PI * FINE * Math.sqrt(kappa)), LEAST_PLACES, MOST_PLACES);
  const angle = (i: number) => ((i + 0.5) / count) * Math.PI;
  const value = Float64Array.from({ length: count }, (_, i) => surroundings(Math.cos(angle(i)), s0));
  const table = new Float32Array(TABLE);
  for (let t = 0; t < TABLE; t++) {
    const theta = Math.acos((2 * t) / (TABLE - 1) - 1);
    const sinTheta = Math.sin(theta);
    const from = Math.max(0, Math.floor(((theta - reach) / Math.PI) * count));
    const to = Math.min(count - 1, Math.ceil(((theta + reach) / Math.PI) * count));
    let sum = 0;
    let weight = 0;
    for (let i = from; i <= to; i++) {
      const other = angle(i);
      const sinOther = Math.sin(other);
      const w =
        Math.exp(kappa * (Math.cos(theta - other) - 1)) *
        besselI0Scaled(kappa * sinTheta * sinOther) *
        sinOther;
      sum += w * value[i];
      weight += w;
    }
    table[t] = sum / weight;
  }
  return table;
});
