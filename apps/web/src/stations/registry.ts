import type { StationDefinition } from './definition.js';
import { glintStation } from './glint/station.js';
import { lightStation } from './light/station.js';
import { orderStation } from './order/station.js';
import { partsStation } from './parts/station.js';
import { recordStation } from './record/station.js';
import { stepsStation } from './steps/station.js';

/** All stations in the order a painter goes through them. One folder and one line add one. */
export const stations: readonly StationDefinition[] = [
  lightStation,
  partsStation,
  glintStation,
  stepsStation,
  orderStation,
  recordStation,
];
