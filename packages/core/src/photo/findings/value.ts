import type { PartReading } from '../readParts.js';
import { values, type PhotoFindingDefinition } from './definition.js';

/** Parts smaller than this are told with more room. */
const SMALL_MM2 = 4;
const SMALL_SHARE = 0.7;
const SMALL_POINTS = 700;
/** Smaller ones yet, or with little of them to be read, are not told. */
const LEAST_MM2 = 2;
const LEAST_POINTS = 200;
const LEAST_READ = 0.5;

const told = (r: PartReading, by: number): number | null =>
  r.areaMm2 < LEAST_MM2 || r.points < LEAST_POINTS || r.read < LEAST_READ
    ? null
    : Math.max(0, by) * (r.areaMm2 < SMALL_MM2 || r.points < SMALL_POINTS || !r.thick ? SMALL_SHARE : 1);

const shared = {
  unit: 'of value',
  limit: 6,
  lookFrom: 4.5,
  explainedBy: ['missed-part', 'light-moved'],
} as const;

export const tooBright: PhotoFindingDefinition = {
  ...shared,
  id: 'too-bright',
  label: 'too bright',
  measure: (r) => told(r, r.lighterBy),
  tell: (r) => `is ${values(r.lighterBy)} lighter than planned`,
};

export const tooDark: PhotoFindingDefinition = {
  ...shared,
  id: 'too-dark',
  label: 'too dark',
  measure: (r) => told(r, -r.lighterBy),
  tell: (r) => `is ${values(r.lighterBy)} darker than planned`,
};
