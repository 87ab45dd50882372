import type { LightOption } from './definition.js';

export const edgesBothLips: LightOption<'edges'> = {
  of: 'edges',
  value: 'both-lips',
  label: 'Edges and both lips',
  suits: 'All edges, and cuts lit along both lips. Reads at table distance, less true close up.',
  limits: { 'wrong-lip': null },
};
