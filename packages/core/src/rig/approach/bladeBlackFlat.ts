import type { LightOption } from './definition.js';

export const bladeBlackFlat: LightOption<'blade'> = {
  of: 'blade',
  value: 'black-flat',
  label: 'Flat blacked out',
  suits:
    'Beside a cutting edge the flat stays black, so that the edge alone is metal. Quick, and strong on curved blades.',
  limits: { 'edges-only': null, 'too-little-light': null },
};
