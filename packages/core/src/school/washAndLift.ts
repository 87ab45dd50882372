import type { School } from './definition.js';
import { flakeBase, flakeClimb, runs } from './flakeParts.js';
import { dots, edges, lining, midOf, top, undercoat } from './parts.js';

export const washAndLift: School = {
  id: 'wash-and-lift',
  label: 'Wash and lift',
  metal: 'flake',
  says: 'One dark flake coat, a wash over all of it, then lift the lights out with the same flake and brighter ones.',
  suits: 'the table, batches, mail and busy detail',
  undercoat: { hex: '#161616', words: 'black', why: 'Thin flake over black is darker in its recesses.' },
  smooth: 'while-laying',
  texture: false,
  stop: {
    table: 'base, wash, one lift, edges',
    display: 'a second wash low down, all lifts, dots',
    competition: 'lines in place of the wash on large clean plates',
  },
  passes: (desk) => [
    undercoat(desk),
    flakeBase(desk),
    runs(desk, { step: 'wash', title: 'wash over all of it' }),
    runs(desk, {
      step: 'wash-low',
      title: 'second wash, low down',
      over: { from: 0, to: Math.max(0, midOf(desk) - 1) },
      level: 'display',
      why: 'Shade gathers where light does not come.',
    }),
    ...flakeClimb(desk, 1),
    lining(
      desk,
      runs(desk, {
        role: 'lining',
        step: 'lining',
        title: 'lining in recesses and joints',
        over: 'recesses',
        coats: { count: 1 },
      }),
    ),
    edges(desk, { film: 'flake', water: 0.25, thinner: 'medium' }),
    top(desk, {
      film: 'flake',
      water: 0.25,
      thinner: 'medium',
      why: 'Bright flake on the highest places alone: a wash never follows it.',
    }),
    dots(desk, { film: 'flake' }),
  ],
};
