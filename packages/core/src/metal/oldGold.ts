import type { Metal } from './metal.js';

export const oldGold: Metal = {
  id: 'old-gold',
  label: 'Old gold',
  description: 'greener and duller than gold, soft lights that stop short of white',
  path: ['#241a12', '#4f3a1c', '#836429', '#b28f43', '#d4bb78', '#ece0b6'],
  coverShares: [1, 0.84, 0.63, 0.4, 0.19, 0.06, 0.01],
  avoids: [105, 285],
};
