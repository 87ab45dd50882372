import { clamp } from '../units/index.js';

export type Rgb = readonly [r: number, g: number, b: number];

/** IEC 61966-2-1: a channel 0..1 of sRGB to linear light. */
export const toLinear = (v: number): number => (v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4);

/** IEC 61966-2-1: linear light 0..1 to a channel of sRGB. */
export const fromLinear = (v: number): number =>
  v <= 0.0031308 ? v * 12.92 : 1.055 * v ** (1 / 2.4) - 0.055;

/** Bytes of linear light from 0 to 1 in so many even steps, both ends included. */
export const encodedBytes = (steps: number): Uint8ClampedArray =>
  Uint8ClampedArray.from({ length: steps + 1 }, (_, i) => Math.round(255 * fromLinear(i / steps)));

/** The sRGB curve undone, for each of 256 codes. */
export const LINEAR_OF_BYTE = Float32Array.from({ length: 256 }, (_, i) => toLinear(i / 255));

/** Linear sRGB to XYZ (D65), rows X, Y, Z. */
export const RGB_TO_XYZ: readonly Rgb[] = [
  [0.4124564, 0.3575761, 0.1804375],
  [0.2126729, 0.7151522, 0.072175],
  [0.0193339, 0.119192, 0.9503041],
];

/** Luminance Y of linear sRGB, 0..1. */
export const luminanceOfLinear = ([r, g, b]: readonly number[]): number =>
  RGB_TO_XYZ[1][0] * r + RGB_TO_XYZ[1][1] * g + RGB_TO_XYZ[1][2] * b;

/** XYZ (D65) to linear sRGB: the inverse of `RGB_TO_XYZ`, computed so that the two agree to the last digit. */
export const XYZ_TO_RGB: readonly Rgb[] = invert(RGB_TO_XYZ);

function invert(m: readonly Rgb[]): Rgb[] {
  const [[a, b, c], [d, e, f], [g, h, i]] = m as [Rgb, Rgb, Rgb];
  const det = a * (e * i - f * h) - b * (d * i - f * g) + c * (d * h - e * g);
  return [
    [(e * i - f * h) / det, (c * h - b * i) / det, (b * f - c * e) / det],
    [(f * g - d * i) / det, (a * i - c * g) / det, (c * d - a * f) / det],
    [(d * h - e * g) / det, (b * g - a * h) / det, (a * e - b * d) / det],
  ];
}

/** `#rrggbb` to linear sRGB 0..1. Anything else is refused. */
export function hexToLinear(hex: string): Rgb {
  const match = /^#([0-9a-f]{2})([0-9a-f]{2})([0-9a-f]{2})$/i.exec(hex);
  if (!match) throw new RangeError(`colour: "${hex}" is not # and six hexadecimal digits`);
  return [1, 2, 3].map((i) => toLinear(parseInt(match[i], 16) / 255)) as unknown as Rgb;
}

/** Linear sRGB to `#rrggbb`, channels outside the gamut clipped. */
export function linearToHex(rgb: Rgb): string {
  const byte = (v: number) => Math.round(clamp(fromLinear(clamp(v, 0, 1)), 0, 1) * 255);
  return `#${rgb.map((v) => byte(v).toString(16).padStart(2, '0')).join('')}`;
}
