import { besselI0Scaled, TABLE, type Stretch } from '../rig/index.js';
import { clamp, erf, rad, tableMemo } from '../units/index.js';

/** Entries per unit of cosine in a table over -1..1. */
export const PER_UNIT = (TABLE - 1) / 2;

/** A function over -1..1 as TABLE + 1 entries, one more than there are places, for interpolation. */
const tabled = (of: (x: number) => number): Float32Array =>
  Float32Array.from({ length: TABLE + 1 }, (_, i) => of(clamp(i / PER_UNIT - 1, -1, 1)));

/** Tables of each kind that are kept: more than the polishes and lamps of two pieces need. */
const MOST_TABLES = 60;

/** exp(-angle^2 / 2 sigma^2) as a table over the cosine of the angle. */
export const lobeTable = tableMemo(MOST_TABLES, (sigmaDeg: number): Float32Array => {
  const sigma = rad(sigmaDeg);
  return tabled((cosine) => Math.exp(-(Math.acos(cosine) ** 2) / (2 * sigma * sigma)));
});

/** exp(-(asin x - asin x0)^2 / 2 sigma^2) over x = -1..1: how far a tube's reflection strays along its axis. */
export function alongTable(x0: number, sigmaRad: number): Float32Array {
  const base = Math.asin(clamp(x0, -1, 1));
  return tabled((x) => Math.exp(-((Math.asin(x) - base) ** 2) / (2 * sigmaRad * sigmaRad)));
}

/** Rings that a disc is summed from, and standard deviations beyond which nothing of it is left. */
const RINGS = 160;
const REACH = 5;

/**
 * An even disc blurred by a Gaussian, as a table over the cosine of the angle from its middle: the distribution of
 * Rice, summed ring by ring. 1 where the blur does not reach the border.
 */
export const discTable = tableMemo(MOST_TABLES, (radiusDeg: number, blurDeg: number): Float32Array => {
  const [radius, sigma] = [rad(radiusDeg), rad(blurDeg)];
  const ring = radius / RINGS;
  return tabled((cosine) => {
    const away = Math.acos(cosine);
    if (away > radius + REACH * sigma) return 0;
    let sum = 0;
    for (let k = 0; k < RINGS; k++) {
      const r = (k + 0.5) * ring;
      const near = (r - away) / sigma;
      sum +=
        (r / (sigma * sigma)) * Math.exp(-0.5 * near * near) * besselI0Scaled((r * away) / (sigma * sigma));
    }
    return Math.min(1, sum * ring);
  });
});

/** Stretches of even light blurred by a Gaussian, at an angle in radians. */
function stretched(stretches: readonly Stretch[], blurDeg: number): (angle: number) => number {
  const wide = rad(blurDeg) * Math.SQRT2;
  return (angle) =>
    stretches.reduce(
      (sum, [from, to]) => sum + (erf((rad(to) - angle) / wide) - erf((rad(from) - angle) / wide)) / 2,
      0,
    );
}

/** Panes across or up a lamp, blurred, as a table over the sine of the angle from its middle. */
export const panesTable = tableMemo(MOST_TABLES, (stretches: readonly Stretch[], blurDeg: number) => {
  const at = stretched(stretches, blurDeg);
  return tabled((sine) => at(Math.asin(sine)));
});

/** The same over the cosine, for stretches that are the same on both sides of the middle. */
export const stripeTable = tableMemo(MOST_TABLES, (stretches: readonly Stretch[], blurDeg: number) => {
  const at = stretched(stretches, blurDeg);
  return tabled((cosine) => at(Math.acos(cosine)));
});

/** Linear look-up of a cosine in a table. */
export function lookUp(table: Float32Array, cosine: number): number {
  const place = (cosine < -1 ? 0 : cosine > 1 ? 2 : cosine + 1) * PER_UNIT;
  const i = place | 0;
  const low = table[i];
  return low + ((i + 1 < table.length ? table[i + 1] : low) - low) * (place - i);
}
