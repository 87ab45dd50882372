import { edgesSeen } from '../glint/index.js';
import { plain } from '../units/index.js';
import type { FindingDefinition } from './definition.js';
import { release } from './fix.js';
import { inPiece, middleOf, type PartInView } from './scene.js';

/** Zones beside the edges must part by this many steps before their edges have to. */
const ZONES_PART = 3;
/** Edges weaker than this are lost and not judged. */
const PAINTED = 0.3;
/** Edges this near to the mid step, in steps, are held there by rule. */
const AT_MID = 0.3;

/** Edges need not part farther than the program would lay them out itself. */
const OF_LAID_OUT = 0.95;

/** How far zones and edges part over a part, in steps; edges that are held at mid in shade are left out. */
function spreadOf(s: PartInView): { zones: number; edges: number } {
  const steps = s.p.steps - 1;
  const mid = s.p.midValue * (1 - s.p.lost);
  const [beside, value]: [number[], number[]] = [[], []];
  for (const { look } of edgesSeen(s.p, s.value))
    look.value.forEach((v, i) => {
      if (look.strength[i] < PAINTED) return;
      const heldAtMid = look.lit[i] < 0.5 && Math.abs(v - mid) * steps < AT_MID;
      if (heldAtMid && s.p.overrides.edge === null) return;
      beside.push(look.beside[i]);
      value.push(v);
    });
  const apart = (list: number[]) => (list.length ? (Math.max(...list) - Math.min(...list)) * steps : 0);
  return { zones: apart(beside), edges: apart(value) };
}

export const evenEdges: FindingDefinition = {
  id: 'even-edges',
  label: 'Edges all alike',
  why: 'The same line all round is a drawing. Edges are graded by the zone they border.',
  limit: 2,
  unit: 'steps between the lightest and the darkest edge',
  find: (scene) =>
    scene.parts.flatMap((s) => {
      const known = scene.limit('even-edges', s.part);
      if (known === null || s.p.steps < 5) return [];
      const { zones, edges } = spreadOf(s);
      if (zones < ZONES_PART || edges >= known) return [];
      const limit = Math.min(
        known,
        OF_LAID_OUT * (scene.reached('even-edges', s, spreadOf)?.edges ?? Infinity),
      );
      if (edges >= limit) return [];
      const own = s.p.overrides.edge;
      return [
        {
          part: s.part.id,
          at: inPiece(s.part, middleOf(s) ?? [0, 0]),
          measured: edges,
          wanted: { from: limit, to: null },
          message:
            `its edges lie within ${plain(edges)} steps while the zones beside them part by ` +
            `${plain(zones)}; grade them by ${plain(limit)} or more`,
          fix: own ? release('let the held edges go', own.id) : null,
        },
      ];
    }),
};
