import { keyDirection } from '../rig/index.js';
import { add, clockOf, clockText, deg, normalise, rad, TO_EYE, turnZ } from '../units/index.js';
import { plain } from '../units/index.js';
import { adjustmentName, blamed, VALUE_KINDS } from './blame.js';
import type { FindingDefinition } from './definition.js';
import { release, type Fix } from './fix.js';
import { inPiece, middleOf, type Scene, type Seen } from './scene.js';

/** The main light of a part is its lightest share. */
const LIGHTEST = 0.04;
/** A light so near to the eye has no side. */
const NO_SIDE = 0.25;

/** Which way the lightest places of a part face within the picture, and which way the rig's light asks for; in the part's frame. */
function facing(
  scene: Scene,
  s: Seen,
): { has: readonly [number, number]; wants: readonly [number, number] } | null {
  const { model, canonical } = s.p.shape;
  const half = turnZ(normalise(add(keyDirection(scene.piece.rig), TO_EYE)), -rad(s.part.place.rollDeg));
  const sorted = Float32Array.from(s.points, (i) => s.value[i]).sort();
  const from = sorted[Math.floor((1 - LIGHTEST) * (sorted.length - 1))];
  let [x, y, n] = [0, 0, 0];
  for (const i of s.points) {
    if (s.value[i] < from) continue;
    x += canonical.nx[i];
    y += canonical.ny[i];
    n++;
  }
  if (n === 0) return null;
  [x, y] = [x / n, y / n];
  let [wx, wy] = [half[0], half[1]];
  const grain = model.patches[0].grain;
  if (grain) {
    // Along a tube the light may lie anywhere: only the side counts.
    const long = Math.hypot(grain[0], grain[1]) || 1;
    const [ax, ay] = [-grain[1] / long, grain[0] / long];
    [x, y] = [(x * ax + y * ay) * ax, (x * ax + y * ay) * ay];
    [wx, wy] = [(wx * ax + wy * ay) * ax, (wx * ax + wy * ay) * ay];
  }
  if (Math.hypot(wx, wy) < NO_SIDE || Math.hypot(x, y) < 0.1) return null;
  return { has: [x, y], wants: [wx, wy] };
}

function offBy(scene: Scene, s: Seen): number {
  const f = facing(scene, s);
  if (!f) return 0;
  const [[x, y], [wx, wy]] = [f.has, f.wants];
  return deg(
    Math.acos(Math.max(-1, Math.min(1, (x * wx + y * wy) / (Math.hypot(x, y) * Math.hypot(wx, wy))))),
  );
}

function fixFor(scene: Scene, s: Seen): Fix | null {
  if (s.part.approach.light !== null)
    return {
      says: 'light it like the rest of the piece',
      changes: [{ path: ['parts', s.part.id, 'approach', 'light'], to: null }],
    };
  const a = blamed(scene, s, VALUE_KINDS, (t) => -offBy(scene, t));
  return a ? release(`let the ${adjustmentName(a)} go`, a.id) : null;
}

export const lightOff: FindingDefinition = {
  id: 'light-off',
  label: 'Lit from elsewhere',
  why: 'All parts share one light. One that is lit from another side falls out of the figure.',
  limit: 30,
  unit: 'degrees off the main light',
  find: (scene) =>
    scene.parts.flatMap((s) => {
      const limit = scene.limit('light-off', s.part);
      const { form } = s.part;
      const judged = (form.kind === 'dome' && form.side === 'convex') || form.kind === 'tube';
      // What is computed under the rig's own light follows it.
      const own = s.part.approach.light !== null || s.p.hand.all.length > 0;
      if (limit === null || !judged || !own || s.points.length < 60) return [];
      const off = offBy(scene, s);
      if (off <= limit) return [];
      const { has, wants } = facing(scene, s)!;
      const clock = ([x, y]: readonly [number, number]) => {
        const [vx, vy] = turnZ([x, y, 0], rad(s.part.place.rollDeg));
        return clockText(Math.round(clockOf(vx, vy) * 2) / 2);
      };
      return [
        {
          part: s.part.id,
          at: inPiece(s.part, middleOf(s) ?? [0, 0]),
          measured: off,
          wanted: { from: null, to: limit },
          says: `its main light lies toward ${clock(has)}, ${plain(off, 0)} degrees off; the rest of the piece asks for ${clock(wants)}`,
          fix: fixFor(scene, s),
        },
      ];
    }),
}; // prettier-ignore
