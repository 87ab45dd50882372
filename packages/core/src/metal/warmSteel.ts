import type { Metal } from './metal.js';

export const warmSteel: Metal = {
  id: 'warm-steel',
  label: 'Warm steel',
  description: 'brown-black shades and sand-coloured lights; worn arms, lamp light, beside leather',
  path: ['#17130f', '#403a34', '#706a62', '#a09a90', '#cfc9bd', '#f6f3ea'],
};
