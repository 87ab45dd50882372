import { halfway, keyDirection, rigFor, rigOf } from '../rig/index.js';
import { angleBetween, clamp, clockOf, clockText, deg, plain, rad, turnZ } from '../units/index.js';
import { adjustmentName, adjustmentAtFault, VALUE_KINDS } from './adjustmentAtFault.js';
import type { FindingDefinition } from './definition.js';
import { release, type Fix } from './fix.js';
import { lightest } from './lightest.js';
import { inPiece, middleOf, type Scene, type PartInView } from './scene.js';

/** The main light of a part is its lightest share. */
const LIGHTEST = 0.04;
/** A light so near to the eye has no side. */
const NO_SIDE = 0.25;
const LEAST_POINTS = 60;

/** Directions within the picture, in the part's own frame. */
interface Sides {
  readonly has: readonly [number, number];
  readonly wants: readonly [number, number];
}

/** Which way the lightest places of a curved part face, and which way the rig's light asks for. */
function curvedSides(scene: Scene, s: PartInView): Sides | null {
  const { model, canonical } = s.p.shape;
  const half = turnZ(halfway(keyDirection(rigOf(s.part, scene.piece))), -rad(s.part.place.rollDeg));
  const light = lightest(s, LIGHTEST);
  let [x, y, n] = [0, 0, 0];
  for (const i of s.points) {
    if (!light(i)) continue;
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

/** On which side of a flat face its lightest places lie, and on which side the light stands. */
function flatSides(s: PartInView): Sides | null {
  const [kx, ky] = s.p.light.key;
  const light = middleOf(s, lightest(s, FLAT_LIGHTEST));
  const all = middleOf(s);
  if (!light || !all || Math.hypot(kx, ky) < NO_SIDE) return null;
  const has = [light[0] - all[0], light[1] - all[1]] as const;
  const off = Math.hypot(...has) / s.p.shape.model.narrowestMm;
  return off < FLAT_LEAST ? null : { has, wants: [kx, ky] };
}
/** The bands of a flat face are many: more of it counts, and only where it lies plainly to one side. */
const FLAT_LIGHTEST = 0.25;
const FLAT_LEAST = 0.12;

/** Blades turn their lights over from one face to the other; which one leads is told by the finding on faces. */
const sidesOf = (scene: Scene, s: PartInView): Sides | null => {
  const { patches } = s.p.shape.model;
  if (s.part.form.kind === 'blade') return null;
  return patches.some((q) => q.kind === 'smooth' && !q.rim) ? curvedSides(scene, s) : flatSides(s);
};

const between = ([x, y]: readonly [number, number], [wx, wy]: readonly [number, number]): number =>
  deg(Math.acos(clamp((x * wx + y * wy) / (Math.hypot(x, y) * Math.hypot(wx, wy)), -1, 1)));

/** Degrees by which a part's light is off: that of an approach of its own, or that of what was changed by hand. */
function offBy(scene: Scene, s: PartInView): number {
  if (s.part.approach.light !== null) {
    const own = keyDirection(rigFor(rigOf(s.part, scene.piece), s.p.approach));
    return angleBetween(own, keyDirection(rigOf(s.part, scene.piece)));
  }
  const sides = sidesOf(scene, s);
  return sides ? between(sides.has, sides.wants) : 0;
}

function fixFor(scene: Scene, s: PartInView): Fix | null {
  if (s.part.approach.light !== null)
    return {
      label: 'light it like the rest of the piece',
      changes: [{ path: ['parts', s.part.id, 'approach', 'light'], to: null }],
    };
  const a = adjustmentAtFault(scene, s, VALUE_KINDS, (t) => -offBy(scene, t));
  return a ? release(`let the ${adjustmentName(a)} go`, a.id) : null;
}

/** A form may turn its light aside by itself; a touched one by this much more. */
const OF_LAID_OUT = 1.2;

/** Hours on the clock face of a direction in the part's own frame. */
function clockOfSide({ part }: PartInView, [x, y]: readonly [number, number]): string {
  const [vx, vy] = turnZ([x, y, 0], rad(part.place.rollDeg));
  return clockText(Math.round(clockOf(vx, vy) * 2) / 2);
}

function sentence(scene: Scene, s: PartInView, off: number): string {
  const apart = `${plain(off, 0)} degrees off`;
  if (s.part.approach.light !== null) {
    const own = keyDirection(rigFor(rigOf(s.part, scene.piece), s.p.approach));
    const rig = keyDirection(rigOf(s.part, scene.piece));
    return (
      `it is lit from ${clockText(Math.round(clockOf(own[0], own[1]) * 2) / 2)} by an approach of its ` +
      `own, ${apart}; the rest of the piece from ` +
      `${clockText(Math.round(clockOf(rig[0], rig[1]) * 2) / 2)}`
    );
  }
  const { has, wants } = sidesOf(scene, s)!;
  return `its main light lies toward ${clockOfSide(s, has)}, ${apart}; the rest of the piece asks for ${clockOfSide(s, wants)}`;
}

export const lightOff: FindingDefinition = {
  id: 'light-off',
  label: 'Lit from elsewhere',
  why: 'All parts share one light. One that is lit from another side falls out of the figure.',
  limit: 30,
  unit: 'degrees off the main light',
  find: (scene) =>
    scene.parts.flatMap((s) => {
      const known = scene.limit('light-off', s.part);
      // What is computed under the rig's own light follows it.
      const touched = s.part.approach.light !== null || s.p.overrides.all.length > 0;
      if (known === null || !touched || s.points.length < LEAST_POINTS) return [];
      const off = offBy(scene, s);
      if (off <= known) return [];
      const limit = Math.max(
        known,
        OF_LAID_OUT * (scene.reached('light-off', s, (t) => offBy(scene, t)) ?? 0),
      );
      if (off <= limit) return [];
      return [
        {
          part: s.part.id,
          at: inPiece(s.part, middleOf(s) ?? [0, 0]),
          measured: off,
          wanted: { from: null, to: limit },
          message: sentence(scene, s, off),
          fix: fixFor(scene, s),
        },
      ];
    }),
};
