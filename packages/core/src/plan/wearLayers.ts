import { wearMix } from '../glint/index.js';
import { schools } from '../school/index.js';
import { layerOver } from './layerOver.js';
import type { OrderInput, OrderLayer } from './orderLayer.js';
import { wearStepOn, type MetalPart } from './partSteps.js';
import { wantedPaint } from './tints.js';
import { WEAR_PASSES } from './wear.js';

/** One pass of wear over parts that take the same mix for it. */
function wearLayer(
  input: OrderInput,
  { step, pass }: (typeof WEAR_PASSES)[number],
  worn: readonly MetalPart[],
): OrderLayer {
  const { piece } = input;
  const { colour, film, water, tool, stroke, begin, why, waitMin } = pass;
  const bright = colour === 'bright metal';
  const { ladder, steps: lights } = worn[0].palette;
  const found = wearMix(pass, piece.paints);
  return layerOver(input, {
    role: 'wear',
    step,
    ladder: bright ? (ladder?.id ?? null) : null,
    title: pass.title,
    // What is rubbed bright is painted in the metal's own step below the lightest, thinned as that metal is.
    mix: bright ? lights[Math.max(0, lights.length - 2)].mix : (found?.mix ?? []),
    thinner: bright && ladder && schools[ladder.school].metal === 'flake' ? 'medium' : 'water',
    wanted: bright || found ? null : wantedPaint(colour.hex, colour.words, piece.paints),
    tool: `brush ${tool.size}, ${tool.load}`,
    parts: worn.flatMap((m) => wearStepOn(m, pass, step) ?? []),
    ...{ film, water, waitMin, stroke, begin, why },
  });
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
