import type { Metal } from './metal.js';

export const gold: Metal = {
  id: 'gold',
  label: 'Gold',
  description: 'violet-brown shades, strong yellow just above the middle, pale yellow lights',
  path: ['#35202b', '#6a4322', '#a8742a', '#dda93a', '#f2dc8c', '#fbf6e3'],
  coverShares: [1, 0.92, 0.8, 0.61, 0.38, 0.14, 0.02],
  planWeight: 0.75,
  avoids: [105, 285],
};
