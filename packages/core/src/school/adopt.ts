import { deltaE, hexToLab, type Lab } from '../colour/index.js';
import { FREE, stepShares } from '../ladder/index.js';
import { metalAt, type Metal } from '../metal/index.js';
import type { Ladder, LadderStep, Mix, Paint, SchoolId } from '../piece/index.js';
import { pickPaint } from './parts.js';
import { schools } from './registry.js';

/** A ladder under another approach, over the undercoat it asks for where one like it is among the paints. */
export function withSchool(ladder: Ladder, school: SchoolId, paints: readonly Paint[]): Ladder {
  const primer = pickPaint(paints, schools[school].undercoat.hex, ['primer']);
  return { ...ladder, school, undercoat: primer?.id ?? ladder.undercoat };
}

/** A flake this far from the metal at its own value is another metal. */
const OTHER_METAL = 24;
const WATER = 0.25;

/**
 * Value steps of true metal from the flakes at hand: the darkest, a middle and the brightest that come near the metal,
 * with an equal mix below the brightest. Null where fewer than two flakes do.
 */
export function flakeLadder(
  ladder: Ladder,
  school: SchoolId,
  metal: Metal,
  paints: readonly Paint[],
): Ladder | null {
  const off = (lab: Lab) => deltaE(lab, metalAt(metal, lab.l));
  const near = paints
    .filter((p) => p.kind === 'metallic')
    .map((p) => ({ p, lab: hexToLab(p.hex) }))
    .filter(({ lab }) => off(lab) <= OTHER_METAL)
    .sort((a, b) => a.lab.l - b.lab.l);
  if (near.length < 2) return null;
  const [dark, bright] = [near[0], near[near.length - 1]];
  const between = near.slice(1, -1).sort((a, b) => off(a.lab) - off(b.lab))[0];
  const one = (p: Paint): Mix => [{ paint: p.id, parts: 1 }];
  const equal = (p: Paint, q: Paint): Mix => [...one(p), ...one(q)];
  const mixes = between
    ? [one(dark.p), one(between.p), equal(between.p, bright.p), one(bright.p)]
    : [one(dark.p), equal(dark.p, bright.p), one(bright.p)];
  const shares = stepShares(mixes.length, metal.coverShares);
  const steps = mixes.map((mix, k): LadderStep => ({
    id: `${ladder.id}-flake-${k + 1}`.slice(-60),
    mix,
    water: WATER,
    aimedShare: shares[k],
    ...FREE,
  }));
  return withSchool({ ...ladder, name: metal.label, metal: metal.id, steps }, school, paints);
}

/** Ids of every paint that a ladder's approach takes in hand: undercoat, steps, washes, varnish. */
export const paintSnapshot = (ladder: Ladder, paints: readonly Paint[]): Set<string> =>
  new Set([
    ladder.undercoat,
    ...ladder.steps.flatMap((s) => s.mix.map((m) => m.paint)),
    ...schools[ladder.school].passes({ ladder, paints }).flatMap((p) => p.mix.map((m) => m.paint)),
  ]);
