import type { LightOption } from './definition.js';

export const edgesHard: LightOption<'edges'> = {
  of: 'edges',
  value: 'hard',
  label: 'Hard edges only',
  suits: 'Rims alone; ridges live by the values on both sides. Clean plates and smooth blends.',
};
