import type { LightSchemeOption } from './definition.js';

export const lightSide: LightSchemeOption = {
  of: 'light',
  value: 'side',
  label: 'From the side',
  suits: 'Low and from one side: long lights and deep shade. The most drama, for one viewing side only.',
  clockHours: 9,
  heightDeg: 15,
};
