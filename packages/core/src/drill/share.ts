import { preparePart } from '../glint/index.js';
import { percent } from '../units/index.js';
import { zonesOf } from '../zone/index.js';
import type { DrillDefinition } from './definition.js';
import { anyDesign, designOf, kindsOfShapes, shapeOfKind } from './designs.js';
import { oneOfList, tried } from './draw.js';

/** Shares that are worth guessing. */
const [LEAST, MOST] = [0.03, 0.85];
const POINTS = 20_000;

/** How much of a part a step covers: bright steps are laid too large more often than any other mistake is made. */
export const share: DrillDefinition<'share'> = {
  id: 'share',
  label: 'Share of the part',
  question: 'How much of the part does the light tone cover?',
  trains: 'Each step must leave room for the next; who sees shares does not run out of dark.',
  unit: '% of the part',
  within: 5,
  leans: ['too much', 'too little'],
  ofPaints: false,
  kinds: () => kindsOfShapes(['dome', 'tube', 'blade', 'plate', 'chest']),
  ask: (kind, random) =>
    tried(kind, () => {
      const piece = designOf([shapeOfKind(kind, random)], anyDesign(random));
      const { zones } = zonesOf(preparePart(piece.parts[0], piece), { points: POINTS });
      const fit = zones.flatMap((z, step) =>
        z.coverShare >= LEAST && z.coverShare <= MOST ? [{ step, share: z.coverShare }] : [],
      );
      return fit.length === 0 ? null : { piece, ...oneOfList(fit, random) };
    }),
  judge({ share }, answer) {
    // Whole hundredths, as they are told.
    const lean = Math.round(100 * answer) - Math.round(100 * share);
    const miss = Math.abs(lean);
    return {
      miss,
      lean,
      close: miss <= this.within,
      message: `It covers ${percent(share)} of the part; you said ${percent(answer)}.`,
    };
  },
};
