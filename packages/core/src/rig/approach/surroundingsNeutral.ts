import type { LightOption } from './definition.js';

export const surroundingsNeutral: LightOption<'surroundings'> = {
  of: 'surroundings',
  value: 'neutral',
  label: 'Plain greys',
  suits: 'Only the ladder itself. First exercises, batches, and metal that has to match other pieces.',
};
