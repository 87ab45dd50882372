import type { SchoolInput, Pass, School } from './definition.js';
import {
  COVERED,
  STROKES,
  buildUpPasses,
  finish,
  lastOf,
  midOf,
  smoothing,
  undercoat,
  valueStep,
} from './parts.js';

/** The mid tone on everything: its hue shows from the first evening. */
function base(input: SchoolInput): Pass {
  const mid = midOf(input);
  return valueStep(input, mid, {
    role: 'base',
    title: 'base in the mid tone',
    over: { from: 0, to: lastOf(input) },
    needs: null,
    coats: COVERED,
    stroke: STROKES.even,
    why: 'The colour of the metal is settled before light and shade are.',
  });
}

/** From just under the middle down: each darker step lies inside the one before. */
const shadeDown = (input: SchoolInput): Pass[] =>
  Array.from({ length: midOf(input) }, (_, i) => {
    const k = midOf(input) - 1 - i;
    return valueStep(input, k, {
      over: { from: 0, to: k },
      stroke: STROKES.lower,
      why: 'Shade shrinks step by step, as the lights will.',
    });
  });

export const middleOut: School = {
  id: 'middle-out',
  label: 'Middle out',
  metal: 'painted',
  description: 'Lay the mid tone everywhere, shade down from it, then light up.',
  suits: 'gold, bronze and copper, where the hue should show early; simple shapes',
  undercoat: { hex: '#7b7d7f', words: 'grey', why: 'A mid tone covers grey in one coat less than black.' },
  smooth: 'pass',
  texture: false,
  stop: {
    table: 'base, one shade, lights, edges and dots',
    display: 'equal mixes at the joins of both halves, bounce and reflections',
    competition: 'glaze the mid tone back where the lights have washed it out',
  },
  passes: (input) => [
    undercoat(input),
    base(input),
    ...shadeDown(input),
    ...buildUpPasses(input, midOf(input) + 1),
    smoothing(input),
    ...finish(input),
  ],
};
