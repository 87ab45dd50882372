import { labToHex } from '../colour/index.js';
import { driedLab, paintsById } from '../ladder/index.js';
import type { SchoolInput } from './definition.js';

/** Dried colour of a step's mix where it covers, as hex. */
export const stepColour = ({ ladder, paints }: SchoolInput, k: number): string =>
  labToHex(driedLab(ladder.steps[k].mix, paintsById(paints)));
