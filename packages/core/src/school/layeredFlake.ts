import type { School } from './definition.js';
import { flakeBase, flakeClimb, runs } from './flakeParts.js';
import { dots, edges, lining, top, undercoat } from './parts.js';

export const layeredFlake: School = {
  id: 'layered-flake',
  label: 'Layered flake',
  metal: 'flake',
  says: 'Flake over flake, each brighter and smaller, with dark lines in place of a wash.',
  suits: 'large clean plates and single pieces that are turned in the hand',
  undercoat: { hex: '#161616', words: 'black', why: 'Recesses are dark before the first line is drawn.' },
  smooth: 'while-laying',
  texture: false,
  stop: {
    table: 'base, one lift, lines',
    display: 'all steps, lines, edges and dots',
    competition: 'medium in each coat and one more mix between steps',
  },
  passes: (desk) => [
    undercoat(desk),
    flakeBase(desk),
    ...flakeClimb(desk, 1),
    lining(
      desk,
      runs(desk, {
        role: 'lining',
        step: 'lining',
        title: 'lining in recesses and joints',
        over: 'recesses',
        why: 'Lines keep a plate clean where a wash would dull it.',
      }),
    ),
    edges(desk, { film: 'flake', water: 0.25, thinner: 'medium' }),
    top(desk, { film: 'flake', water: 0.25, thinner: 'medium' }),
    dots(desk, { film: 'flake' }),
  ],
};
