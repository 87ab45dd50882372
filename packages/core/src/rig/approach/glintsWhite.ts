import type { ApproachOption } from './definition.js';

export const glintsWhite: ApproachOption<'glints'> = {
  of: 'glints',
  value: 'white',
  label: 'White dots',
  suits: 'The last dots in the lightest step. Steel, hard glints, cold light.',
};
