import type { ApproachOption } from './definition.js';

export const edgesHard: ApproachOption<'edges'> = {
  of: 'edges',
  value: 'hard',
  label: 'Hard edges only',
  suits: 'Rims alone; ridges live by the values on both sides. Clean plates and smooth blends.',
};
