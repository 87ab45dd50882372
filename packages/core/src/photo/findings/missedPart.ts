import type { PhotoFindingDefinition } from './definition.js';

/** A part whose plan has less between its darkest and lightest is flat in both. */
const LEAST_RANGE = 18;
const LEAST_AREA = 4;
/** Where so little of the plan's pattern is seen, less of its range needs to be gone. */
const AGREES = 0.3;
const BLOTS_L = 8;

export const missedPart: PhotoFindingDefinition = {
  id: 'missed-part',
  label: 'not painted as planned',
  unit: 'of the range that is planned',
  limit: 0.6,
  lookFrom: 0.5,
  explainedBy: [],
  measure: (r) => {
    const range = r.plan.lightest - r.plan.darkest;
    if (!r.metal || !r.thick || r.areaMm2 < LEAST_AREA || range < LEAST_RANGE) return null;
    // Unevenness and noise have a range of their own.
    const seen = Math.max(0, r.photo.lightest - r.photo.darkest - (r.agreement < AGREES ? BLOTS_L : 0));
    return Math.max(0, 1 - seen / range);
  },
  tell: (r) =>
    `runs from value ${r.photo.darkest.toFixed(0)} to ${r.photo.lightest.toFixed(0)} where ` +
    `${r.plan.darkest.toFixed(0)} to ${r.plan.lightest.toFixed(0)} is planned`,
};
