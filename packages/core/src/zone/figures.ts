import { colourAt } from '../ladder/index.js';
import { NOTHING } from '../form/index.js';
import { visibilityOf, valuesOn, type PreparedPart } from '../glint/index.js';

/** Value (L*) over a part as painted, before edges and dots. */
export interface Lightness {
  /** 2nd percentile. */
  readonly low: number;
  readonly mean: number;
  /** 98th percentile. */
  readonly high: number;
  /** 25th to 75th percentile. */
  readonly middleHalf: number;
}

/** Values 0..1 of what is seen of a part, on its canonical points; of all of it where nothing is seen. */
export function valuesOnCanonical(
  p: PreparedPart,
  value: Float32Array = valuesOn(p.shape.canonical, p).value,
): number[] {
  const s = p.shape.canonical;
  const free = visibilityOf(s, p.occluders);
  const of = (counts: (i: number) => boolean) => {
    const found: number[] = [];
    for (let i = 0; i < value.length; i++)
      if (s.patch[i] !== NOTHING && s.alpha[i] >= 0.5 && counts(i)) found.push(value[i]);
    return found;
  };
  const seen = of((i) => free[i] === 1);
  return seen.length > 0 ? seen : of(() => true);
}

/** Value statistics of a part on its canonical points. */
export const lightnessOf = (p: PreparedPart, value?: Float32Array): Lightness =>
  lightnessFrom(valuesOnCanonical(p, value).map((v) => colourAt(p.palette.colours, v).l));

/** The same from any list of L*; an empty list gives zeros. */
export function lightnessFrom(values: readonly number[]): Lightness {
  if (values.length === 0) return { low: 0, mean: 0, high: 0, middleHalf: 0 };
  const sorted = Float64Array.from(values).sort();
  const at = (share: number) => sorted[Math.round(share * (sorted.length - 1))];
  return {
    low: at(0.02),
    mean: sorted.reduce((a, b) => a + b, 0) / sorted.length,
    high: at(0.98),
    middleHalf: at(0.75) - at(0.25),
  };
}

/** True area of a part over its projected area: the paint follows the surface. */
export function surfaceRatio(p: PreparedPart): number {
  const { nz, patch, alpha } = p.shape.canonical;
  let sum = 0;
  let count = 0;
  for (let i = 0; i < nz.length; i++) {
    if (patch[i] === NOTHING || alpha[i] < 0.5) continue;
    sum += 1 / nz[i];
    count++;
  }
  return count ? sum / count : 1;
}
