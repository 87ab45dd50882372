import type { LightOption } from './definition.js';

export const bounceNone: LightOption<'bounce'> = {
  of: 'bounce',
  value: 'none',
  label: 'No bounce',
  suits: 'The shade runs out to the rim. Quicker, and right for dull metal or a piece seen all round.',
  limits: { 'no-gap': null, 'bounce-too-bright': null },
};
