import { wearMix } from '../glint/index.js';
import { mixText } from '../ladder/index.js';
import { BRUSHED, GLAZED } from '../paint/index.js';
import { dryOf, schools } from '../school/index.js';
import { thinning } from '../units/index.js';
import { amountText } from './amounts.js';
import { capital, missingText, type OrderInput, type OrderLayer } from './orderLayer.js';
import { wearStepOn, type MetalPart } from './partSteps.js';
import { wantedPaint } from './tints.js';
import { WEAR_PASSES } from './wear.js';

/** One pass of wear over parts that take the same mix for it. */
function wearLayer(
  { piece, paints }: OrderInput,
  { step, pass }: (typeof WEAR_PASSES)[number],
  worn: readonly MetalPart[],
): OrderLayer {
  const { colour, film, water, tool, stroke, begin, why, waitMin } = pass;
  const bright = colour === 'bright metal';
  const { ladder, steps: lights } = worn[0].palette;
  const found = wearMix(pass, piece.paints);
  // What is rubbed bright is painted in the metal's own step below the lightest, thinned as that metal is.
  const mix = bright ? lights[Math.max(0, lights.length - 2)].mix : (found?.mix ?? []);
  const thinner = bright && ladder && schools[ladder.school].metal === 'flake' ? 'medium' : 'water';
  const wanted = bright || found ? null : wantedPaint(colour.hex, colour.words, piece.paints);
  const parts = worn.flatMap((m) => wearStepOn(m, pass, step) ?? []);
  const ml = parts.reduce((sum, p) => sum + p.mixedMl, 0) * piece.copies;
  return {
    role: 'wear',
    step,
    ladder: bright ? (ladder?.id ?? null) : null,
    title: capital(pass.title),
    film: film === 'paint' ? 'paint' : film,
    mix,
    water,
    share: film === 'paint' ? BRUSHED : GLAZED,
    thinning: thinning(water, thinner),
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
    caution: null,
    parts,
  };
}

/** Wear, once all that it lies on is painted: each of its passes over all the parts that bear it. */
export function wearLayers(input: OrderInput): OrderLayer[] {
  const { ladders } = input.piece;
  return WEAR_PASSES.flatMap((entry, at): OrderLayer[] => {
    const { step, definition, pass } = entry;
    const worn = input.metals.filter((m) => wearStepOn(m, pass, step));
    // Each metal is rubbed to its own.
    const lots =
      pass.colour === 'bright metal'
        ? ladders.map(({ id }) => worn.filter((m) => m.palette.ladder?.id === id))
        : [worn];
    const opens = WEAR_PASSES.findIndex((p) => p.definition === definition) === at;
    return lots
      .filter((lot) => lot.length > 0)
      .map((lot) => ({ ...wearLayer(input, entry, lot), caution: opens ? definition.caution : null }));
  });
}
