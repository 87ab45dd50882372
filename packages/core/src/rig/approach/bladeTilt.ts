import type { LightOption } from './definition.js';

export const bladeTilt: LightOption<'blade'> = {
  of: 'blade',
  value: 'tilt',
  label: 'Blade lit by its tilt',
  suits:
    'The main light goes to the end nearer the light, on the other face to the far end. True under one light.',
};
