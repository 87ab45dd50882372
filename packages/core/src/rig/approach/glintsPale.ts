import type { LightOption } from './definition.js';

export const glintsPale: LightOption<'glints'> = {
  of: 'glints',
  value: 'pale',
  label: 'Pale dots',
  suits: 'The last dots one step below the lightest. Warm gold, dull or old metal.',
};
