import type { LightSchemeOption } from './definition.js';

export const lightThreeQuarter: LightSchemeOption = {
  of: 'light',
  value: 'three-quarter',
  label: 'Three quarters',
  suits:
    'From above and one side, half way to the eye: keeps a lit and a shaded side and still reads when turned a little.',
  clockHours: 10.5,
  heightDeg: 30,
};
