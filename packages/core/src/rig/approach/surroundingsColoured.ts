import type { ApproachOption } from './definition.js';

export const surroundingsColoured: ApproachOption<'surroundings'> = {
  of: 'surroundings',
  value: 'coloured',
  label: 'Surroundings lend colour',
  suits: 'Sky, ground and neighbours colour the middle values. Finished scenes, display.',
};
