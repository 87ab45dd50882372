import { percent } from '../../units/index.js';
import type { PhotoFindingDefinition } from './definition.js';

const LEAST_MM2 = 3;
/** On fine patterns a hand strays by as much as they are wide: there hardly any may be left. */
const AGREES = 0.8;
const HARDLY_ANY = 0.05;
/** In a coarser photo an edge is narrower than what a lens blurs. */
const LEAST_PX_PER_MM = 8;

export const edgesLost: PhotoFindingDefinition = {
  id: 'edges-lost',
  label: 'bright edges missing',
  unit: 'of what is planned',
  limit: 0.65,
  lookFrom: 0.6,
  explainedBy: ['missed-part', 'light-moved'],
  measure: (r) =>
    r.thick &&
    r.edgesLit !== null &&
    r.areaMm2 >= LEAST_MM2 &&
    r.points >= LEAST_PX_PER_MM ** 2 * r.areaMm2 &&
    (r.restAgrees >= AGREES || r.edgesLit < HARDLY_ANY)
      ? Math.min(1, Math.max(0, 1 - r.edgesLit))
      : null,
  tell: (r) => `shows ${percent(Math.max(0, r.edgesLit ?? 0))} of its bright edges`,
};
