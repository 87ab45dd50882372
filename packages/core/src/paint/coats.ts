import { deltaE, spectrumToLab, type Lab, type Spectrum } from '../colour/index.js';
import { BRUSHED, film, thicknessOf, type Pigment } from './film.js';
import { masstoneOf } from './mix.js';

export interface CoatsNeeded {
  /** Whole coats to lay. */
  readonly coats: number;
  /** The real-valued count behind it; the model is good to about 20 %. */
  readonly exact: number;
  /** False where even `most` coats stay off the target by more than `until`. */
  readonly reached: boolean;
}

export interface CoatOptions {
  /** Parts of water to one part of paint. */
  readonly water: number;
  /** Thickness share of a coat: BRUSHED (default) or GLAZED. */
  readonly share?: number;
  /** CIEDE2000 to the fully covering colour that counts as covered; 2 by default, 4 is good for the table. */
  readonly until?: number;
  /** Where to stop looking; 60 by default. */
  readonly most?: number;
}

/** Colour after `coats` coats (any real number) over a ground. */
export const coated = (
  pigment: Pigment,
  ground: Spectrum,
  coats: number,
  water: number,
  share = BRUSHED,
): Spectrum => film(pigment, thicknessOf(coats, water, share), ground);

/** How many coats until a mix hides its ground. */
export function coatsNeeded(pigment: Pigment, ground: Spectrum, options: CoatOptions): CoatsNeeded {
  const { water, share = BRUSHED, until = 2, most = 60 } = options;
  const target: Lab = spectrumToLab(masstoneOf(pigment));
  const off = (n: number) => deltaE(spectrumToLab(coated(pigment, ground, n, water, share)), target);
  if (off(0) < until) return { coats: 1, exact: 0, reached: true };
  let high = 1;
  while (off(high) >= until) {
    if (high >= most) return { coats: most, exact: most, reached: false };
    high = Math.min(most, high + 1);
  }
  let low = high - 1;
  for (let i = 0; i < 50; i++) {
    const mid = (low + high) / 2;
    if (off(mid) < until) high = mid;
    else low = mid;
  }
  return { coats: Math.max(1, Math.ceil(high - 1e-9)), exact: high, reached: true };
}
