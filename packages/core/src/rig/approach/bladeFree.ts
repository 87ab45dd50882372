import type { LightOption } from './definition.js';

export const bladeFree: LightOption<'blade'> = {
  of: 'blade',
  value: 'free',
  label: 'Blade lit freely',
  suits:
    'Lights lie where they look best and stay there when the light moves. For blades seen from many sides.',
  limits: { 'facets-exchanged': null },
};
