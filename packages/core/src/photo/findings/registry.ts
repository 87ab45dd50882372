import type { PhotoFindingDefinition, PhotoFindingId } from './definition.js';
import { edgesLost } from './edgesLost.js';
import { gapFilled } from './gapFilled.js';
import { washedOutHue, wrongHue } from './hue.js';
import { lightMoved } from './lightMoved.js';
import { missedPart } from './missedPart.js';
import { tooLarge, tooSmall } from './paleArea.js';
import { spill } from './spill.js';
import { tooBright, tooDark } from './value.js';

/** Everything a photo is read for, what matters most first. */
export const photoFindings: Readonly<Record<PhotoFindingId, PhotoFindingDefinition>> = {
  'missed-part': missedPart,
  // What lies over a border draws the rest of its part's figures with it.
  spill,
  'gap-filled': gapFilled,
  'light-moved': lightMoved,
  'too-bright': tooBright,
  'too-dark': tooDark,
  'wrong-hue': wrongHue,
  'washed-out-hue': washedOutHue,
  'too-large': tooLarge,
  'too-small': tooSmall,
  'edges-lost': edgesLost,
};
