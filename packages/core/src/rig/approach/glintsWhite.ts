import type { LightOption } from './definition.js';

export const glintsWhite: LightOption<'glints'> = {
  of: 'glints',
  value: 'white',
  label: 'White dots',
  suits: 'The last dots in the lightest step. Steel, hard glints, cold light.',
};
