import type { School } from './definition.js';
import { flakeBase, flakeBuildUp, flakeLining } from './flakeParts.js';
import { dots, edges, shadedEdges, top, undercoat } from './parts.js';

export const layeredFlake: School = {
  id: 'layered-flake',
  label: 'Layered flake',
  metal: 'flake',
  description: 'Flake over flake, each brighter and smaller, with dark lines in place of a wash.',
  suits: 'large clean plates and single pieces that are turned in the hand',
  undercoat: { hex: '#161616', words: 'black', why: 'Recesses are dark before the first line is drawn.' },
  smooth: 'while-laying',
  texture: false,
  stop: {
    table: 'base, one lift, lines',
    display: 'all steps, lines, edges and dots',
    competition: 'medium in each coat and one more mix between steps',
  },
  passes: (input) => [
    undercoat(input),
    flakeBase(input),
    ...flakeBuildUp(input, 1),
    flakeLining(input),
    shadedEdges(input, { film: 'flake', water: 0.25, thinner: 'medium' }),
    edges(input, { film: 'flake', water: 0.25, thinner: 'medium' }),
    top(input, { film: 'flake', water: 0.25, thinner: 'medium' }),
    dots(input, { film: 'flake' }),
  ],
};
