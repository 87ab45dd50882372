import { plain } from '../units/index.js';
import { adjustmentName, adjustmentAtFault, VALUE_KINDS } from './adjustmentAtFault.js';
import type { FindingDefinition } from './definition.js';
import { release } from './fix.js';
import { lightest } from './lightest.js';
import { inPiece, middleOf, pointAt, type PartInView } from './scene.js';

/** The light that is judged is the lightest share of what is seen. */
const LIGHTEST = 0.1;
const LEAST_POINTS = 14;

/** How much longer than wide the light is, the form's own proportions taken out (principal axes of its points). */
function stretchOf(s: PartInView): number | null {
  const { form } = s.part;
  if (form.kind !== 'dome') return null;
  const light = lightest(s, LIGHTEST);
  let [n, mx, my, xx, yy, xy] = [0, 0, 0, 0, 0, 0];
  for (const i of s.points) {
    if (!light(i)) continue;
    const at = pointAt(s, i);
    const [x, y] = [at[0] / form.widthMm, at[1] / form.heightMm];
    n++;
    mx += x;
    my += y;
    xx += x * x;
    yy += y * y;
    xy += x * y;
  }
  if (n < LEAST_POINTS) return null;
  [mx, my] = [mx / n, my / n];
  const [a, b, c] = [xx / n - mx * mx, yy / n - my * my, xy / n - mx * my];
  const root = Math.sqrt((a - b) ** 2 + 4 * c * c);
  return Math.sqrt((a + b + root) / Math.max(1e-9, a + b - root));
}

export const domeStrip: FindingDefinition = {
  id: 'dome-strip',
  label: 'Strip on a dome',
  why: 'A dome gathers the light in a round patch. A strip turns it into a tube.',
  limit: 3,
  unit: 'times as long as wide',
  find: (scene) =>
    scene.parts.flatMap((s) => {
      const { form } = s.part;
      const limit = scene.limit('dome-strip', s.part);
      if (limit === null || form.kind !== 'dome' || form.side !== 'convex' || form.ridgeDeg > 5) return [];
      // What is computed on a dome is round; only a hand can draw it out.
      if (s.p.overrides.all.length === 0) return [];
      const stretch = stretchOf(s);
      if (stretch === null || stretch <= limit) return [];
      const a = adjustmentAtFault(scene, s, VALUE_KINDS, (t) => -(stretchOf(t) ?? 1));
      return [
        {
          part: s.part.id,
          at: inPiece(s.part, middleOf(s, lightest(s, LIGHTEST)) ?? [0, 0]),
          measured: stretch,
          wanted: { from: null, to: limit },
          message: `its light is ${plain(stretch)} times as long as wide; round it off toward the main light`,
          fix: a ? release(`let the ${adjustmentName(a)} go`, a.id) : null,
        },
      ];
    }),
};
