import type { Ladder, PassRef, RecipeChange, RecipeChangeOf } from '../piece/index.js';
import { freeId } from '../units/index.js';
import { BRUSHED, GLAZED } from '../paint/index.js';
import type { Over, Pass, SchoolInput } from './definition.js';
import { BRUSH, dryOf, DRY_MIN, lastOf, midOf, pass, STROKES } from './parts.js';
import { schools } from './registry.js';

/** The passes of a ladder as the painter wants them, and changes whose pass the approach has not now. */
export interface Recipe {
  readonly passes: readonly Pass[];
  readonly waiting: readonly RecipeChange[];
}

export const sameRef = (a: PassRef, b: PassRef): boolean => a.role === b.role && a.step === b.step;

/** Id of the pass that lays the colours of all sources. */
const ALL_SOURCES = 'tint';
/** Whether a pass is that of one source of colour alone. */
const isOfSource = ({ role, step }: PassRef): boolean => role === 'tint' && step !== ALL_SOURCES;

/** What the painter changed about the tint of one source: left out, or laid otherwise. */
export function sourceChange(
  { recipe }: Pick<Ladder, 'recipe'>,
  source: string,
): { readonly leftOut: boolean; readonly own: RecipeChangeOf<'change'> | null } {
  const mine = recipe.filter((c) => 'pass' in c && isOfSource(c.pass) && c.pass.step === source);
  return {
    leftOut: mine.some((c) => c.kind === 'leave-out'),
    own: mine.find((c): c is RecipeChangeOf<'change'> => c.kind === 'change') ?? null,
  };
}

const refOf = ({ role, step }: Pass): PassRef => ({ role, step });

function placeOf(over: RecipeChangeOf<'add'>['over'], input: SchoolInput): Over {
  const [last, mid] = [lastOf(input), midOf(input)];
  switch (over) {
    case 'whole':
      return { from: 0, to: last };
    case 'lights':
      return { from: mid, to: last };
    case 'shade':
      return { from: 0, to: Math.max(0, mid - 1) };
    default:
      return over;
  }
}

const FILM = { glaze: 'glaze', wash: 'wash', value: 'paint', varnish: 'varnish' } as const;
const STROKE = {
  glaze: STROKES.lift,
  wash: STROKES.pool,
  value: STROKES.lift,
  varnish: STROKES.even,
} as const;
const TOOL = {
  glaze: BRUSH.glaze,
  wash: BRUSH.wash,
  value: BRUSH.base,
  varnish: BRUSH.broad,
} as const;
const LEAST_DRY = {
  glaze: DRY_MIN.glaze,
  wash: DRY_MIN.wash,
  value: DRY_MIN.layer,
  varnish: DRY_MIN.varnish,
} as const;

/** A pass of the painter's own. */
function ownPass(own: RecipeChangeOf<'add'>, input: SchoolInput): Pass {
  const { role, title, mix, water, thinner, coats, why, id } = own;
  return pass({
    role,
    step: id,
    title,
    film: FILM[role],
    over: placeOf(own.over, input),
    mix,
    water,
    thinner,
    coats: { count: coats },
    share: role === 'glaze' ? GLAZED : BRUSHED,
    tool: TOOL[role],
    stroke: STROKE[role],
    begin: 'fully dry',
    waitMin: dryOf(mix, input.paints, LEAST_DRY[role]),
    why: why || 'Your own pass.',
  });
}

/** Puts a pass before another, or last; null where that one is not there. */
function placed(passes: readonly Pass[], one: Pass, before: PassRef | null): Pass[] | null {
  if (before === null) return [...passes, one];
  const at = passes.findIndex((p) => sameRef(p, before));
  return at < 0 ? null : passes.toSpliced(at, 0, one);
}

/** What a change makes of the passes; null where it finds nothing to change. */
function changed(passes: readonly Pass[], change: RecipeChange, input: SchoolInput): readonly Pass[] | null {
  if (change.kind === 'add') return placed(passes, ownPass(change, input), change.before);
  // What one source of colour throws in is a layer of the pass of all of them: see sourceChange.
  if (isOfSource(change.pass)) return passes.some((p) => p.over === 'surroundings') ? passes : null;
  const at = passes.findIndex((p) => sameRef(p, change.pass));
  if (at < 0) return null;
  const rest = passes.toSpliced(at, 1);
  switch (change.kind) {
    case 'leave-out':
      return rest;
    case 'move':
      return placed(rest, passes[at], change.before);
    case 'change': {
      const { title, mix, water, coats, over } = change;
      const own: Pass = {
        ...passes[at],
        ...(title !== null && { title }),
        ...(mix !== null && { mix, words: null }),
        ...(water !== null && { water }),
        ...(coats !== null && { coats: { count: coats } }),
        ...(over !== undefined && { over: placeOf(over, input) }),
      };
      return passes.with(at, own);
    }
  }
}

/** The passes of a ladder by its approach, with the painter's changes made one after the other. */
export function recipeOf(input: SchoolInput): Recipe {
  let passes: readonly Pass[] = schools[input.ladder.school].passes(input);
  const waiting: RecipeChange[] = [];
  for (const change of input.ladder.recipe) {
    const next = changed(passes, change, input);
    if (next) passes = next;
    else waiting.push(change);
  }
  return { passes, waiting };
}

export const passesOf = (input: SchoolInput): readonly Pass[] => recipeOf(input).passes;

/** A change without the id it is kept under. */
type Bare<C> = C extends RecipeChange ? Omit<C, 'id'> : never;

/** Two changes about the same thing: the later one takes the place of the earlier. */
const aboutSame = (a: RecipeChange, b: Bare<RecipeChange>): boolean =>
  a.kind === b.kind && a.kind !== 'add' && 'pass' in b && sameRef(a.pass, b.pass);

/** A ladder with one more change of its recipe, in place of an earlier one about the same. */
export function withRecipeChange(ladder: Ladder, change: Bare<RecipeChange>): Ladder {
  const taken = new Set([...ladder.recipe.map((c) => c.id), ...ladder.steps.map((s) => s.id)]);
  const id = freeId(change.kind === 'add' ? 'own' : change.kind, taken);
  const kept = ladder.recipe.filter((c) => !aboutSame(c, change));
  return { ...ladder, recipe: [...kept, { ...change, id } as RecipeChange] };
}

/** A ladder without a change of its recipe. */
export const withoutRecipeChange = (ladder: Ladder, id: string): Ladder => ({
  ...ladder,
  recipe: ladder.recipe.filter((c) => c.id !== id),
});

/** A ladder with a pass put right before another, or last; the same where that changes nothing or cannot be. */
export function withPassPlaced(input: SchoolInput, ref: PassRef, before: PassRef | null): Ladder {
  const passes = passesOf(input);
  const at = passes.findIndex((p) => sameRef(p, ref));
  const to = before === null ? passes.length : passes.findIndex((p) => sameRef(p, before));
  // The undercoat stays first.
  if (at < 1 || to < 1 || to === at || to === at + 1) return input.ladder;
  const own = input.ladder.recipe.find((c) => c.kind === 'add' && c.role === ref.role && c.id === ref.step);
  if (own)
    return {
      ...input.ladder,
      recipe: input.ladder.recipe.map((c) => (c === own ? ({ ...own, before } as RecipeChange) : c)),
    };
  return withRecipeChange(input.ladder, { kind: 'move', pass: ref, before });
}

/** A ladder with a pass one place earlier (-1) or later (1) in its order; the same where there is none. */
export function withPassMoved(input: SchoolInput, ref: PassRef, by: 1 | -1): Ladder {
  const passes = passesOf(input);
  const at = passes.findIndex((p) => sameRef(p, ref));
  const beside = at + by;
  if (at < 1 || beside < 1 || beside >= passes.length) return input.ladder;
  const next = passes[by < 0 ? beside : beside + 1];
  return withPassPlaced(input, ref, next ? refOf(next) : null);
}
