import type { Metal } from './metal.js';

export const coldSteelMetal: Metal = {
  id: 'cold-steel',
  label: 'Cold steel',
  description: 'blue-black shades, greys that lean blue, nearly white lights; blades and new plate',
  path: ['#14181f', '#3c444e', '#6b747e', '#9aa3ab', '#c9cfd4', '#f4f6f6'],
};
