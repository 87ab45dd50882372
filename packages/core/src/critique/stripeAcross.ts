import { plain } from '../units/index.js';
import { adjustmentName, adjustmentAtFault, VALUE_KINDS } from './adjustmentAtFault.js';
import type { FindingDefinition } from './definition.js';
import { release } from './fix.js';
import { lightest } from './lightest.js';
import { inPiece, middleOf, pointAt, type PartInView } from './scene.js';

/** The light that is judged is the lightest share of what is seen. */
const LIGHTEST = 0.1;
const LEAST_POINTS = 14;

/** How much wider across the tube its light is than long along it, by standard deviations; null where too little is seen. */
function acrossOf(s: PartInView): number | null {
  const light = lightest(s, LIGHTEST);
  let [n, mx, my, xx, yy] = [0, 0, 0, 0, 0];
  for (const i of s.points) {
    if (!light(i)) continue;
    const [x, y] = pointAt(s, i);
    n++;
    mx += x;
    my += y;
    xx += x * x;
    yy += y * y;
  }
  if (n < LEAST_POINTS) return null;
  const spread = (sum: number, squares: number) => Math.sqrt(Math.max(1e-9, squares / n - (sum / n) ** 2));
  return spread(mx, xx) / spread(my, yy);
}

export const stripeAcross: FindingDefinition = {
  id: 'stripe-across',
  label: 'Stripe across a tube',
  why: 'Light runs along a tube. A stripe across it is a ring, or a bend that is not there.',
  limit: 1,
  unit: 'times as wide across as long',
  find: (scene) =>
    scene.parts.flatMap((s) => {
      const known = scene.limit('stripe-across', s.part);
      if (known === null || s.part.form.kind !== 'tube' || s.p.overrides.all.length === 0) return [];
      const have = acrossOf(s);
      if (have === null || have <= known) return [];
      const limit = Math.max(known, scene.reached('stripe-across', s, acrossOf) ?? known);
      if (have <= limit) return [];
      const a = adjustmentAtFault(scene, s, VALUE_KINDS, (t) => -(acrossOf(t) ?? 0));
      return [
        {
          part: s.part.id,
          at: inPiece(s.part, middleOf(s, lightest(s, LIGHTEST)) ?? [0, 0]),
          measured: have,
          wanted: { from: null, to: limit },
          message: `its light is ${plain(have)} times as wide across the tube as it is long; draw it out along the tube`,
          fix: a ? release(`let the ${adjustmentName(a)} go`, a.id) : null,
        },
      ];
    }),
};
