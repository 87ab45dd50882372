import type { School } from './definition.js';
import { buildUpPasses, finish, smoothing, undercoat } from './parts.js';

export const darkFirst: School = {
  id: 'dark-first',
  label: 'Dark first',
  metal: 'painted',
  description: 'Climb from the deepest tone to white, each step inside the one before, then smooth.',
  suits: 'layered plates and strong contrast; the surest way to learn where light falls',
  undercoat: { hex: '#161616', words: 'black', why: 'Recesses stay dark for nothing.' },
  smooth: 'pass',
  texture: false,
  stop: {
    table: 'value steps, lining, edges and dots; leave smoothing, bounce and reflections out',
    display: 'all of it, one glaze where borders are soft',
    competition: 'a second smoothing round with mixes between the steps',
  },
  passes: (input) => [undercoat(input), ...buildUpPasses(input), smoothing(input), ...finish(input)],
};
