import { chooseSteps, ladderColours, paintsById } from '../ladder/index.js';
import { coverOfLadder } from '../match/index.js';
import { plain } from '../units/index.js';
import type { Border } from '../zone/index.js';
import type { FindingDefinition } from './definition.js';
import type { Fix } from './fix.js';
import { inPiece, type Scene, type PartInView } from './scene.js';

/** A blend narrower than this leaves no room for a half step: the smoothing glaze bridges it. */
const ROOM_MM = 1.5;
/** Shorter soft borders are not worth a mix of their own, in mm. */
const LEAST_SOFT_MM = 3;

/** A part in as many steps as its size asks for may keep its gaps: more of them would be too narrow to paint. */
const OF_LAID_OUT = 1.02;

/** Gaps in value across soft borders that have room for a tone between, widest first. */
function jumpsOf(s: PartInView): { b: Border; gap: number }[] {
  const { colours } = s.p.palette;
  return s.zones.borders
    .filter((b) => b.softMm >= LEAST_SOFT_MM && b.blendMm >= ROOM_MM)
    .map((b) => ({ b, gap: colours[b.below].l - colours[b.below - 1].l }))
    .sort((p, q) => q.gap - p.gap);
}

/** More steps, until no gap of the ladder is wider than the limit. */
function fixFor(scene: Scene, s: PartInView, limit: number): Fix | null {
  const { finish } = s.part;
  const ladder = s.p.palette.ladder;
  if (finish.kind !== 'metal' || !ladder) return null;
  const paints = paintsById(scene.piece.paints);
  for (let n = s.p.steps + 1; n <= ladder.steps.length; n++) {
    const steps = chooseSteps(ladder, n, coverOfLadder(ladder));
    const l = ladderColours({ ...ladder, steps }, paints).map((c) => c.l);
    if (l.slice(1).every((v, i) => v - l[i] <= limit))
      return {
        label: `paint it in ${n} steps`,
        changes: [{ path: ['parts', s.part.id, 'finish', 'steps'], to: n }],
      };
  }
  return null;
}

export const valueJump: FindingDefinition = {
  id: 'value-jump',
  label: 'Jump in a soft border',
  why: 'Over a wide blend two far values need a tone between them, or the join shows however long it is glazed.',
  limit: 18,
  unit: 'values',
  find: (scene) =>
    scene.parts.flatMap((s) => {
      const known = scene.limit('value-jump', s.part);
      if (known === null) return [];
      const [worst] = jumpsOf(s);
      if (!worst || worst.gap <= known) return [];
      const limit = Math.max(known, OF_LAID_OUT * (scene.reached('value-jump', s, jumpsOf)?.[0]?.gap ?? 0));
      if (worst.gap <= limit) return [];
      const { b, gap } = worst;
      const line = b.soft.reduce((m, l) => (l.length > m.length ? l : m), b.soft[0]);
      const fix = fixFor(scene, s, limit);
      return [
        {
          part: s.part.id,
          at: inPiece(s.part, line[line.length >> 1]),
          measured: gap,
          wanted: { from: null, to: limit },
          message:
            `steps ${b.below} and ${b.below + 1} lie ${plain(gap, 0)} values apart over a blend of ` +
            `${plain(b.blendMm)} mm; ${fix?.label ?? 'mix a half step between them'}`,
          fix,
        },
      ];
    }),
};
