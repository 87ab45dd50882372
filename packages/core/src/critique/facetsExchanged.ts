import { plain } from '../units/index.js';
import { adjustmentName, adjustmentAtFault, VALUE_KINDS } from './adjustmentAtFault.js';
import type { FindingDefinition } from './definition.js';
import { release } from './fix.js';
import { inPiece, lightnessAt, middleOf, type PartInView } from './scene.js';

/** Faces are told apart where the light plainly falls on one of them. */
const PLAINLY = 0.6;
/** Nothing is asked that the program would not lay out itself. */
const OF_LAID_OUT = 0.5;

/** By how many values the face toward the light is lighter than the other; null where there are no two, or both are lit alike. */
function ahead(s: PartInView): { by: number; lit: number } | null {
  const { facetOf, composition } = s.p.metal!.body;
  if (composition.facets.length !== 2) return null;
  const [left, right] = composition.facets;
  if (Math.abs(left.lit - right.lit) < PLAINLY) return null;
  const lit = left.lit > right.lit ? 0 : 1;
  const means = [0, 1].map((facet) => {
    const patch = facetOf.indexOf(facet);
    let [sum, n] = [0, 0];
    for (const i of s.points) {
      if (s.p.shape.canonical.patch[i] !== patch) continue;
      sum += lightnessAt(s, s.value[i]);
      n++;
    }
    return n ? sum / n : null;
  });
  const [a, b] = [means[lit], means[1 - lit]];
  return a === null || b === null ? null : { by: a - b, lit };
}

export const facetsExchanged: FindingDefinition = {
  id: 'facets-exchanged',
  label: 'Faces exchanged',
  why: 'The face that looks at the light is the lighter one as a whole, whatever reflections it bears.',
  limit: 2,
  unit: 'values by which the lit face is lighter',
  find: (scene) =>
    scene.parts.flatMap((s) => {
      const known = scene.limit('facets-exchanged', s.part);
      if (known === null || s.p.overrides.all.length === 0) return [];
      const have = ahead(s);
      if (!have || have.by >= known) return [];
      const limit = Math.min(
        known,
        OF_LAID_OUT * (scene.reached('facets-exchanged', s, ahead)?.by ?? Infinity),
      );
      if (have.by >= limit) return [];
      const { facetOf } = s.p.metal!.body;
      const patch = facetOf.indexOf(have.lit);
      const a = adjustmentAtFault(scene, s, VALUE_KINDS, (t) => ahead(t)?.by ?? 0);
      const side = have.lit === 0 ? 'left' : 'right';
      return [
        {
          part: s.part.id,
          at: inPiece(s.part, middleOf(s, (i) => s.p.shape.canonical.patch[i] === patch) ?? [0, 0]),
          measured: have.by,
          wanted: { from: limit, to: null },
          message:
            `the ${side} face looks at the light and is ` +
            `${have.by < 0 ? `${plain(-have.by, 0)} values darker than` : 'no lighter than'} the other; ` +
            'exchange them, or lighten it as a whole',
          fix: a ? release(`let the ${adjustmentName(a)} go`, a.id) : null,
        },
      ];
    }),
};
