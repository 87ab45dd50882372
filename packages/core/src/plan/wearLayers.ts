import { wearMix } from '../glint/index.js';
import { mixText } from '../ladder/index.js';
import { BRUSHED, GLAZED } from '../paint/index.js';
import { dryOf } from '../school/index.js';
import { thinning } from '../units/index.js';
import { amountText } from './amounts.js';
import { capital, missingText, type OrderInput, type OrderLayer } from './orderLayer.js';
import { wearStepOn } from './partSteps.js';
import { wantedPaint } from './tints.js';
import { WEAR_PASSES } from './wear.js';

/** Wear, once all that it lies on is painted: each of its passes over all the parts that bear it. */
export function wearLayers({ piece, paints, metals }: OrderInput): OrderLayer[] {
  return WEAR_PASSES.flatMap(({ step, definition, pass }, at): OrderLayer[] => {
    const parts = metals.flatMap((m) => wearStepOn(m, pass, step) ?? []);
    if (parts.length === 0) return [];
    const { colour, film, water, tool, stroke, begin, why, waitMin } = pass;
    const bright = colour === 'bright metal';
    const [first] = metals.filter((m) => m.part.id === parts[0].part);
    const lights = first.palette.steps;
    const found = wearMix(pass, piece.paints);
    // What is rubbed bright is painted in the metal's own step below the lightest.
    const mix = bright ? lights[Math.max(0, lights.length - 2)].mix : (found?.mix ?? []);
    const wanted = bright || found ? null : wantedPaint(colour.hex, colour.words, piece.paints);
    const ml = parts.reduce((sum, p) => sum + p.mixedMl, 0) * piece.copies;
    const opens = WEAR_PASSES.findIndex((p) => p.definition === definition) === at;
    return [
      {
        role: 'wear',
        step,
        ladder: null,
        title: capital(pass.title),
        film: film === 'paint' ? 'paint' : film,
        mix,
        water,
        share: film === 'paint' ? BRUSHED : GLAZED,
        thinning: thinning(water, 'water'),
        mixText: wanted?.words ?? mixText(mix, paints),
        missing: wanted?.missing ?? missingText(mix, piece.paints),
        amount: amountText(ml / (1 + water)),
        dryMin: dryOf(mix, piece.paints, waitMin),
        tool: `brush ${tool.size}, ${tool.load}`,
        airbrush: false,
        how: stroke,
        begin,
        why,
        beyond: false,
        adds: '',
        caution: opens ? definition.caution : null,
        parts,
      },
    ];
  });
}
