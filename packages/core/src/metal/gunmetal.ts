import type { Metal } from './metal.js';

export const gunmetal: Metal = {
  id: 'gunmetal',
  label: 'Gunmetal',
  description: 'blue-violet greys that stop below white; blued barrels and oiled locks',
  path: ['#101018', '#2b2d3c', '#4b4f62', '#70768a', '#9ea4b5', '#cfd3dd'],
};
