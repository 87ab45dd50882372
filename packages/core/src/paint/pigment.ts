import { BANDS, hexToLab, luminance, paintSpectrum, type Spectrum } from '../colour/index.js';
import type { Opacity, Paint, Tint } from '../piece/index.js';
import { clamp, tableMemo } from '../units/index.js';
import { film, filmBand, type Pigment } from './film.js';

/** Contrast ratio (Y over black / Y over white of 0.80) that each opacity class stands for. */
export const CONTRAST_RATIO: Record<Opacity, number> = {
  opaque: 0.97,
  'semi-opaque': 0.935,
  'semi-transparent': 0.87,
  transparent: 0.6,
};

/** How many normal drops a drop of each strength class stands for. */
export const TINT_FACTOR: Record<Tint, number> = { weak: 0.5, normal: 1, strong: 2, 'very strong': 4 };

/** What the model needs to know of a paint. */
export type PaintRecord = Pick<Paint, 'hex' | 'kind' | 'opacity' | 'tint' | 'finish'> &
  Partial<Pick<Paint, 'contrast' | 'strength'>>;

/** A paint as the model sees it. */
export interface PaintModel extends Pigment {
  /** Tinting strength of one drop in a mix. 0 for clear media. */
  readonly strength: number;
}

/** These show their colour as one coat over white, not as a full covering. */
const overWhite = (kind: Paint['kind']) => kind === 'ink' || kind === 'wash' || kind === 'one-coat';

const BLACK = new Float64Array(BANDS);
const WHITE_GROUND = new Float64Array(BANDS).fill(0.8);

function contrastRatio(p: Pigment): number {
  return luminance(film(p, 1, BLACK)) / luminance(film(p, 1, WHITE_GROUND));
}

/** Bisection for a rising function on [low, high]. */
function bisect(low: number, high: number, target: number, f: (x: number) => number): number {
  for (let i = 0; i < 60; i++) {
    const mid = (low + high) / 2;
    if (f(mid) < target) low = mid;
    else high = mid;
  }
  return (low + high) / 2;
}

function masstone(r: Spectrum, target: number): Pigment {
  const q = r.map((x) => (1 - x) ** 2 / (2 * x));
  const at = (lnS: number): Pigment => ({ s: Math.exp(lnS), k: q.map((x) => x * Math.exp(lnS)) });
  return at(bisect(-14, 6, target, (lnS) => contrastRatio(at(lnS))));
}

function overWhiteFit(r: Spectrum, target: number): Pigment {
  const at = (lnS: number): Pigment => {
    const s = Math.exp(lnS);
    const k = r.map((x) => {
      if (filmBand(0, s, 0.95) <= x) return 0;
      return Math.exp(bisect(-20, 8, -x, (lnK) => -filmBand(Math.exp(lnK), s, 0.95)));
    });
    return { s, k };
  };
  return at(bisect(-14, 6, target, (lnS) => contrastRatio(at(lnS))));
}

/** The fit to a colour and a contrast ratio, which takes some milliseconds: those of more paints than anybody owns are kept. */
const fitted = tableMemo(
  2000,
  (hex: string, contrast: number, strength: number, likeInk: boolean): PaintModel => ({
    ...(likeInk ? overWhiteFit : masstone)(paintSpectrum(hex), contrast),
    strength,
  }),
);

/**
 * Absorption, scattering and strength of a paint from what a painter can tell: its dried colour and its classes.
 * Scattering follows from the opacity class; see docs/model.md. Media and varnishes hold no pigment.
 */
export function paintModel(paint: PaintRecord): PaintModel {
  if (paint.kind === 'medium' || paint.kind === 'varnish')
    return { k: new Float64Array(BANDS), s: 0, strength: 0 };
  // What was measured counts before the class that was guessed.
  const contrast = paint.contrast ?? CONTRAST_RATIO[paint.opacity];
  const factor = paint.strength ?? TINT_FACTOR[paint.tint];
  const base = clamp(2 ** ((40 - hexToLab(paint.hex).l) / 10), 1, 8);
  return fitted(paint.hex, contrast, factor * base, overWhite(paint.kind));
}
