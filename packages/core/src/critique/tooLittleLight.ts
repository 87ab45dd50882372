import { midStep, thresholdOf } from '../ladder/index.js';
import { percent } from '../units/index.js';
import { adjustmentName, adjustmentAtFault, VALUE_KINDS } from './adjustmentAtFault.js';
import type { FindingDefinition } from './definition.js';
import { release, type Change, type Fix } from './fix.js';
import { inPiece, middleOf, shareAbove, type Scene, type PartInView } from './scene.js';

/** A part's form and the parts round it take up to this much of what the plan aims at. */
const OF_PLAN = 0.45;
/** Where fall-off leaves less than this to ask for, nothing is asked. */
const LEAST_ASKED = 0.05;
/** How far above its limit a plan is raised. */
const RAISED_BY = 0.06;

/** Nothing larger is asked than what the program would lay out itself. */
const OF_LAID_OUT = 0.95;

const litShare = (s: PartInView) => shareAbove(s, thresholdOf(midStep(s.p.steps), s.p.steps));

/** What may be asked here: less where fall-off has lowered the values. */
function wantedOf({ p }: PartInView, limit: number): number {
  const k = midStep(p.steps);
  const allowed = p.palette.aimed[k] > 0 ? p.aimed[k] / p.palette.aimed[k] : 1;
  return limit * allowed * OF_PLAN;
}

/** Raises the plan of the ladder's mid step, and of those before it that stand lower. */
function planRaised(scene: Scene, s: PartInView, limit: number): Fix | null {
  const { finish } = s.part;
  const ladder =
    finish.kind === 'metal' ? scene.piece.ladders.find((l) => l.id === finish.ladder) : undefined;
  if (!ladder) return null;
  const k = midStep(ladder.steps.length);
  if (ladder.steps[k].aimedShare >= limit) return null;
  const to = Math.round((limit + RAISED_BY) * 100) / 100;
  const changes = ladder.steps.flatMap((step, i): Change[] =>
    i > 0 && i <= k && step.aimedShare < to
      ? [{ path: ['ladders', ladder.id, 'steps', step.id, 'aimedShare'], to }]
      : [],
  );
  return { label: `plan ${percent(to)} for the mid step of ${ladder.name.toLowerCase()}`, changes };
}

export const tooLittleLight: FindingDefinition = {
  id: 'too-little-light',
  label: 'Too little light',
  why: 'Painters guess their lights too small. A part that is nearly all shade reads as a hole.',
  limit: 0.3,
  unit: 'share of the part at the mid step or above',
  find: (scene) =>
    scene.parts.flatMap((s) => {
      const limit = scene.limit('too-little-light', s.part);
      if (limit === null || s.points.length < 30) return [];
      const have = litShare(s);
      if (have >= wantedOf(s, limit)) return [];
      const want = Math.min(
        wantedOf(s, limit),
        OF_LAID_OUT * (scene.reached('too-little-light', s, litShare) ?? Infinity),
      );
      if (have >= want || want < LEAST_ASKED) return [];
      const a = adjustmentAtFault(scene, s, VALUE_KINDS, litShare);
      return [
        {
          part: s.part.id,
          at: inPiece(s.part, middleOf(s)!),
          measured: have,
          wanted: { from: want, to: null },
          message: `only ${percent(have)} of it is at the mid step or lighter; spread the early steps to ${percent(want)} or more`,
          fix: a ? release(`let the ${adjustmentName(a)} go`, a.id) : planRaised(scene, s, limit),
        },
      ];
    }),
};
