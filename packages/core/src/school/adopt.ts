import { deltaE, hexToLab, type Lab } from '../colour/index.js';
import { FREE, stepShares } from '../ladder/index.js';
import { metalOfLadder } from '../match/index.js';
import { metalAt, metals, readsAs, type Metal, type Reading } from '../metal/index.js';
import type { Ladder, LadderStep, Mix, Paint, SchoolId } from '../piece/index.js';
import { deg } from '../units/index.js';
import { pickPaint } from './parts.js';
import { passesOf } from './recipe.js';
import { schools } from './registry.js';

/** A ladder under another approach, over the undercoat it asks for where one like it is among the paints. */
export function withSchool(ladder: Ladder, school: SchoolId, paints: readonly Paint[]): Ladder {
  const primer = pickPaint(paints, schools[school].undercoat.hex, ['primer']);
  return { ...ladder, school, undercoat: primer?.id ?? ladder.undercoat };
}

/** A flake this far from the metal at its own value is another metal. */
const OTHER_METAL = 24;
/** A metal of less chroma has no hue of its own: its flakes have less than the second of these. */
const NEUTRAL = { metal: 10, flake: 12 } as const;
/** How far a flake's hue may be from that of a metal that has one, in degrees, and the share of its chroma it needs. */
const HUE = { offDeg: 26, chroma: 0.4 } as const;

/** Whether a flake has the metal's hue: silver is never made of gilt, nor gold of silver. */
function sameHue(metal: Metal, lab: Lab): boolean {
  const wanted = metalAt(metal, lab.l);
  const chroma = (c: Lab) => Math.hypot(c.a, c.b);
  if (chroma(wanted) < NEUTRAL.metal) return chroma(lab) < NEUTRAL.flake;
  const off = Math.abs(Math.atan2(lab.b, lab.a) - Math.atan2(wanted.b, wanted.a));
  return deg(Math.min(off, 2 * Math.PI - off)) <= HUE.offDeg && chroma(lab) >= HUE.chroma * chroma(wanted);
}
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
    .filter(({ lab }) => off(lab) <= OTHER_METAL && sameHue(metal, lab))
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

/**
 * What a ladder would be taken for beside what it aims at.
 * @param colours dried colours of its steps
 */
export function ladderReading(ladder: Ladder, colours: readonly Lab[]): Reading {
  const named = schools[ladder.school].undertone && colours.length > 1 ? colours.slice(1) : colours;
  return readsAs(named, metals, metalOfLadder(ladder));
}

/** Ids of every paint that a ladder's approach takes in hand: undercoat, steps, washes, varnish. */
export const paintSnapshot = (ladder: Ladder, paints: readonly Paint[]): Set<string> =>
  new Set([
    ladder.undercoat,
    ...ladder.steps.flatMap((s) => s.mix.map((m) => m.paint)),
    ...passesOf({ ladder, paints }).flatMap((p) => p.mix.map((m) => m.paint)),
  ]);
