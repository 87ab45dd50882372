import type { PartReading } from '../readParts.js';
import type { PhotoFindingDefinition } from './definition.js';

/** A part whose plan has less between its darkest and lightest is flat in both. */
const LEAST_RANGE = 18;
const LEAST_AREA = 4;
/** Where so little of the plan's pattern is seen, less of its range needs to be gone. */
const AGREES = 0.3;
const BLOTS_L = 8;
/** A chain, a rim or a buckle is nothing but border: it has to show so much of its range, or its pattern. */
const THIN_SHOWS = 0.75;
const LEAST_POINTS = 100;

/** How far a thin part goes without its pattern: painted ones agree by 0.58 and more, bare ones by less than 0.47. */
const thinMissed = ({ agreement, points }: PartReading, shown: number): number | null =>
  points < LEAST_POINTS ? null : shown < THIN_SHOWS ? 1 - Math.max(0, agreement) : 0;

export const missedPart: PhotoFindingDefinition = {
  id: 'missed-part',
  label: 'not painted as planned',
  unit: 'of what is planned',
  limit: 0.6,
  lookFrom: 0.5,
  explainedBy: [],
  measure: (r) => {
    const range = r.plan.lightest - r.plan.darkest;
    if (!r.metal || range < LEAST_RANGE) return null;
    if (!r.thick) return thinMissed(r, (r.photo.lightest - r.photo.darkest) / range);
    if (r.areaMm2 < LEAST_AREA) return null;
    // Unevenness and noise have a range of their own.
    const seen = Math.max(0, r.photo.lightest - r.photo.darkest - (r.agreement < AGREES ? BLOTS_L : 0));
    return Math.max(0, 1 - seen / range);
  },
  tell: (r) =>
    `runs from value ${r.photo.darkest.toFixed(0)} to ${r.photo.lightest.toFixed(0)} where ` +
    `${r.plan.darkest.toFixed(0)} to ${r.plan.lightest.toFixed(0)} is planned`,
};
