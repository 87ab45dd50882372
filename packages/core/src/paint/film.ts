import { BANDS, type Spectrum } from '../colour/index.js';

/** Thickness share of one brushed coat, against a standard undiluted coat. */
export const BRUSHED = 0.6;
/** Thickness share of one glaze from a wiped brush. */
export const GLAZED = 0.15;

/**
 * Reflectance in one band of a paint film over a ground (Kubelka and Munk's finite film, hyperbolic form).
 * @param k absorption, as an optical thickness, 0 or more
 * @param s scattering, as an optical thickness, 0 or more
 * @param ground reflectance of the ground, 0..1
 */
export function filmBand(k: number, s: number, ground: number): number {
  if (s < 1e-9) return ground * Math.exp(-2 * k);
  const a = 1 + k / s;
  const b = Math.sqrt(a * a - 1);
  const bs = b * s;
  let bCoth: number;
  if (bs < 1e-6) bCoth = 1 / s;
  else {
    const e = Math.exp(-2 * bs);
    bCoth = (b * (1 + e)) / (1 - e);
  }
  return (1 - ground * (a - bCoth)) / (a - ground + bCoth);
}

/** What paint the film is made of: absorption per band and a scattering that is flat over wavelength, for one standard coat. */
export interface Pigment {
  readonly k: Spectrum;
  readonly s: number;
}

/** Reflectance of a film `thickness` standard coats thick over a ground. */
export function film(pigment: Pigment, thickness: number, ground: Spectrum): Spectrum {
  const out = new Float64Array(BANDS);
  for (let i = 0; i < BANDS; i++)
    out[i] = filmBand(pigment.k[i] * thickness, pigment.s * thickness, ground[i]);
  return out;
}

/** Reflectance of a film so thick that the ground is gone. q = K/S. */
export const fullyCovering = (q: number): number => 1 / (1 + q + Math.sqrt(q * q + 2 * q));

/** Thickness of `coats` coats at `water` parts of water to one part of paint; `share` is BRUSHED or GLAZED. */
export const thicknessOf = (coats: number, water: number, share: number = BRUSHED): number =>
  (coats * share) / (1 + water);
