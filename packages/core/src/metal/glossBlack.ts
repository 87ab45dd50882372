import type { Metal } from './metal.js';

export const glossBlack: Metal = {
  id: 'gloss-black',
  label: 'Gloss black',
  description: 'black far up the values, then a jump to cold greys: most of a part stays dark',
  path: ['#08090b', '#11171a', '#1f2a2c', '#3d4a4b', '#8b9696', '#eef1ee'],
  coverShares: [1, 0.5, 0.24, 0.15, 0.09, 0.05, 0.012],
  planWeight: 0.8,
  filmReflectance: 0.04,
};
