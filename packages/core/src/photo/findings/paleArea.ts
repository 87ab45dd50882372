import type { PartReading } from '../readParts.js';
import type { PhotoFindingDefinition, PhotoFindingId } from './definition.js';

/** Smaller parts are shown as a figure only: a hair's breadth of border changes them by half. */
const LEAST_MM2 = 10;
const LEAST_POINTS = 2000;
const EXPLAINED: readonly PhotoFindingId[] = [
  'missed-part',
  'spill',
  'light-moved',
  'too-bright',
  'too-dark',
  'gap-filled',
];
/** A plan that is flat has no palest place, L*. */
const LEAST_RANGE = 18;
const told = (r: PartReading): boolean =>
  r.metal &&
  r.thick &&
  r.areaMm2 >= LEAST_MM2 &&
  r.points >= LEAST_POINTS &&
  r.plan.lightest - r.plan.darkest >= LEAST_RANGE &&
  r.paleTimes !== null;
const shared = { unit: 'times', limit: 2.5, lookFrom: 1.8, explainedBy: EXPLAINED } as const;
/** A blurred photo eats small lights: too small is told with more room. */
const MOST_EATEN = 5;

export const tooLarge: PhotoFindingDefinition = {
  ...shared,
  id: 'too-large',
  label: 'palest area too large',
  measure: (r) => (told(r) ? r.paleTimes : null),
  tell: (r) => `has ${(r.paleTimes ?? 1).toFixed(1)} times the palest area that is planned`,
};

export const tooSmall: PhotoFindingDefinition = {
  ...shared,
  id: 'too-small',
  limit: MOST_EATEN,
  lookFrom: 4,
  label: 'palest area too small',
  // A light that was left out altogether is a step not painted yet.
  measure: (r) => (told(r) ? 1 / Math.max(0.1, r.paleTimes ?? 1) : null),
  tell: (r) => `has ${(r.paleTimes ?? 1).toFixed(1)} times the palest area that is planned`,
};
