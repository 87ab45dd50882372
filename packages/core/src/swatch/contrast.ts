import { refused } from '../units/index.js';
import { hexToLab, luminance, luminanceOf, paintSpectrum } from '../colour/index.js';
import { CONTRAST_RATIO, film, paintModel, thicknessOf, type PaintRecord } from '../paint/index.js';
import type { Opacity } from '../piece/index.js';

/** The same coats over black and over white, once dry. */
export interface CoatPair {
  readonly coats: number;
  readonly overBlack: string;
  readonly overWhite: string;
}

export interface CoatTest {
  readonly pairs: readonly CoatPair[];
  /** Parts of water to one of paint. */
  readonly water: number;
  readonly blackHex: string;
  readonly whiteHex: string;
}

export interface Contrast {
  /** Luminance of one undiluted coat over black by that over a white of 0.80. */
  readonly contrast: number;
  readonly opacity: Opacity;
}

const LOW = 0.03;
const HIGH = 0.999;
const ROUNDS = 60;
const GOLDEN = (Math.sqrt(5) - 1) / 2;

/** The class a contrast ratio comes nearest to, as films see it: by how much they let through. */
export const opacityOf = (contrast: number): Opacity =>
  (Object.entries(CONTRAST_RATIO) as [Opacity, number][]).sort(
    (a, b) =>
      Math.abs(Math.log((1 - a[1]) / (1 - contrast))) - Math.abs(Math.log((1 - b[1]) / (1 - contrast))),
  )[0][0];

/**
 * Contrast ratio of a paint from one to three coats over black and over white: the one whose films come nearest to the
 * luminance ratios that were measured, least squares, by golden section.
 * @throws RefusedInput without a pair
 */
export function contrastFrom(paint: PaintRecord, { pairs, water, blackHex, whiteHex }: CoatTest): Contrast {
  if (pairs.length === 0)
    throw refused('pairs', '0', 'one to three counts of coats over black and over white');
  const y = (hex: string) => luminanceOf(hexToLab(hex).l);
  const [black, white] = [paintSpectrum(blackHex), paintSpectrum(whiteHex)];
  const off = (contrast: number) => {
    const model = paintModel({ ...paint, contrast });
    return pairs.reduce((sum, { coats, overBlack, overWhite }) => {
      const x = thicknessOf(coats, water);
      const ratio = luminance(film(model, x, black)) / luminance(film(model, x, white));
      return sum + (ratio - y(overBlack) / y(overWhite)) ** 2;
    }, 0);
  };
  // Steps in what still comes through are even in the logarithm.
  const at = (t: number) => 1 - (1 - LOW) * ((1 - HIGH) / (1 - LOW)) ** t;
  let [a, b] = [0, 1];
  let [c, d] = [b - GOLDEN * (b - a), a + GOLDEN * (b - a)];
  let [fc, fd] = [off(at(c)), off(at(d))];
  for (let i = 0; i < ROUNDS; i++) {
    if (fc < fd) {
      [b, d, fd] = [d, c, fc];
      c = b - GOLDEN * (b - a);
      fc = off(at(c));
    } else {
      [a, c, fc] = [c, d, fd];
      d = a + GOLDEN * (b - a);
      fd = off(at(d));
    }
  }
  const contrast = at((a + b) / 2);
  return { contrast, opacity: opacityOf(contrast) };
}
