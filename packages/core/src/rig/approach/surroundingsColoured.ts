import type { LightOption } from './definition.js';

export const surroundingsColoured: LightOption<'surroundings'> = {
  of: 'surroundings',
  value: 'coloured',
  label: 'Surroundings lend colour',
  suits: 'Sky, ground and neighbours colour the middle values. Finished scenes, display.',
};
