import type { Metal } from './metal.js';

export const copper: Metal = {
  id: 'copper',
  label: 'Copper',
  description: 'deep red shades, orange middle, flesh-coloured lights; it never turns yellow',
  path: ['#260f10', '#5c2319', '#96442b', '#c47148', '#e3a583', '#f8ddcb'],
  coverShares: [1, 0.85, 0.65, 0.42, 0.21, 0.08, 0.01],
  avoids: [110, 290],
};
