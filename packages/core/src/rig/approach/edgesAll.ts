import type { ApproachOption } from './definition.js';

export const edgesAll: ApproachOption<'edges'> = {
  of: 'edges',
  value: 'all',
  label: 'All edges',
  suits:
    'Every rim and ridge gets its line, graded by the zone beside it. Small parts, and what is seen from far.',
};
