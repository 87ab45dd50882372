import type { Metal } from './metal.js';

export const silver: Metal = {
  id: 'silver',
  label: 'Silver',
  description:
    'lighter than steel throughout, with a breath of yellow in the lights; jewels and parade plate',
  path: ['#22262d', '#5a616b', '#8d949d', '#b9bfc5', '#dfe2e2', '#fbfaf5'],
};
