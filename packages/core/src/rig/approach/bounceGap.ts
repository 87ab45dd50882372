import type { LightOption } from './definition.js';

export const bounceGap: LightOption<'bounce'> = {
  of: 'bounce',
  value: 'gap',
  label: 'Bounce with its gap',
  suits: 'A weak light from below with a dark band inside it: round forms turn. Display, polished metal.',
};
