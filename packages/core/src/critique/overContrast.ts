import { plain } from '../units/index.js';
import { adjustmentName, adjustmentAtFault, VALUE_KINDS } from './adjustmentAtFault.js';
import type { FindingDefinition } from './definition.js';
import { release } from './fix.js';
import { inPiece, lightnessAt, middleOf, sortedValues, type PartInView } from './scene.js';

/** Range of value of what is seen, 2 to 98 %. */
function rangeOf(s: PartInView): number {
  const sorted = sortedValues(s);
  const at = (share: number) => lightnessAt(s, sorted[Math.round(share * (sorted.length - 1))]);
  return at(0.98) - at(0.02);
}

export const overContrast: FindingDefinition = {
  id: 'over-contrast',
  label: 'More contrast than its polish',
  why: 'Dull metal has no black beside white. With both on it, it reads as a shinier one, or as two.',
  limit: 1.2,
  unit: 'times the range its polish shows here',
  find: (scene) =>
    scene.parts.flatMap((s) => {
      const limit = scene.limit('over-contrast', s.part);
      if (limit === null || s.p.overrides.all.length === 0 || s.points.length < 30) return [];
      const have = rangeOf(s);
      const shown = scene.reached('over-contrast', s, rangeOf) ?? s.p.metal!.polish.rangeL;
      if (shown <= 0 || have <= limit * shown) return [];
      const a = adjustmentAtFault(scene, s, VALUE_KINDS, (t) => -rangeOf(t));
      return [
        {
          part: s.part.id,
          at: inPiece(s.part, middleOf(s)!),
          measured: have / shown,
          wanted: { from: null, to: limit },
          message:
            `values run over ${plain(have, 0)}; ${s.p.metal!.polish.label.toLowerCase()} metal shows ` +
            `${plain(shown, 0)} here, so bring the darkest and the lightest nearer`,
          fix: a ? release(`let the ${adjustmentName(a)} go`, a.id) : null,
        },
      ];
    }),
};
