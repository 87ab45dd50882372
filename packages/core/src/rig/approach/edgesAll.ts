import type { LightOption } from './definition.js';

export const edgesAll: LightOption<'edges'> = {
  of: 'edges',
  value: 'all',
  label: 'All edges',
  suits:
    'Every rim and ridge gets its line, graded by the zone beside it. Small parts, and what is seen from far.',
};
