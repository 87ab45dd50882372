import type { PhotoFindingDefinition } from './definition.js';

/** Where the rest of the part is not as planned either, another light has its neighbour's colours by chance. */
const AGREES = 0.65;
/** Thin parts are nothing but border. */
const LEAST_MM2 = 5;

export const spill: PhotoFindingDefinition = {
  id: 'spill',
  label: 'paint over a border',
  unit: 'mm2',
  limit: 0.25,
  lookFrom: 0.18,
  explainedBy: ['missed-part'],
  measure: (r) =>
    r.thick && r.areaMm2 >= LEAST_MM2 && (r.spill.mm2 === 0 || r.restAgrees >= AGREES) ? r.spill.mm2 : null,
  at: (r) => r.spill.at,
  tell: (r, nameOf) =>
    `has ${r.spill.mm2.toFixed(1)} mm² in the colour of ${r.spill.from === null ? 'its neighbour' : nameOf(r.spill.from)} over its border`,
};
