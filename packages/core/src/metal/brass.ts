import type { Metal } from './metal.js';

export const brass: Metal = {
  id: 'brass',
  label: 'Brass',
  description: 'olive shades and lemon lights: yellow without the red of gold',
  path: ['#211c10', '#4d421d', '#857332', '#b8a24a', '#dccd83', '#f5efce'],
  coverShares: [1, 0.87, 0.69, 0.46, 0.24, 0.09, 0.012],
  planWeight: 0.75,
  avoids: [135, 285],
};
