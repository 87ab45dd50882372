import type { Facet } from '../form/index.js';
import type { PartLight } from '../rig/index.js';
import { clamp } from '../units/index.js';
import type { Corner } from './band.js';

/** The bands of a plate lean at most over this share of its length. */
const MOST_LEAN = 0.7;

/** Parts of the main light's direction in the picture along u and v of a plate, in mm of its half sizes. */
function towardLight(facet: Facet, light: PartLight): { u: number; v: number } {
  const [kx, ky] = light.key;
  const [ax, ay] = facet.axis;
  // A plate's u runs right where it is tall and up where it is wide.
  return { u: kx * ay + ky * ax, v: kx * ax + ky * ay };
}

/** Bands of a plate lie square to the light, as far as they can without turning over. */
export function plateLean(facet: Facet, light: PartLight): number {
  const { u, v } = towardLight(facet, light);
  const flat = u * u + v * v;
  if (flat < 1e-6) return 0;
  return clamp(
    (-1.3 * (facet.widthMm / facet.lengthMm) * (u * v)) / (v * v + 0.25 * flat),
    -MOST_LEAN,
    MOST_LEAN,
  );
}

/** The corner of a plate nearest the light. */
export function nearCorner(facet: Facet, light: PartLight): Pick<Corner, 'u' | 'v'> {
  const { u, v } = towardLight(facet, light);
  const reach = Math.abs(u) * facet.widthMm + Math.abs(v) * facet.lengthMm;
  return reach < 1e-6 ? { u: 0, v: 0 } : { u: (u * facet.widthMm) / reach, v: (v * facet.lengthMm) / reach };
}
