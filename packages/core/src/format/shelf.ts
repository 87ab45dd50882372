import { RefusedInput, type Problem } from '../units/index.js';
import {
  EMPTY_SHELF,
  LEFT,
  paintSchema,
  shelfSchema,
  type Brush,
  type Paint,
  type Shelf,
  type ShelfPaint,
} from '../piece/index.js';
import type { ListedPaint } from './paintList.js';
import { migrateShelf } from './migrations/index.js';
import { heldText, problemsOf } from './problems.js';

/** A shelf file may hold this many bytes (UTF-8). */
export const MOST_SHELF_BYTES = 2 * 1024 * 1024;
const MOST_PROBLEMS = 50;

/** Names are one on a shelf: a list, a mix and a painter all call paints by name. */
function doubled(
  items: readonly { readonly id: string; readonly name: string }[],
  list: string,
  one: string,
): Problem[] {
  const problems: Problem[] = [];
  const [ids, names] = [new Set<string>(), new Set<string>()];
  items.forEach((p, i) => {
    if (ids.has(p.id))
      problems.push({
        path: `${list}[${i}].id`,
        held: heldText(p.id),
        accepted: `an id that no other ${one} has`,
      });
    if (names.has(nameKey(p.name)))
      problems.push({
        path: `${list}[${i}].name`,
        held: heldText(p.name),
        accepted: `a name that no other ${one} has`,
      });
    ids.add(p.id);
    names.add(nameKey(p.name));
  });
  return problems;
}

const nameKey = (name: string) => name.trim().toLowerCase();

/** Checks a shelf that is JSON already. @throws RefusedInput with every problem found */
export function checkShelf(json: unknown): Shelf {
  const result = shelfSchema.safeParse(json);
  if (!result.success) throw new RefusedInput(problemsOf(result.error, json).slice(0, MOST_PROBLEMS));
  const problems = [
    ...doubled(result.data.paints, 'paints', 'paint'),
    ...doubled(result.data.brushes, 'brushes', 'brush'),
    ...doubled(result.data.approaches, 'approaches', 'approach'),
  ];
  if (problems.length > 0) throw new RefusedInput(problems.slice(0, MOST_PROBLEMS));
  return result.data;
}

/** Reads a shelf file. @throws RefusedInput */
export function readShelf(text: string): Shelf {
  if (new TextEncoder().encode(text).length > MOST_SHELF_BYTES)
    throw new RefusedInput([
      {
        path: 'file',
        held: `${text.length} characters`,
        accepted: `at most ${MOST_SHELF_BYTES / 1048576} MB`,
      },
    ]);
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    throw new RefusedInput([
      { path: 'file', held: heldText(text.slice(0, 40)), accepted: 'a shelf: a JSON object' },
    ]);
  }
  return checkShelf(
    json !== null && typeof json === 'object' ? migrateShelf(json as Record<string, unknown>) : json,
  );
}

export const writeShelf = (shelf: Shelf): string => `${JSON.stringify(checkShelf(shelf), null, 1)}\n`;

/** An id made from a name, that none of `taken` has. */
export function paintId(name: string, taken: ReadonlySet<string>): string {
  const plain =
    name
      .normalize('NFKD')
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-+|-+$/g, '')
      .slice(0, 56) || 'paint';
  if (!taken.has(plain)) return plain;
  for (let n = 2; ; n++) if (!taken.has(`${plain}-${n}`)) return `${plain}-${n}`;
}

/** A measured figure from a list's further columns, where it is one. */
function measuredIn(
  more: Readonly<Record<string, string>>,
  key: 'contrast' | 'strength',
  accepted: { safeParse: (v: unknown) => { success: boolean } },
) {
  const text = more[key]?.trim() ?? '';
  return text !== '' && accepted.safeParse(Number(text)).success ? { [key]: Number(text) } : {};
}

export interface Shelved {
  readonly shelf: Shelf;
  /** Names that are new on the shelf, and names that were there and now say otherwise. */
  readonly added: readonly string[];
  readonly changed: readonly string[];
  readonly same: readonly string[];
}

/** Paints put on a shelf: those it has by name are brought up to date and keep their id, code, notes and what is left. */
export function shelved(shelf: Shelf, paints: readonly (ListedPaint | Paint)[]): Shelved {
  const next = shelf.paints.map((p) => ({ ...p }));
  const ids = new Set(next.map((p) => p.id));
  const byName = new Map(next.map((p) => [nameKey(p.name), p]));
  const [added, changed, same]: string[][] = [[], [], []];
  for (const paint of paints) {
    const { name, hex, kind, opacity, tint, finish } = paint;
    const more = 'more' in paint ? paint.more : {};
    const old = byName.get(nameKey(name));
    const dryMin = 'dryMin' in paint ? paint.dryMin : null;
    const extra = {
      ...(more['code'] && { code: more['code'].slice(0, 40) }),
      ...((LEFT as readonly string[]).includes(more['left'] ?? '') && {
        left: more['left'] as ShelfPaint['left'],
      }),
      ...(more['notes'] && { notes: more['notes'].slice(0, 400) }),
      guessed: more['guessed'] === 'yes' ? ('yes' as const) : ('no' as const),
    };
    const measured = {
      ...measuredIn(more, 'contrast', paintSchema.shape.contrast),
      ...measuredIn(more, 'strength', paintSchema.shape.strength),
      ...('contrast' in paint && { contrast: paint.contrast, strength: paint.strength }),
    };
    if (!old) {
      const id = paintId('id' in paint ? paint.id : name, ids);
      ids.add(id);
      const fresh: ShelfPaint = {
        id,
        name,
        hex,
        kind,
        opacity,
        tint,
        finish,
        dryMin,
        contrast: null,
        strength: null,
        ...measured,
        code: '',
        left: 'plenty',
        notes: '',
        ...extra,
      };
      next.push(fresh);
      byName.set(nameKey(name), fresh);
      added.push(name);
      continue;
    }
    const before = JSON.stringify(old);
    Object.assign(old, {
      hex,
      kind,
      opacity,
      tint,
      finish,
      ...extra,
      ...measured,
      ...(dryMin !== null && { dryMin }),
    });
    (JSON.stringify(old) === before ? same : changed).push(old.name);
  }
  return { shelf: { ...shelf, paints: next }, added, changed, same };
}

/** A shelf of these paints and brushes. */
export const shelfOf = (paints: readonly Paint[], brushes: readonly Brush[] = []): Shelf => ({
  ...shelved(EMPTY_SHELF, paints).shelf,
  brushes: [...brushes],
});

/** A shelf with what another has besides: pots, brushes and approaches whose names it has not. What it has stays as it is. */
export function mergedShelf(shelf: Shelf, other: Shelf): Shelf {
  const without = <T extends { readonly name: string }>(have: readonly T[], more: readonly T[]): T[] => {
    const names = new Set(have.map((one) => nameKey(one.name)));
    return more.filter((one) => !names.has(nameKey(one.name)));
  };
  /** Beside those that are there, each under an id of its own. */
  const beside = <T extends { readonly id: string; readonly name: string }>(
    have: readonly T[],
    more: readonly T[],
  ): T[] => {
    const ids = new Set(have.map((one) => one.id));
    const fresh = without(have, more).map((one) => {
      const id = paintId(one.id, ids);
      ids.add(id);
      return { ...one, id };
    });
    return [...have, ...fresh];
  };
  return {
    ...shelf,
    paints: beside(shelf.paints, other.paints),
    brushes: beside(shelf.brushes, other.brushes),
    approaches: beside(shelf.approaches, other.approaches),
  };
}
