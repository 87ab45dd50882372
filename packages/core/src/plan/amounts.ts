import type { Role } from '../piece/index.js';

/** How much paint, how long: starting figures, to be replaced by the painter's own record. */

/** Wet film of one coat in mm: brushed thinly, and as a glaze from a wiped brush. */
export const BRUSHED_FILM_MM = 0.03;
export const GLAZE_FILM_MM = 0.012;
/** Mixed for every part that reaches the miniature: brush, palette and tests take the rest. */
export const LOSSES = 3;
export const DROP_ML = 0.045;
/** What the tip of a brush takes up. */
export const TIP_ML = 0.006;

/** Volume to mix for an area, in ml, water included. */
export function mixedMl(surfaceMm2: number, coats: number, glaze = false): number {
  return (surfaceMm2 * (glaze ? GLAZE_FILM_MM : BRUSHED_FILM_MM) * coats * LOSSES) / 1000;
}

/** Minutes at the brush: a start, then by area, by length or by dot. */
export const activeMinutes = {
  // A larger place is done with a larger brush: time grows slower than its area.
  layer: (mm2: number, coats: number) => 0.3 + 0.055 * mm2 ** 0.75 * coats,
  glaze: (mm: number, coats: number) => 0.4 + 0.06 * mm * coats,
  /** A spray covers by area: about 40 mm2 a second, and a look from every side. */
  spray: (mm2: number, coats: number) => coats * (0.1 + mm2 / 2400),
  line: (mm: number) => 0.3 + 0.08 * mm,
  dots: (count: number) => 0.2 + 0.15 * count,
} as const;

/** What an airbrush loses beside the part, and what its cup needs at least. */
const OVERSPRAY = 1.6;
const LEAST_CUP_DROPS = 8;

/** From so many drops on they are counted. */
const LEAST_DROPS = 2;

/** Whether so little is brushed that no drops are counted. */
export const isByTip = (ml: number, { airbrush }: { readonly airbrush: boolean }): boolean =>
  !airbrush && ml / DROP_ML < LEAST_DROPS;

/**
 * "9 drops" where drops can be counted, otherwise by brush tip; for an airbrush what goes into its cup. A primer comes from a
 * can as well, of which nothing is measured.
 */
export function amountText(ml: number, layer?: { readonly role: Role; readonly airbrush: boolean }): string {
  const drops = ml / DROP_ML;
  if (layer?.airbrush) {
    const cup = `${Math.max(LEAST_CUP_DROPS, Math.ceil(OVERSPRAY * drops))} drops in the cup`;
    return layer.role === 'undercoat' ? `${cup}, or a can` : cup;
  }
  return drops >= LEAST_DROPS ? `${Math.ceil(drops)} drops` : 'by brush tip';
}
