import { BANDS, type Spectrum } from '../colour/index.js';
import { filmBand, type Pigment } from './film.js';

/** How bright true metal is against its face, by how it is turned to light and eye. */
export const FLAKE_GAIN = { highlight: 2.5, face: 1, offAngle: 0.35 } as const;
/** Mean slant of the light's way through a film on metal; K is twice the plain absorption, so two passes cost K once. */
const SLANT = 1.1;

/**
 * Reflectance of true metal under a film: the metal's own light dimmed on its way through, and the film's own haze,
 * which is why an opaque shade kills the metal. May exceed 1 in the highlight; clip where it is shown. Indicative: no
 * measured paint stands behind the gains.
 * @param face reflectance of the metal seen square, 0..1
 * @param gain from FLAKE_GAIN, or between them
 * @param over film on it, in standard coats of its pigment; none by default
 */
export function flakeReflectance(face: Spectrum, gain: number, over?: Pigment): Spectrum {
  const out = new Float64Array(BANDS);
  for (let i = 0; i < BANDS; i++)
    out[i] = over
      ? gain * face[i] * Math.exp(-SLANT * over.k[i]) + filmBand(over.k[i], over.s, 0)
      : gain * face[i];
  return out;
}

/** Gain of a place on true metal by its value on the map, 0..1: off-angle in the darks, face midway, highlight in the lights. */
export const gainAt = (value: number): number =>
  value < 0.5
    ? FLAKE_GAIN.offAngle ** (1 - 2 * Math.max(0, value))
    : FLAKE_GAIN.highlight ** (2 * Math.min(1, value) - 1);
