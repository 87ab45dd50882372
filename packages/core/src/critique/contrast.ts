import { POLISHES } from '../piece/index.js';
import { polishModels } from '../rig/index.js';
import { plain } from '../units/index.js';
import { adjustmentName, adjustmentAtFault, VALUE_KINDS } from './adjustmentAtFault.js';
import type { FindingDefinition } from './definition.js';
import { release, type Fix } from './fix.js';
import { inPiece, lightnessAt, middleOf, sortedValues, type Scene, type PartInView } from './scene.js';

/** Spread of the middle half counts for less than the range: smooth forms gather their values in the dark. */
const MIDDLE_WEIGHT = 0.5;
/** A part painted in few steps shows less of its range between its dots and its darkest place. */
const FEW_STEPS = 7;
const WITH_FEW = 0.75;
/** The range that a part's own ladder has; nothing wider can be asked of it. */
const OF_LADDER = 0.75;

interface Spread {
  readonly range: number;
  readonly middle: number;
}

function spreadOf(s: PartInView): Spread {
  const sorted = sortedValues(s);
  const at = (share: number) => lightnessAt(s, sorted[Math.round(share * (sorted.length - 1))]);
  return { range: at(0.98) - at(0.02), middle: at(0.75) - at(0.25) };
}

/** What the polish wants, within what ladder and fall-off allow. */
function wantedOf({ p }: PartInView, limit: number): Spread {
  const { rangeL, middleHalfL } = p.metal!.polish;
  const colours = p.palette.colours;
  const ladder = colours[colours.length - 1].l - colours[0].l;
  const allowed = (1 - p.lost) * (p.steps < FEW_STEPS ? WITH_FEW : 1);
  return {
    range: limit * allowed * Math.min(rangeL, OF_LADDER * ladder),
    middle: limit * allowed * MIDDLE_WEIGHT * middleHalfL,
  };
}

/** A form shows what this light gives it: nothing wider than the program would lay out itself is asked of a painter. */
const OF_LAID_OUT = 0.97;
const withinReach = (want: Spread, laidOut: Spread | null): Spread =>
  laidOut
    ? {
        range: Math.min(want.range, OF_LAID_OUT * laidOut.range),
        middle: Math.min(want.middle, OF_LAID_OUT * laidOut.middle),
      }
    : want;

/** A spread of less than one value cannot be told by eye, so none is asked for. */
const TOLD_APART = 1;
const reached = (have: Spread, want: Spread) =>
  Math.min(have.range / want.range, want.middle < TOLD_APART ? Infinity : have.middle / want.middle);

function fixFor(scene: Scene, s: PartInView, limit: number): Fix | null {
  const a = adjustmentAtFault(scene, s, VALUE_KINDS, (t) => reached(spreadOf(t), wantedOf(t, limit)));
  if (a) return release(`let the ${adjustmentName(a)} go`, a.id);
  const { finish } = s.part;
  if (finish.kind !== 'metal') return null;
  const have = spreadOf(s);
  const duller = POLISHES.slice(POLISHES.indexOf(finish.polish) + 1).find((polish) => {
    const m = polishModels[polish];
    return have.range >= limit * m.rangeL && have.middle >= limit * MIDDLE_WEIGHT * m.middleHalfL;
  });
  if (!duller) return null;
  return {
    label: `paint it ${polishModels[duller].label.toLowerCase()}`,
    changes: [{ path: ['parts', s.part.id, 'finish', 'polish'], to: duller }],
  };
}

export const contrast: FindingDefinition = {
  id: 'contrast',
  label: 'Too little contrast',
  why: 'Metal is known by dark beside light. Under the range of its polish a part reads as grey plastic.',
  limit: 1,
  unit: 'times the range of its polish',
  find: (scene) =>
    scene.parts.flatMap((s) => {
      const limit = scene.limit('contrast', s.part);
      if (limit === null || s.points.length < 30 || s.p.steps < 3) return [];
      const have = spreadOf(s);
      if (reached(have, wantedOf(s, limit)) >= 1) return [];
      const want = withinReach(wantedOf(s, limit), scene.reached('contrast', s, spreadOf));
      if (reached(have, want) >= 1) return [];
      const narrow = have.range / want.range <= have.middle / want.middle;
      return [
        {
          part: s.part.id,
          at: inPiece(s.part, middleOf(s)!),
          measured: narrow ? have.range : have.middle,
          wanted: { from: narrow ? want.range : want.middle, to: null },
          message: narrow
            ? `values run over ${plain(have.range, 0)} only; ${s.p.metal!.polish.label.toLowerCase()} metal ` +
              `wants ${plain(want.range, 0)}, so make the darks darker and the lights lighter`
            : `half of it lies within ${plain(have.middle, 0)} values; spread the middle over ${plain(want.middle, 0)}`,
          fix: fixFor(scene, s, limit),
        },
      ];
    }),
};
