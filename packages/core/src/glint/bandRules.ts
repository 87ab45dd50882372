import type { Band, FacetBands } from './band.js';

/** A band weaker than this does not count as a light. */
const SEEN = 0.2;
/** A band brighter than this is one of the brights that must not meet across a ridge. */
export const BRIGHT = 0.5;

/** Bands of a facet that are seen as lights, from heel to tip. */
export const seenBands = (f: FacetBands): Band[] =>
  f.bands
    .filter((b) => b.peak > SEEN && b.centre > -0.02 && b.centre < 1.02)
    .sort((a, b) => a.centre - b.centre);

/** Those that are bright. */
export const brightBands = (f: FacetBands): Band[] => seenBands(f).filter((b) => b.peak > BRIGHT);

/** Full width at half height, half way from ridge to edge, as a share of the length. */
export const widthOf = (b: Band): number => 2 * b.halfWidth;

/** How much wider the wider of two bands is, 1 or more. */
export function widthRatio(a: Band, b: Band): number {
  const [p, q] = [a.halfWidth, b.halfWidth];
  return Math.max(p, q) / Math.max(1e-9, Math.min(p, q));
}

/** How much wider the wider end of a band is than the other, 1 or more. */
export const endsRatio = ({ growth }: Band): number =>
  (1 + Math.abs(growth)) / Math.max(1e-9, 1 - Math.abs(growth));

/** The dark between two neighbours, as a share of the length; 0 where they touch. */
export const gapBetween = (a: Band, b: Band): number =>
  Math.max(0, Math.abs(b.centre - a.centre) - a.halfWidth - b.halfWidth);

/** Lights whose middle lies inside the facet, away from its ends by this share of the length or more. */
const INSIDE = 0.06;
export const lightsInside = (f: FacetBands): Band[] =>
  seenBands(f).filter((b) => b.centre >= INSIDE && b.centre <= 1 - INSIDE);
