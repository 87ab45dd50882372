import type { LightOption } from './definition.js';

export const edgesWorn: LightOption<'edges'> = {
  of: 'edges',
  value: 'worn',
  label: 'Worn edges only',
  suits: 'Short bright pieces where use rubs: corners, lit rims. Old, used or rusted metal.',
  limits: { 'even-edges': null },
};
