import type { Metal } from './metal.js';

export const copper: Metal = {
  id: 'copper',
  label: 'Copper',
  says: 'deep red shades, orange middle, flesh-coloured lights; it never turns yellow',
  path: ['#260f10', '#5c2319', '#96442b', '#c47148', '#e3a583', '#f8ddcb'],
};
