import type { KeptApproach, Ladder, Paint, PassRef, RecipeChange } from '../piece/index.js';
import { savedPaint } from '../piece/index.js';
import { freeId } from '../units/index.js';
import { withSchool } from './adopt.js';

const idFrom = (name: string): string =>
  name
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 48) || 'approach';

/** Paints that changes of a recipe are laid with. */
const paintsNamed = (changes: readonly RecipeChange[]): Set<string> =>
  new Set(changes.flatMap((c) => ('mix' in c && c.mix ? c.mix.map((m) => m.paint) : [])));

/** The approach of a ladder with its changes, under a name; one that has the name already is replaced. */
export function keptApproach(
  ladder: Ladder,
  paints: readonly Paint[],
  name: string,
  before: readonly KeptApproach[] = [],
): KeptApproach {
  const named = paintsNamed(ladder.recipe);
  const same = before.find((k) => k.name.trim().toLowerCase() === name.trim().toLowerCase());
  return {
    id: same?.id ?? freeId(idFrom(name), new Set(before.map((k) => k.id))),
    name: name.trim(),
    school: ladder.school,
    steps: ladder.steps.map((s) => s.id),
    changes: ladder.recipe,
    paints: paints.filter((p) => named.has(p.id)).map(savedPaint),
  };
}

/** A list of kept approaches with one more, or with it in place of the one that has its id. */
export const withKept = (kept: readonly KeptApproach[], one: KeptApproach): KeptApproach[] =>
  kept.some((k) => k.id === one.id) ? kept.map((k) => (k.id === one.id ? one : k)) : [...kept, one];

/**
 * A ladder under an approach of the painter's own. Its changes are anchored to passes: those of a value step go to the step
 * that lies as far up in this ladder. Paints it names that are not among those to hand come with it.
 */
export function withKeptApproach(
  ladder: Ladder,
  kept: KeptApproach,
  paints: readonly Paint[],
): { ladder: Ladder; paints: Paint[] } {
  const last = ladder.steps.length - 1;
  const scale = kept.steps.length > 1 ? last / (kept.steps.length - 1) : 0;
  const moved = new Map(kept.steps.map((id, k) => [id, ladder.steps[Math.round(k * scale)].id]));
  const ref = <R extends PassRef | null>(of: R): R => of && { ...of, step: moved.get(of.step) ?? of.step };
  const recipe = kept.changes.map((c): RecipeChange => {
    if (c.kind === 'add') return { ...c, before: ref(c.before) };
    return c.kind === 'move'
      ? { ...c, pass: ref(c.pass), before: ref(c.before) }
      : { ...c, pass: ref(c.pass) };
  });
  const known = new Set(paints.map((p) => p.id));
  const brought = kept.paints.filter((p) => !known.has(p.id));
  const all = [...paints, ...brought];
  return { ladder: { ...withSchool(ladder, kept.school, all), recipe }, paints: brought };
}

/** Whether a ladder is laid by this approach as it was kept. */
export const isLaidBy = (ladder: Ladder, kept: KeptApproach): boolean =>
  ladder.school === kept.school &&
  JSON.stringify(ladder.recipe) === JSON.stringify(withKeptApproach(ladder, kept, []).ladder.recipe);
