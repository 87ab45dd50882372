import { BANDS, WEIGHTS } from './observer.js';
import { xyzToLab, type Lab } from './lab.js';
import { XYZ_TO_RGB, type Rgb } from './srgb.js';

/** Reflectance 0..1 in each of the 36 bands, 380 to 730 nm. */
export type Spectrum = Float64Array;

function weigh(row: Float64Array, r: Spectrum): number {
  let sum = 0;
  for (let i = 0; i < BANDS; i++) sum += row[i] * r[i];
  return sum;
}

/** Relative luminance Y of a reflectance under D65, 0..1. */
export const luminance = (r: Spectrum): number => weigh(WEIGHTS[1], r);

/** Colour of a reflectance under D65. */
export const spectrumToLab = (r: Spectrum): Lab =>
  xyzToLab(weigh(WEIGHTS[0], r), weigh(WEIGHTS[1], r), weigh(WEIGHTS[2], r));

/** Rows R, G, B: linear sRGB = TO_LINEAR R. */
export const TO_LINEAR: readonly Float64Array[] = XYZ_TO_RGB.map((row) =>
  Float64Array.from(
    { length: BANDS },
    (_, i) => row[0] * WEIGHTS[0][i] + row[1] * WEIGHTS[1][i] + row[2] * WEIGHTS[2][i],
  ),
);

/** Linear sRGB of a reflectance. */
export const spectrumToLinear = (r: Spectrum): Rgb => TO_LINEAR.map((row) => weigh(row, r)) as unknown as Rgb;
