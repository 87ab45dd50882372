import { deg } from '../units/index.js';
import { plain } from '../units/index.js';
import { adjustmentName, adjustmentAtFault, VALUE_KINDS } from './adjustmentAtFault.js';
import type { FindingDefinition } from './definition.js';
import { release } from './fix.js';
import { inPiece, middleOf, pointAt, type PartInView } from './scene.js';

/** How far from the side away from the light the light of a hollow lies, in degrees; null where it lies in the middle. */
function offSide(s: PartInView): { angle: number; at: readonly [number, number] } | null {
  const { form } = s.part;
  const [lx, ly] = s.p.light.key;
  if (form.kind !== 'dome' || Math.hypot(lx, ly) < 0.3) return null;
  let [x, y, w] = [0, 0, 0];
  for (const i of s.points) {
    const v = s.value[i] ** 3;
    const at = pointAt(s, i);
    x += v * (at[0] / form.widthMm);
    y += v * (at[1] / form.heightMm);
    w += v;
  }
  const middle = middleOf(s);
  if (w <= 0 || !middle) return null;
  [x, y] = [x / w - middle[0] / form.widthMm, y / w - middle[1] / form.heightMm];
  if (Math.hypot(x, y) < 0.03) return null;
  const cos = -(x * lx + y * ly) / (Math.hypot(x, y) * Math.hypot(lx, ly));
  return {
    angle: deg(Math.acos(Math.max(-1, Math.min(1, cos)))),
    at: [middle[0] + x * form.widthMm, middle[1] + y * form.heightMm],
  };
}

export const scoopAsDome: FindingDefinition = {
  id: 'scoop-as-dome',
  label: 'Hollow lit like a bulge',
  why: 'A hollow is dark toward the light and bright on its far wall. Lit the other way it bulges.',
  limit: 75,
  unit: 'degrees off the side away from the light',
  find: (scene) =>
    scene.parts.flatMap((s) => {
      const { form } = s.part;
      const limit = scene.limit('scoop-as-dome', s.part);
      // What is computed in a hollow lies on its far wall; only a hand or a light of its own can move it.
      const touched = s.p.overrides.all.length > 0 || s.part.approach.light !== null;
      if (limit === null || form.kind !== 'dome' || form.side !== 'scoop' || !touched) return [];
      const off = offSide(s);
      if (!off || off.angle <= limit) return [];
      const a = adjustmentAtFault(scene, s, VALUE_KINDS, (t) => -(offSide(t)?.angle ?? 0));
      return [
        {
          part: s.part.id,
          at: inPiece(s.part, off.at),
          measured: off.angle,
          wanted: { from: null, to: limit },
          message:
            `its light lies ${plain(off.angle, 0)} degrees off the side away from the main light; put the ` +
            'light on the far wall and the dark toward the light',
          fix: a ? release(`let the ${adjustmentName(a)} go`, a.id) : null,
        },
      ];
    }),
};
