import { smoothstep } from '../units/index.js';
import type { Band, FacetBands } from './band.js';

/** Bands begin to give way to each other across the ridge at this share of the length. */
const NEARING = 0.08;
/** What a band keeps of its light where it gives way. */
const SUNK = 0.5;

/**
 * Lowers bands where they would meet a bright band across the ridge: those of the less lit facet, the right one's on a
 * tie. While the light passes over, the one sinks before the other rises, so that nothing jumps and no brights meet.
 */
export function staggered(facets: FacetBands[]): FacetBands[] {
  if (facets.length < 2) return facets;
  const [left, right] = facets;
  const ahead = right.lit - left.lit;
  return [
    softened(left, right, smoothstep(0, 0.4, ahead)),
    softened(right, left, 1 - smoothstep(0.4, 0.8, ahead)),
  ];
}

function softened(mine: FacetBands, other: FacetBands, share: number): FacetBands {
  const bands = mine.bands.map((b) => {
    let kept = 1;
    for (const o of other.bands) {
      // A main light gives way to none but the other main light; second ones give way to it on either facet.
      const gives = b.number === 0 && o.number > 0 ? 0 : b.number > 0 && o.number === 0 ? 1 : share;
      const { shared, shorter } = meeting(b, o);
      const met = smoothstep(-NEARING, 0.2 * shorter, shared) * smoothstep(0.48, 0.64, o.peak);
      kept = Math.min(kept, 1 - gives * met * (1 - SUNK));
    }
    return { ...b, peak: b.peak * kept };
  });
  return { ...mine, bands };
}

/** Where two bands reach the ridge: the length they share there (negative: the gap between them) and the shorter of the two. */
function meeting(a: Band, b: Band): { shared: number; shorter: number } {
  const span = (x: Band) => {
    const c = x.centre - x.lean / 2;
    const w = x.halfWidth * (1 - x.growth);
    return [c - w, c + w] as const;
  };
  const [a0, a1] = span(a);
  const [b0, b1] = span(b);
  return { shared: Math.min(a1, b1) - Math.max(a0, b0), shorter: Math.max(1e-6, Math.min(a1 - a0, b1 - b0)) };
}

/** Overlap of two bands where they reach the ridge, as a share of the shorter one; 0 where they do not meet. */
export function overlapAtRidge(a: Band, b: Band): number {
  const { shared, shorter } = meeting(a, b);
  return Math.max(0, shared) / shorter;
}
