import { percent } from '../units/index.js';
import { adjustmentName, adjustmentAtFault, VALUE_KINDS } from './adjustmentAtFault.js';
import type { FindingDefinition } from './definition.js';
import { release, type Fix } from './fix.js';
import { inPiece, middleOf, shareAbove, type Scene, type PartInView } from './scene.js';

/** Where the top two of seven steps begin. */
const TOP = 0.75;
/** How far below the limit a plan is lowered. */
const LOWERED_TO = 0.55;

/** A form that mirrors much of the lamp may show this much more than the program would lay out itself. */
const OF_LAID_OUT = 1.05;

const brightShare = (s: PartInView) => shareAbove(s, TOP);

/** Lowers the plan of the ladder's top two steps. */
function planLowered(scene: Scene, s: PartInView, limit: number): Fix | null {
  const { finish } = s.part;
  const ladder =
    finish.kind === 'metal' ? scene.piece.ladders.find((l) => l.id === finish.ladder) : undefined;
  const step = ladder?.steps[ladder.steps.length - 2];
  const top = ladder?.steps[ladder.steps.length - 1];
  if (!ladder || !step || !top || step.aimedShare <= limit) return null;
  const to = Math.round(limit * LOWERED_TO * 100) / 100;
  return {
    label: `plan ${percent(to)} for the last step but one of ${ladder.name.toLowerCase()}`,
    changes: [step, top]
      .filter((q) => q.aimedShare > to)
      .map((q) => ({ path: ['ladders', ladder.id, 'steps', q.id, 'aimedShare'], to })),
  };
}

export const washedOut: FindingDefinition = {
  id: 'washed-out',
  label: 'Washed out',
  why: 'Bright paint is loud in small amounts. Too much of it turns metal to chalk, and nothing is left for the dots.',
  limit: 0.15,
  unit: 'share of the part in the two lightest of seven steps',
  find: (scene) =>
    scene.parts.flatMap((s) => {
      const known = scene.limit('washed-out', s.part);
      const have = brightShare(s);
      if (known === null || have <= known || s.points.length < 30) return [];
      const limit = Math.max(known, OF_LAID_OUT * (scene.reached('washed-out', s, brightShare) ?? 0));
      if (have <= limit) return [];
      const a = adjustmentAtFault(scene, s, VALUE_KINDS, (t) => -brightShare(t));
      return [
        {
          part: s.part.id,
          at: inPiece(
            s.part,
            middleOf(s, (i) => s.value[i] >= TOP)!,
          ),
          measured: have,
          wanted: { from: null, to: limit },
          message: `${percent(have)} of it is nearly white; pull the lights back to ${percent(limit)} with a glaze from the border inward`,
          fix: a ? release(`let the ${adjustmentName(a)} go`, a.id) : planLowered(scene, s, limit),
        },
      ];
    }),
};
