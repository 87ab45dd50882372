import type { Metal } from './metal.js';

export const bronzeMetal: Metal = {
  id: 'bronze',
  label: 'Bronze',
  description: 'red-brown shades climbing through ochre to tallow',
  path: ['#24140f', '#5d3020', '#8a4a22', '#b37a33', '#d3ac69', '#f0e2b4'],
  coverShares: [1, 0.84, 0.63, 0.4, 0.2, 0.07, 0.01],
  avoids: [110, 288],
};
