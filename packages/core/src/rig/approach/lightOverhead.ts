import type { LightSchemeOption } from './definition.js';

export const lightOverhead: LightSchemeOption = {
  of: 'light',
  value: 'overhead',
  label: 'Overhead',
  suits:
    'Straight from above: reads alike from every side. For the table, and for pieces that are turned in the hand.',
  clockHours: 0,
  heightDeg: 35,
};
