import type { CureDefinition } from './definition.js';
import { glazeBorder, glazeColour, glazeDarker, glazeGap, glazeLighter } from './glazes.js';
import { drawEdges, relight, repaint, repaintLights, tidy } from './repaints.js';

/** All cures there are. */
export const cures: readonly CureDefinition[] = [
  glazeDarker,
  glazeLighter,
  glazeGap,
  glazeBorder,
  glazeColour,
  relight,
  repaintLights,
  tidy,
  drawEdges,
  repaint,
];
