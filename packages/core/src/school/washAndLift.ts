import type { School } from './definition.js';
import { flakeBase, flakeBuildUp, flakeLining, relight, washPass } from './flakeParts.js';
import { dots, edges, shadedEdges, midOf, top, undercoat } from './parts.js';

export const washAndLift: School = {
  id: 'wash-and-lift',
  label: 'Wash and lift',
  metal: 'flake',
  description:
    'One dark flake coat, a wash over all of it, then lift the lights out with the same flake and brighter ones.',
  suits: 'the table, batches, mail and busy detail',
  undercoat: { hex: '#161616', words: 'black', why: 'Thin flake over black is darker in its recesses.' },
  smooth: 'while-laying',
  texture: false,
  stop: {
    table: 'base, wash, one lift, edges',
    display: 'a second wash low down, all lifts, dots',
    competition: 'lines in place of the wash on large clean plates',
  },
  passes: (input) => [
    undercoat(input),
    flakeBase(input),
    washPass(input, { step: 'wash', title: 'wash over all of it' }),
    washPass(input, {
      step: 'wash-low',
      title: 'second wash, low down',
      over: { from: 0, to: Math.max(0, midOf(input) - 1) },
      level: 'display',
      why: 'Shade gathers where light does not come.',
    }),
    relight(input),
    ...flakeBuildUp(input, 1),
    flakeLining(input),
    shadedEdges(input, { film: 'flake', water: 0.25, thinner: 'medium' }),
    edges(input, { film: 'flake', water: 0.25, thinner: 'medium' }),
    top(input, {
      film: 'flake',
      water: 0.25,
      thinner: 'medium',
      why: 'Bright flake on the highest places alone: a wash never follows it.',
    }),
    dots(input, { film: 'flake' }),
  ],
};
