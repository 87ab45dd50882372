import { boundsOf, turn } from '../form/index.js';
import { preparePart } from '../glint/index.js';
import { plain, rad } from '../units/index.js';
import type { DrillDefinition, DrillPlace } from './definition.js';
import { anyDesign, designOf, kindsOfShapes, shapeOfKind } from './designs.js';
import { between, tried } from './draw.js';

const from = (a: DrillPlace) => (b: DrillPlace) => Math.hypot(a.xMm - b.xMm, a.yMm - b.yMm);

/** Where the last dots of white go, from the form and the light alone. */
export const dot: DrillDefinition<'dot'> = {
  id: 'dot',
  label: 'Where a dot goes',
  question: 'The light stands where the pale mark is. Where does a last dot go?',
  trains: 'A dot sits half way between light and eye, not where the light comes from.',
  unit: '% of its length',
  within: 8,
  leans: null,
  ofPaints: false,
  kinds: () => kindsOfShapes(['dome', 'hollow', 'tube', 'blade', 'chest']),
  ask: (kind, random) =>
    tried(kind, () => {
      const piece = designOf([shapeOfKind(kind, random)], {
        ...anyDesign(random),
        rollDeg: kind === 'tube' || kind === 'blade' ? between(-40, 40, random) : 0,
      });
      const p = preparePart(piece.parts[0], piece);
      const roll = rad(p.part.place.rollDeg);
      const dots = (p.metal?.glints ?? []).map((g): DrillPlace => {
        const [xMm, yMm] = turn(g.at[0], g.at[1], roll);
        return { xMm, yMm };
      });
      if (dots.length === 0) return null;
      const b = boundsOf(p.shape.model.rings);
      return { piece, dots, sizeMm: Math.max(b.right - b.left, b.top - b.bottom) };
    }),
  judge({ dots, sizeMm }, answer) {
    const mm = Math.min(...dots.map(from(answer)));
    const miss = (100 * mm) / sizeMm;
    const where = dots.length === 1 ? 'the dot' : `the nearest of ${dots.length} dots`;
    return {
      miss,
      lean: null,
      close: miss <= this.within,
      message: `You are ${plain(mm)} mm from ${where}, on a part of ${plain(sizeMm, 0)} mm.`,
    };
  },
};
