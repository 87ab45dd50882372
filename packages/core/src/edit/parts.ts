import { adjustmentsFor, copiesOf, twinsOf } from '../form/index.js';
import { bronze, coldSteel } from '../ladder/index.js';
import {
  MOST_PARTS,
  viewIn,
  type Adjustment,
  type Form,
  type Part,
  type Piece,
  type Place,
} from '../piece/index.js';
import { freeId } from '../units/index.js';
import { newPart } from './newPart.js';
import { withSoundLinks } from './sameMetal.js';
import { withWearCopied } from './wear.js';

/** What is worked on: one part, or all of a group. */
export type Chosen = { readonly kind: 'part' | 'group'; readonly id: string } | null;

/** A piece after an edit, and what is chosen then. */
export interface Edited {
  readonly piece: Piece;
  readonly chosen: Chosen;
}

/** A place, or a way, in the piece's mm. */
type At = Pick<Place, 'xMm' | 'yMm'>;
/** The same in a view; the first where none is told. */
type AtInView = At & { readonly view?: string };

/** Parts that are chosen, in depth order. */
export const chosenParts = (piece: Pick<Piece, 'parts'>, chosen: Chosen): Part[] =>
  chosen === null
    ? []
    : piece.parts.filter((p) => (chosen.kind === 'part' ? p.id === chosen.id : p.group === chosen.id));

const idsOf = (piece: Piece) => piece.parts.map((p) => p.id);
const groupIds = (piece: Piece) => new Set(piece.groups.map((g) => g.id));
const fits = (piece: Piece, more: number) => piece.parts.length + more <= MOST_PARTS;

/** The ladders of a piece, with those of the library that parts name and the piece has not yet. */
function laddersFor(piece: Piece, parts: readonly Part[]): Piece['ladders'] {
  const missing = [coldSteel, bronze].filter(
    ({ id }) =>
      !piece.ladders.some((l) => l.id === id) &&
      parts.some((p) => p.finish.kind === 'metal' && p.finish.ladder === id),
  );
  return missing.length > 0 ? [...piece.ladders, ...missing] : piece.ladders;
}

/**
 * Adds parts of the library before all others of a view, moved by `at`. A single part inherits metal and polish from the
 * last one of metal; several come as a group of their own.
 * @param groupName null for a single part
 * @returns the piece unchanged, and nothing chosen, where it is full
 */
export function withPartsAdded(
  piece: Piece,
  parts: readonly Part[],
  { xMm, yMm, view = '' }: AtInView,
  groupName: string | null,
): Edited {
  if (!fits(piece, parts.length)) return { piece, chosen: null };
  const last = piece.parts.findLast((p) => p.finish.kind === 'metal');
  const seenIn = viewIn(piece, view).id;
  const copies = copiesOf(parts, idsOf(piece), xMm, yMm).map((p) => ({
    ...p,
    view: seenIn,
    ...(groupName === null && last && { finish: last.finish }),
  }));
  const group = groupName === null ? null : freeId(parts[0].id, groupIds(piece));
  return {
    piece: {
      ...piece,
      ladders: laddersFor(piece, copies),
      groups: group && groupName ? [...piece.groups, { id: group, name: groupName }] : piece.groups,
      parts: [...piece.parts, ...copies.map((p) => ({ ...p, group }))],
    },
    chosen: group ? { kind: 'group', id: group } : { kind: 'part', id: copies[copies.length - 1].id },
  };
}

/** Adds a part made by taps in front, named for what it is; it inherits metal and polish from the last one of metal. */
export function withPartMade(
  piece: Piece,
  { form, place, view }: { readonly form: Form; readonly place: Place; readonly view?: string },
  label: string,
): Edited {
  const id = freeId(label.toLowerCase().replace(/[^a-z]+/g, '-'), new Set(idsOf(piece)));
  const count = piece.parts.filter(
    ({ name: n }) => n.startsWith(label) && /^( \d+)?$/.test(n.slice(label.length)),
  ).length;
  const name = count === 0 ? label : `${label} ${count + 1}`;
  return withPartsAdded(
    piece,
    [{ ...newPart(id, form, name), place }],
    { xMm: 0, yMm: 0, ...(view !== undefined && { view }) },
    null,
  );
}

/** Copies lie this far beside what they were made from. */
const BESIDE_MM = 1.5;

/** A copy of what is chosen, right in front of it and a little beside it, with what was changed by hand. */
export function withDuplicate(piece: Piece, chosen: Chosen): Edited {
  const from = chosenParts(piece, chosen);
  const copies = copiesOf(from, idsOf(piece), BESIDE_MM, -BESIDE_MM);
  return withCopies(piece, chosen, copies, {
    from,
    adjustments: adjustmentsFor(from, copies, piece.adjustments, false),
  });
}

/** The same for the other side of the piece, mirrored about its upright middle. */
export function withTwin(piece: Piece, chosen: Chosen): Edited {
  const from = chosenParts(piece, chosen);
  const twins = twinsOf(from, idsOf(piece));
  return withCopies(piece, chosen, twins, {
    from,
    adjustments: adjustmentsFor(from, twins, piece.adjustments, true),
  });
}

function withCopies(
  piece: Piece,
  chosen: Chosen,
  copies: readonly Part[],
  along: { readonly from: readonly Part[]; readonly adjustments: readonly Adjustment[] },
): Edited {
  if (copies.length === 0 || !fits(piece, copies.length)) return { piece, chosen };
  const old = chosen?.kind === 'group' ? piece.groups.find((g) => g.id === chosen.id) : undefined;
  const group = old && { id: freeId(old.id, groupIds(piece)), name: `${old.name}, again`.slice(0, 80) };
  const mine = new Set(chosenParts(piece, chosen).map((p) => p.id));
  const after = piece.parts.findLastIndex((p) => mine.has(p.id)) + 1;
  return {
    piece: {
      ...withWearCopied(piece, along.from, copies),
      groups: group ? [...piece.groups, group] : piece.groups,
      parts: piece.parts.toSpliced(after, 0, ...copies.map((p) => (group ? { ...p, group: group.id } : p))),
      adjustments: [...piece.adjustments, ...along.adjustments],
    },
    chosen: group ? { kind: 'group', id: group.id } : { kind: 'part', id: copies[0].id },
  };
}

/** The piece without some parts, and without what named them: focal part, changes by hand, dismissed findings, notes. */
export function withoutPartsOf(piece: Piece, gone: ReadonlySet<string>): Piece {
  if (gone.size === 0) return piece;
  const { focalPart } = piece.rig;
  return withSoundLinks({
    ...piece,
    parts: piece.parts.filter((p) => !gone.has(p.id)),
    rig: focalPart && gone.has(focalPart) ? { ...piece.rig, focalPart: null } : piece.rig,
    adjustments: piece.adjustments.filter((a) => !gone.has(a.part)),
    wear: piece.wear.filter((w) => !gone.has(w.part)),
    critique: {
      ...piece.critique,
      quiet: piece.critique.quiet.filter((q) => q.part === null || !gone.has(q.part)),
    },
    notes: piece.notes.map((n) => (n.part && gone.has(n.part) ? { ...n, part: null } : n)),
  });
}

/** The piece without what is chosen. */
export function withoutParts(piece: Piece, chosen: Chosen): Piece {
  const rest = withoutPartsOf(piece, new Set(chosenParts(piece, chosen).map((p) => p.id)));
  return chosen?.kind === 'group' && rest !== piece
    ? { ...rest, groups: rest.groups.filter((g) => g.id !== chosen.id) }
    : rest;
}

/** One place nearer to the eye (1) or farther (-1), before all others (front) or behind them (back). */
export type DepthStep = 1 | -1 | 'front' | 'back';

/** What is chosen, moved in depth; a group goes as one, and stays in its own order. */
export function reordered(piece: Piece, chosen: Chosen, by: DepthStep): Piece {
  const mine = new Set(chosenParts(piece, chosen).map((p) => p.id));
  if (by === 'front' || by === 'back') {
    const [own, others] = [true, false].map((is) => piece.parts.filter((p) => mine.has(p.id) === is));
    return { ...piece, parts: by === 'front' ? [...others, ...own] : [...own, ...others] };
  }
  const at = piece.parts.flatMap((p, i) => (mine.has(p.id) ? [i] : []));
  if (at.length === 0) return piece;
  // What is seen from another side lies neither before nor behind it.
  const beside = (p: Part) => p.view === piece.parts[at[0]].view && !mine.has(p.id);
  const next =
    by === 1
      ? piece.parts.findIndex((p, i) => i > at[at.length - 1] && beside(p))
      : piece.parts.findLastIndex((p, i) => i < at[0] && beside(p));
  if (next < 0) return piece;
  const parts = [...piece.parts];
  const [jumped] = parts.splice(next, 1);
  parts.splice(by === 1 ? at[0] : at[at.length - 1], 0, jumped);
  return { ...piece, parts };
}

/** What is chosen, moved over the piece. */
export function moved(piece: Piece, chosen: Chosen, by: At): Piece {
  const mine = new Set(chosenParts(piece, chosen).map((p) => p.id));
  const place = (at: Place) => ({ ...at, xMm: at.xMm + by.xMm, yMm: at.yMm + by.yMm });
  return {
    ...piece,
    parts: piece.parts.map((p) => (mine.has(p.id) ? { ...p, place: place(p.place) } : p)),
  };
}

/** A group that nothing belongs to any more is no group. */
const withoutEmptyGroups = (piece: Piece): Piece => ({
  ...piece,
  groups: piece.groups.filter((g) => piece.parts.some((p) => p.group === g.id)),
});

/** A part put into a group there is, or into none (null). */
export const withPartInGroup = (piece: Piece, part: string, group: string | null): Piece =>
  withoutEmptyGroups({
    ...piece,
    parts: piece.parts.map((p) => (p.id === part ? { ...p, group } : p)),
  });

/** A part put into a new group. */
export function withPartInNewGroup(piece: Piece, part: string): Piece {
  const id = freeId('group', groupIds(piece));
  const groups = [...piece.groups, { id, name: `Group ${piece.groups.length + 1}` }];
  return withPartInGroup({ ...piece, groups }, part, id);
}

/** A group taken apart; its parts stay. */
export const ungrouped = (piece: Piece, group: string): Piece => ({
  ...piece,
  parts: piece.parts.map((p) => (p.group === group ? { ...p, group: null } : p)),
  groups: piece.groups.filter((g) => g.id !== group),
});
