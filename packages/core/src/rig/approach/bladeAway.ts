import type { LightOption } from './definition.js';

export const bladeAway: LightOption<'blade'> = {
  of: 'blade',
  value: 'away',
  label: 'Brighter away from the light',
  suits:
    'Each face grows lighter toward the end away from the light; ridge and edges are lit. For blades in flake paint.',
  limits: { 'edges-only': null, 'facets-exchanged': null },
};
