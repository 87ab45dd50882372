import { clockOf, clockText } from '../../units/index.js';
import { ofSize, type PhotoFindingDefinition } from './definition.js';

const LEAST_AREA = 8;
/** While the patterns agree so well, the light has not moved; below the second it has, wherever its middle lies. */
const AGREES = 0.75;
const DISAGREES = 0.5;
const LEAST_POINTS = 700;
/** A pattern can only be told from one that is there, L*. */
const LEAST_RANGE = 18;
const LIMIT = 0.2;

export const lightMoved: PhotoFindingDefinition = {
  id: 'light-moved',
  label: 'light has moved',
  unit: 'of its size',
  limit: LIMIT,
  lookFrom: 0.13,
  explainedBy: ['missed-part', 'gap-filled', 'spill'],
  measure: (r) => {
    const tells = r.metal && r.thick && r.areaMm2 > LEAST_AREA && r.points > LEAST_POINTS;
    if (!tells || r.plan.lightest - r.plan.darkest < LEAST_RANGE) return null;
    // Paint over a border is no light, nor is an edge.
    if (r.restAgrees >= AGREES) return 0;
    return r.restAgrees < DISAGREES ? Math.max(ofSize(r), LIMIT) : ofSize(r);
  },
  tell: (r) =>
    `has its light ${r.lightOffMm.toFixed(1)} mm from where it is planned, toward ${clockText(
      clockOf(r.photo.light[0] - r.plan.light[0], r.plan.light[1] - r.photo.light[1]),
    )}`,
};
