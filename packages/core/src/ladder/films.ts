import { paintSpectrum, spectrumToLab, type Lab, type Spectrum } from '../colour/index.js';
import { coated, coatsNeeded } from '../paint/index.js';
import type { Ladder, LadderStep, Paint } from '../piece/index.js';
import { pigmentOf } from './mixes.js';

/** More coats than this are not advised: thin films lose, and another undercoat serves better. */
const MOST_COATS = 5;

/** What one value step leaves behind. */
export interface LaidStep {
  readonly step: LadderStep;
  /** Coats to lay over the step before. */
  readonly coats: number;
  readonly exactCoats: number;
  /** False where even the most coats advised do not hide the step before. */
  readonly covers: boolean;
  /** Colour once dry, over everything before. */
  readonly dry: Lab;
}

export interface LaidLadder {
  readonly undercoat: Lab;
  readonly steps: readonly LaidStep[];
}

/** The undercoat's reflectance: a primer is taken to cover. */
export function undercoatOf(ladder: Ladder, paints: ReadonlyMap<string, Paint>): Spectrum {
  const paint = paints.get(ladder.undercoat);
  if (!paint) throw new RangeError(`paint: "${ladder.undercoat}" is not among the piece's paints`);
  return paintSpectrum(paint.hex);
}

/**
 * Lays the chosen steps of a ladder one over the other, each with the coats it needs, and tells the colour after
 * each (colour after step k wherever steps up to k have been painted). The last step is dots: one coat.
 */
export function layFilms(
  ladder: Ladder,
  steps: readonly LadderStep[],
  paints: ReadonlyMap<string, Paint>,
): LaidLadder {
  let ground = undercoatOf(ladder, paints);
  const undercoat = spectrumToLab(ground);
  const laid = steps.map((step, i): LaidStep => {
    const pigment = pigmentOf(step.mix, paints);
    const last = i === steps.length - 1 && steps.length > 2;
    const needed = coatsNeeded(pigment, ground, { water: step.water, until: last ? 4 : 2, most: 12 });
    const coats = Math.min(MOST_COATS, needed.coats);
    ground = coated(pigment, ground, coats, step.water);
    return {
      step,
      coats,
      exactCoats: needed.exact,
      covers: needed.reached && needed.coats <= MOST_COATS,
      dry: spectrumToLab(ground),
    };
  });
  return { undercoat, steps: laid };
}
