import { labToHex, spectrumToLab } from '../colour/index.js';
import { paintsById, pigmentOf } from '../ladder/index.js';
import { masstoneOf } from '../paint/index.js';
import type { SchoolInput } from './definition.js';

/** Dried colour of a step's mix where it covers, as hex. */
export const stepColour = ({ ladder, paints }: SchoolInput, k: number): string =>
  labToHex(spectrumToLab(masstoneOf(pigmentOf(ladder.steps[k].mix, paintsById(paints)))));
