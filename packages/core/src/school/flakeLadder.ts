import { deltaE, hexToLab, type Lab } from '../colour/index.js';
import { FREE, driedLab, paintsById, stepShares } from '../ladder/index.js';
import { MIXED_KINDS } from '../match/index.js';
import { metalAt, type Metal } from '../metal/index.js';
import type { Ladder, LadderStep, Mix, Paint, SchoolId } from '../piece/index.js';
import { deg } from '../units/index.js';
import { withSchool } from './adopt.js';
import { schools } from './registry.js';

/** A flake this far from the metal at its own value is another metal. */
const OTHER_METAL = 24;
/** A metal of less chroma has no hue of its own: its flakes have less than the second of these. */
const NEUTRAL = { metal: 10, flake: 12 } as const;
/** How far a flake's hue may be from that of a metal that has one, in degrees, and the share of its chroma it needs. */
const HUE = { offDeg: 26, chroma: 0.4 } as const;
/** Flakes that differ by less value are one step: the nearest to the metal is darkened and lit instead. */
const LEAST_RANGE = 8;
/** By how much value at least a flake is darkened with paint, and lit with silver, which also gleams more. */
const LEAST_DARKER = 4;
const LEAST_LIGHTER = 2;
/** The gap that is wanted to the darker step, and what a value short of it costs in colour difference. */
const WANTED_GAP = 16;
const SHORT_COST = 0.5;
/** Parts of flake to one of the paint that darkens it: fewer would not be metal any more. */
const DARKENED = [2, 4, 8];
/** Paints that darken a flake. */
const DARKENS: ReadonlySet<Paint['kind']> = new Set(['paint', 'ink', 'wash']);

/** Kinds of pots that a step of an approach may be mixed from, the usual ones first. */
export const mixedKinds = (school: SchoolId): readonly Paint['kind'][] =>
  schools[school].metal === 'flake' ? ['metallic', ...DARKENS] : [...MIXED_KINDS];
const WATER = 0.25;

interface Flake {
  readonly p: Paint;
  readonly lab: Lab;
}

interface FlakeSteps {
  /** Dark to light. */
  readonly mixes: readonly Mix[];
  /** Whether the lightest is for dots; otherwise it is the metal itself, and covers what faces the light. */
  readonly toDots: boolean;
}

const chroma = (c: Lab) => Math.hypot(c.a, c.b);
const off = (metal: Metal, lab: Lab) => deltaE(lab, metalAt(metal, lab.l));
const hasHue = (metal: Metal, l: number) => chroma(metalAt(metal, l)) >= NEUTRAL.metal;

/** Whether a flake has the metal's hue: silver is never made of gilt, nor gold of silver. */
function sameHue(metal: Metal, lab: Lab): boolean {
  const wanted = metalAt(metal, lab.l);
  if (!hasHue(metal, lab.l)) return chroma(lab) < NEUTRAL.flake;
  const turned = Math.abs(Math.atan2(lab.b, lab.a) - Math.atan2(wanted.b, wanted.a));
  return (
    deg(Math.min(turned, 2 * Math.PI - turned)) <= HUE.offDeg && chroma(lab) >= HUE.chroma * chroma(wanted)
  );
}

const one = ({ id }: Paint, parts = 1): Mix => [{ paint: id, parts }];

/** Steps of two flakes or more: the darkest, the best between, an equal mix below the brightest, the brightest. */
function ofSeveral(near: readonly Flake[], metal: Metal): FlakeSteps {
  const [dark, bright] = [near[0].p, near[near.length - 1].p];
  const between = near.slice(1, -1).sort((a, b) => off(metal, a.lab) - off(metal, b.lab))[0]?.p;
  const mixes = between
    ? [one(dark), one(between), [...one(between), ...one(bright)], one(bright)]
    : [one(dark), [...one(dark), ...one(bright)], one(bright)];
  return { mixes, toDots: true };
}

/**
 * Steps of a flake that is alone: darkened with the paint that leaves it nearest to the metal, and where the metal has a hue
 * lit with a silver one that is paler, which goes into pale gold and never the other way round.
 */
function ofOne({ p, lab }: Flake, metal: Metal, paints: readonly Paint[]): FlakeSteps {
  const byId = paintsById(paints);
  const best = (mixes: readonly Mix[], holds: (mixed: Lab) => boolean, gap: number) =>
    mixes
      .map((mix) => ({ mix, mixed: driedLab(mix, byId) }))
      .filter(({ mixed }) => holds(mixed) && sameHue(metal, mixed))
      .map(({ mix, mixed }) => ({
        mix,
        cost: off(metal, mixed) + SHORT_COST * Math.max(0, gap - Math.abs(mixed.l - lab.l)),
      }))
      .sort((a, b) => a.cost - b.cost)
      .slice(0, 1)
      .map(({ mix }) => mix);
  const darkened = paints
    .filter((q) => DARKENS.has(q.kind))
    .flatMap((q) => DARKENED.map((parts) => [...one(p, parts), ...one(q)]));
  const withSilver = paints
    .filter((q) => q.kind === 'metallic' && chroma(hexToLab(q.hex)) < NEUTRAL.flake && hasHue(metal, lab.l))
    .map((q) => [...one(p), ...one(q)]);
  const dark = best(darkened, (mixed) => mixed.l <= lab.l - LEAST_DARKER, WANTED_GAP);
  const light = best(withSilver, (mixed) => mixed.l >= lab.l + LEAST_LIGHTER, 0);
  return { mixes: [...dark, one(p), ...light], toDots: light.length > 0 };
}

/**
 * Value steps of true metal from the flakes at hand that come near the metal: the darkest, a middle and the brightest with
 * an equal mix below it; where there is but one, that one with what darkens and lights it. Null where there is none, or one
 * that nothing at hand darkens or lights.
 */
export function flakeLadder(
  ladder: Ladder,
  school: SchoolId,
  metal: Metal,
  paints: readonly Paint[],
): Ladder | null {
  const near = paints
    .filter((p) => p.kind === 'metallic')
    .map((p): Flake => ({ p, lab: hexToLab(p.hex) }))
    .filter(({ lab }) => off(metal, lab) <= OTHER_METAL && sameHue(metal, lab))
    .sort((a, b) => a.lab.l - b.lab.l);
  if (near.length === 0) return null;
  const ranges = near[near.length - 1].lab.l - near[0].lab.l >= LEAST_RANGE;
  const [nearest] = [...near].sort((a, b) => off(metal, a.lab) - off(metal, b.lab));
  const { mixes, toDots } = ranges ? ofSeveral(near, metal) : ofOne(nearest, metal, paints);
  if (mixes.length < 2) return null;
  const shares = stepShares(mixes.length + (toDots ? 0 : 1), metal.coverShares);
  const steps = mixes.map((mix, k): LadderStep => ({
    id: `${ladder.id}-flake-${k + 1}`.slice(-60),
    mix,
    water: WATER,
    aimedShare: shares[k],
    ...FREE,
  }));
  return withSchool({ ...ladder, name: metal.label, metal: metal.id, steps }, school, paints);
}
