import type { Adjustment, Piece } from '../piece/index.js';

/**
 * One value to set. The path names fields, and items of lists by their id, so that it stays true while lists change:
 * `['parts', 'helm', 'finish', 'steps']`. Without `to` the item or field named is taken away.
 */
export interface Change {
  readonly path: readonly string[];
  readonly to?: unknown;
}

/** A change of the piece that mends one finding and touches nothing else. */
export interface Fix {
  /** What it does, as an order: "widen it to 4 mm". */
  readonly label: string;
  readonly changes: readonly Change[];
}

type Held = Record<string, unknown>;
const isItem = (v: unknown): v is Held => v !== null && typeof v === 'object' && !Array.isArray(v);

function changed(at: unknown, [key, ...rest]: readonly string[], change: Change): unknown {
  if (Array.isArray(at)) {
    const index = at.findIndex((v) => isItem(v) && v['id'] === key);
    if (rest.length > 0) return at.map((v: unknown, i) => (i === index ? changed(v, rest, change) : v));
    if (change.to === undefined) return at.filter((_, i) => i !== index);
    return index < 0
      ? [...(at as unknown[]), change.to]
      : at.map((v: unknown, i) => (i === index ? change.to : v));
  }
  if (!isItem(at)) throw new RangeError(`fix: nothing stands at ${change.path.join('.')}`);
  return { ...at, [key]: rest.length > 0 ? changed(at[key], rest, change) : change.to };
}

/** The piece with a fix applied. */
export const applyFix = (piece: Piece, fix: Fix): Piece =>
  fix.changes.reduce((p, change) => changed(p, change.path, change) as Piece, piece);

/** The paths a fix changes, as text: `adjustments.pull-3.edge`. */
export const pathsOf = (fix: Fix): string[] => fix.changes.map((c) => c.path.join('.'));

/** Puts an adjustment in, or in place of the one with its id. */
export const putAdjustment = (label: string, a: Adjustment): Fix => ({
  label,
  changes: [{ path: ['adjustments', a.id], to: a }],
});

/** Sets one number of an adjustment. */
export const setAdjustment = (label: string, id: string, field: string, to: unknown): Fix => ({
  label,
  changes: [{ path: ['adjustments', id, field], to }],
});

/** Lets an adjustment go. */
export const release = (label: string, id: string): Fix => ({
  label,
  changes: [{ path: ['adjustments', id] }],
});

/** An id for an adjustment that the piece does not have yet. */
export function newAdjustmentId(piece: Piece, kind: string): string {
  const taken = new Set(piece.adjustments.map((a) => a.id));
  for (let n = 1; ; n++) if (!taken.has(`${kind}-${n}`)) return `${kind}-${n}`;
}
