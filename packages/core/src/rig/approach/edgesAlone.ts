import type { LightOption } from './definition.js';

export const edgesAlone: LightOption<'edges'> = {
  of: 'edges',
  value: 'only',
  label: 'Edges alone',
  suits: 'Faces stay near their base and the edges carry the light. Feathers, fins and what lies far back.',
  limits: { 'edges-only': null, 'too-little-light': null, contrast: null },
};
