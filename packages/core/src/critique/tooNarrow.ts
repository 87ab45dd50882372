import { boundsOf } from '../form/index.js';
import { plain } from '../units/index.js';
import type { Zone } from '../zone/index.js';
import { adjustmentName, adjustmentAtFault } from './adjustmentAtFault.js';
import type { FindingDefinition } from './definition.js';
import { release, type Fix } from './fix.js';
import { inPiece, type Scene, type PartInView } from './scene.js';

/** Smaller places are dots. */
const LEAST_MM2 = 0.3;

/** Steps that a brush has to paint as areas: neither the first, which covers all, nor the last, which is dots. */
const painted = (s: PartInView): Zone[] => s.zones.zones.slice(1, -1).filter((z) => z.coverMm2 >= LEAST_MM2);

/** On a bar thinner than a millimetre a step is a line: a quarter of the bar is enough. */
const LINE_SHARE = 0.25;
/** A line that the program lays out itself is drawn with the tip, however thin. */
const OF_LAID_OUT = 0.95;
const leastMm = (s: PartInView, limit: number) => Math.min(limit, LINE_SHARE * s.p.shape.model.narrowestMm);

/** The step whose most is the narrowest, where that is under the limit. Thin tails that run out count for nothing. */
function narrowest(s: PartInView, limit: number): Zone | null {
  const [first] = painted(s).sort((a, b) => a.mainOpeningMm - b.mainOpeningMm);
  return first && first.mainOpeningMm < limit ? first : null;
}

function fixFor(scene: Scene, s: PartInView, limit: number): Fix | null {
  const a = adjustmentAtFault(
    scene,
    s,
    ['border-pull', 'zone-hold', 'band-ends', 'band-add'],
    (t) => narrowest(t, limit)?.mainOpeningMm ?? limit,
  );
  if (a) return release(`let the ${adjustmentName(a)} go`, a.id);
  const { finish } = s.part;
  if (finish.kind !== 'metal') return null;
  for (let n = s.p.steps - 1; n >= 3; n--) {
    const path = ['parts', s.part.id, 'finish', 'steps'];
    const fewer = scene.tried(s.part.id, (piece) => ({
      ...piece,
      parts: piece.parts.map((p) => (p.id === s.part.id ? { ...p, finish: { ...finish, steps: n } } : p)),
    }));
    if (!narrowest(fewer, limit)) return { label: `paint it in ${n} steps`, changes: [{ path, to: n }] };
  }
  return null;
}

export const tooNarrow: FindingDefinition = {
  id: 'too-narrow',
  label: 'Too narrow to paint',
  why: 'A place narrower than the finest line of the brush turns out wider than it should be, and eats its neighbour.',
  limit: 0.25,
  unit: 'mm',
  find: (scene) =>
    scene.parts.flatMap((s) => {
      const known = scene.limit('too-narrow', s.part);
      if (known === null) return [];
      const first = leastMm(s, known);
      if (!narrowest(s, first)) return [];
      const laidOut = scene.reached('too-narrow', s, (t) => narrowest(t, first));
      const limit = Math.min(first, laidOut ? OF_LAID_OUT * laidOut.mainOpeningMm : first);
      const worst = narrowest(s, limit);
      if (!worst) return [];
      const b = boundsOf(worst.cover);
      const fix = fixFor(scene, s, limit);
      return [
        {
          part: s.part.id,
          at: inPiece(s.part, [(b.left + b.right) / 2, (b.bottom + b.top) / 2]),
          measured: worst.mainOpeningMm,
          wanted: { from: limit, to: null },
          message:
            `most of step ${worst.step} is under ${plain(worst.mainOpeningMm, 2)} mm wide; ` +
            `${fix?.label ?? `make it ${plain(limit, 2)} mm or leave it out`}`,
          fix,
        },
      ];
    }),
};
