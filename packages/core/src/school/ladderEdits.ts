import { ladderFromSpec, MIXED_KINDS } from '../match/index.js';
import { LEAST_STEPS, MOST_STEPS, type Metal } from '../metal/index.js';
import {
  paintOf,
  savedLadder,
  savedPaint,
  type Ladder,
  type Mix,
  type Paint,
  type Part,
  type Piece,
  type SchoolId,
  type Shelf,
} from '../piece/index.js';
import { paintSnapshot, withSchool } from './adopt.js';
import { flakeLadder } from './flakeLadder.js';
import { FREE } from '../ladder/index.js';
import { freeId, refused } from '../units/index.js';
import { pickPaint } from './parts.js';
import { schools } from './registry.js';

export interface KnownPaints {
  /** Every paint that a ladder may name: the shelf as it stands, and what the piece keeps besides. */
  readonly paints: readonly Paint[];
  /** Ids of those that nothing new is mixed from: pots that ran out, and paints that are not on the shelf. */
  readonly out: readonly string[];
  /** How many a search may mix from. */
  readonly count: number;
}

/** What a piece is mixed from. An empty shelf tells nothing of what is owned: then the piece's own paints serve. */
export function knownPaints(shelf: Shelf, own: readonly Paint[]): KnownPaints {
  const standing = new Set(shelf.paints.map((p) => p.id));
  const besides = own.filter((p) => !standing.has(p.id));
  const paints = [...shelf.paints.map(paintOf), ...besides];
  const out = [
    ...shelf.paints.filter((p) => p.left === 'none'),
    ...(shelf.paints.length > 0 ? besides : []),
  ].map((p) => p.id);
  const gone = new Set(out);
  return { paints, out, count: paints.filter((p) => MIXED_KINDS.has(p.kind) && !gone.has(p.id)).length };
}

const withStep = (ladder: Ladder, index: number, over: Partial<Ladder['steps'][number]>): Ladder => ({
  ...ladder,
  steps: ladder.steps.map((s, k) => (k === index ? { ...s, ...over } : s)),
});

/** A ladder whose step (from 0) aims at another value, L*; its mix is to be looked for. */
export const withStepValue = (ladder: Ladder, index: number, value: number): Ladder =>
  withStep(ladder, index, { value, settled: 'no' });

/** A ladder whose step (from 0) has a mix that the painter chose: searches leave it alone. */
export const withStepMix = (ladder: Ladder, index: number, mix: Mix, water: number): Ladder =>
  withStep(ladder, index, { mix, water, settled: 'yes' });

/** A ladder whose step (from 0) keeps its mix from now on, or gives it free for a search. */
export const withStepConfirmed = (ladder: Ladder, index: number, confirmed: boolean): Ladder =>
  withStep(ladder, index, { settled: confirmed ? 'yes' : 'no' });

/**
 * A ladder with one more step between one (from 0) and the next; all others keep their ids and mixes, so that what was
 * ticked stays ticked.
 * @param mix what it is laid with, drying to `value` (L*)
 */
export function withStepSplit(ladder: Ladder, index: number, mix: Mix, value: number): Ladder {
  const [dark, light] = [ladder.steps[index], ladder.steps[index + 1]];
  if (!dark || !light) throw refused('step', `${index}`, `0 to ${ladder.steps.length - 2}`);
  if (ladder.steps.length >= MOST_STEPS)
    throw refused('steps', `${ladder.steps.length + 1}`, `at most ${MOST_STEPS}`);
  const between = {
    id: freeId(`${ladder.id}-between`, new Set(ladder.steps.map((s) => s.id))),
    mix,
    water: (dark.water + light.water) / 2,
    aimedShare: (dark.aimedShare + light.aimedShare) / 2,
    value: Math.round(value * 10) / 10,
    settled: 'yes' as const,
  };
  return { ...ladder, steps: ladder.steps.toSpliced(index + 1, 0, between) };
}

/** A ladder without one of its steps (from 0); all others keep their ids and mixes. */
export function withoutStep(ladder: Ladder, index: number): Ladder {
  if (ladder.steps.length <= LEAST_STEPS)
    throw refused('steps', `${ladder.steps.length - 1}`, `at least ${LEAST_STEPS}`);
  return { ...ladder, steps: ladder.steps.toSpliced(index, 1) };
}

/** Whether a ladder names a paint in one of its steps that nothing may be mixed from. */
export const namesAny = (ladder: Ladder, out: readonly string[]): boolean =>
  ladder.steps.some((s) => s.mix.some((m) => out.includes(m.paint)));

/** A ladder whose steps that name paints not to hand are free for a search, at the values of its metal. */
export function freedFrom(ladder: Ladder, metal: Metal, out: readonly string[]): Ladder {
  const steps = ladder.steps.map((s) =>
    s.mix.some((m) => out.includes(m.paint)) ? { ...s, settled: 'no' as const } : s,
  );
  return ladderFromSpec({ ...ladder, steps }, { metal, steps: steps.length, crowd: 0 });
}

/**
 * Ladders and paints of a piece with a ladder in place of the one of its id. Every paint that its approach takes in hand
 * is kept with the piece, as it is given here.
 */
export function withLadder(
  piece: Pick<Piece, 'ladders' | 'paints'>,
  ladder: Ladder,
  paints: readonly Paint[],
): Pick<Piece, 'ladders' | 'paints'> {
  const used = paintSnapshot(ladder, paints);
  const taken = paints.filter((p) => used.has(p.id)).map(savedPaint);
  const byId = new Map(taken.map((p) => [p.id, p]));
  const known = new Set(piece.paints.map((p) => p.id));
  return {
    ladders: piece.ladders.map((l) => (l.id === ladder.id ? savedLadder(ladder) : l)),
    paints: [...piece.paints.map((p) => byId.get(p.id) ?? p), ...taken.filter((p) => !known.has(p.id))],
  };
}

/** Steps that a new metal is laid in. */
const NEW_STEPS = 7;

/**
 * A metal that a piece has not yet: steps to look for among the paints, or steps of flake where there are flakes alone.
 * @throws RefusedInput where there is neither
 */
export function newMetal(
  metal: Metal,
  taken: readonly Ladder[],
  known: Pick<KnownPaints, 'paints' | 'out'>,
): Extract<SchoolChange, { readonly kind: 'search' | 'flakes' }> {
  const owned = known.paints.filter((p) => !known.out.includes(p.id));
  const paint = owned.find((p) => MIXED_KINDS.has(p.kind));
  if (paint) {
    const spec = { metal, steps: NEW_STEPS, crowd: 0 };
    return { kind: 'search', ladder: ladderFromSpec(bareLadder(metal, taken, owned, paint), spec) };
  }
  const flake = owned.find((p) => p.kind === 'metallic');
  const ladder = flake && inFlakesInstead(bareLadder(metal, taken, owned, flake), metal, known);
  if (!ladder) throw nothingToMix(metal);
  return { kind: 'flakes', ladder };
}

const nothingToMix = (metal: Metal) =>
  refused(
    'shelf',
    'no paint to mix from',
    `at least one paint, or a flake paint near ${metal.label.toLowerCase()}`,
  );

/** A ladder as yet without steps of its own: each is the one paint. */
function bareLadder(metal: Metal, taken: readonly Ladder[], owned: readonly Paint[], any: Paint): Ladder {
  const under = pickPaint(owned, FIRST_UNDERCOAT, ['primer', 'paint']) ?? any;
  const step = { mix: [{ paint: any.id, parts: 1 }], water: 1, aimedShare: 1, ...FREE };
  return {
    id: freeId(metal.id, new Set(taken.map((l) => l.id))),
    name: metal.label,
    metal: metal.id,
    school: 'dark-first',
    undercoat: under.id,
    recipe: [],
    steps: Array.from({ length: NEW_STEPS }, (_, k) => ({ ...step, id: `${metal.id}-${k + 1}` })),
  };
}
const FIRST_UNDERCOAT = '#161616';

/** A piece with one more metal, and a part painted in it. */
export function withMetal(piece: Piece, part: string, ladder: Ladder, paints: readonly Paint[]): Piece {
  const held = withLadder({ ladders: [...piece.ladders, ladder], paints: piece.paints }, ladder, paints);
  return { ...piece, ...held, parts: piece.parts.map((p) => (p.id === part ? paintedIn(p, ladder.id) : p)) };
}

/** A part in another metal; one that was none is polished at first. */
export const paintedIn = (part: Part, ladder: string): Part => ({
  ...part,
  finish:
    part.finish.kind === 'metal'
      ? { ...part.finish, ladder }
      : { kind: 'metal', ladder, polish: 'polished', steps: null, composition: 0 },
});

/** What becomes of a ladder under another school. */
export type SchoolChange =
  /** The same steps, laid otherwise. */
  | { readonly kind: 'ready'; readonly ladder: Ladder }
  /** Other steps, whose mixes are to be looked for among the paints. */
  | { readonly kind: 'search'; readonly ladder: Ladder }
  /** Steps of flake, whose mixes with each other and with paint are not predicted. */
  | { readonly kind: 'flakes'; readonly ladder: Ladder }
  /** No flake comes near the metal, or one that nothing at hand darkens or lights. */
  | { readonly kind: 'too-few-flakes' };

/** Steps of ordinary paint that take the place of flakes. */
const PAINTED_STEPS = 7;

/**
 * A ladder under another school. Between ordinary paint and true metal its steps change, too.
 * @param metal what it aims at
 * @param known all paints it may name, and those it may not be mixed from
 */
export function changeSchool(
  ladder: Ladder,
  school: SchoolId,
  metal: Metal,
  { paints, out }: Pick<KnownPaints, 'paints' | 'out'>,
): SchoolChange {
  if (schools[school].metal === schools[ladder.school].metal)
    return { kind: 'ready', ladder: withSchool(ladder, school, paints) };
  if (schools[school].metal === 'painted') {
    const free = { ...ladder, steps: ladder.steps.map((s) => ({ ...s, settled: 'no' as const })) };
    const spec = { metal, steps: PAINTED_STEPS, crowd: 0 };
    return { kind: 'search', ladder: withSchool(ladderFromSpec(free, spec), school, paints) };
  }
  return changeFlakes({ ...ladder, school }, metal, { paints, out });
}

/** The approach of true metal that a metal has where there is nothing to mix it from. */
const FIRST_FLAKES: SchoolId = 'wash-and-lift';

/** A metal in the flakes at hand, where it cannot be mixed from paint; null where they do not come near it. */
export function inFlakesInstead(
  ladder: Ladder,
  metal: Metal,
  known: Pick<KnownPaints, 'paints' | 'out'>,
): Ladder | null {
  const change = changeFlakes({ ...ladder, school: FIRST_FLAKES }, metal, known);
  return change.kind === 'flakes' ? change.ladder : null;
}

/** A ladder of true metal in the flakes at hand that are nearest to another metal, by the approach it has. */
export function changeFlakes(
  ladder: Ladder,
  metal: Metal,
  { paints, out }: Pick<KnownPaints, 'paints' | 'out'>,
): SchoolChange {
  const owned = paints.filter((p) => !out.includes(p.id));
  const next = flakeLadder(ladder, ladder.school, metal, owned);
  return next ? { kind: 'flakes', ladder: next } : { kind: 'too-few-flakes' };
}
