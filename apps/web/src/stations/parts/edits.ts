import {
  adjustmentsFor,
  bronze,
  coldSteel,
  copiesOf,
  freeId,
  MOST_PARTS,
  newPart,
  twinsOf,
  type Adjustment,
  type Form,
  type Place,
  type Part,
  type Piece,
} from '@pale-glint/core';
import type { PieceStore } from '../../store/pieceStore.js';

/** What is worked on: one part, or all of a group. */
export type Chosen = { readonly kind: 'part' | 'group'; readonly id: string } | null;

/** Parts that are chosen, in depth order. */
export const chosenParts = (piece: Piece, chosen: Chosen): Part[] =>
  chosen === null
    ? []
    : piece.parts.filter((p) => (chosen.kind === 'part' ? p.id === chosen.id : p.group === chosen.id));

/** A place, or a way, in the piece's mm. */
type At = Pick<Place, 'xMm' | 'yMm'>;

const ids = (piece: Piece) => piece.parts.map((p) => p.id);
const fits = (piece: Piece, more: number) => piece.parts.length + more <= MOST_PARTS;
export const FULL = `A piece holds at most ${MOST_PARTS} parts.`;

/** Brings in the ladders that parts name and the piece has not yet. */
function withLadders(d: Piece, parts: readonly Part[]): void {
  for (const ladder of [coldSteel, bronze])
    if (
      !d.ladders.some((l) => l.id === ladder.id) &&
      parts.some((p) => p.finish.kind === 'metal' && p.finish.ladder === ladder.id)
    )
      d.ladders.push(ladder);
}

/** Copies a group's parts into a group of their own. */
function regrouped(d: Piece, copies: Part[], chosen: Chosen): { parts: Part[]; group: string | null } {
  if (chosen?.kind !== 'group') return { parts: copies, group: null };
  const from = d.groups.find((g) => g.id === chosen.id);
  const id = freeId(chosen.id, new Set(d.groups.map((g) => g.id)));
  d.groups.push({ id, name: `${from?.name ?? 'Group'}, again`.slice(0, 80) });
  return { parts: copies.map((p) => ({ ...p, group: id })), group: id };
}

/** Deeds of the Parts station; each is one step of undo. They answer with what is chosen then. */
export const edits = {
  /** Adds parts of the library in front; a single part inherits metal and polish from the last one. */
  add(store: PieceStore, parts: readonly Part[], { xMm, yMm }: At, groupName: string | null): Chosen {
    const piece = store.get().piece;
    if (!fits(piece, parts.length)) return null;
    const last = [...piece.parts].reverse().find((p) => p.finish.kind === 'metal');
    const copies = copiesOf(parts, ids(piece), xMm, yMm).map((p) =>
      groupName === null && last ? { ...p, finish: last.finish } : p,
    );
    const group = groupName === null ? null : freeId(parts[0].id, new Set(piece.groups.map((g) => g.id)));
    store.change((d) => {
      withLadders(d, copies);
      if (group && groupName) d.groups.push({ id: group, name: groupName });
      d.parts.push(...copies.map((p) => ({ ...p, group })));
    });
    return group ? { kind: 'group', id: group } : { kind: 'part', id: copies[copies.length - 1].id };
  },

  /** Adds a part made by taps in front; it inherits metal and polish from the last one. */
  addMade(store: PieceStore, { form, place }: { form: Form; place: Place }, label: string): Chosen {
    const piece = store.get().piece;
    const taken = new Set(ids(piece));
    const id = freeId(label.toLowerCase().replace(/[^a-z]+/g, '-'), taken);
    const count = piece.parts.filter((p) => p.name.startsWith(label)).length;
    const name = count === 0 ? label : `${label} ${count + 1}`;
    const fresh = { ...newPart(id, form, name), place };
    return edits.add(store, [fresh], { xMm: 0, yMm: 0 }, null);
  },

  duplicate(store: PieceStore, chosen: Chosen): Chosen {
    const piece = store.get().piece;
    const copies = copiesOf(chosenParts(piece, chosen), ids(piece), 1.5, -1.5);
    return edits.put(
      store,
      copies,
      chosen,
      adjustmentsFor(chosenParts(piece, chosen), copies, piece.adjustments, false),
    );
  },

  twin(store: PieceStore, chosen: Chosen): Chosen {
    const piece = store.get().piece;
    const from = chosenParts(piece, chosen);
    const twins = twinsOf(from, ids(piece));
    return edits.put(store, twins, chosen, adjustmentsFor(from, twins, piece.adjustments, true));
  },

  /** Puts copies right in front of what they were made from. */
  put(store: PieceStore, copies: Part[], chosen: Chosen, hand: readonly Adjustment[] = []): Chosen {
    const piece = store.get().piece;
    if (copies.length === 0 || !fits(piece, copies.length)) return chosen;
    let then: Chosen = { kind: 'part', id: copies[0].id };
    store.change((d) => {
      const { parts, group } = regrouped(d, copies, chosen);
      const from = new Set(chosenParts(piece, chosen).map((p) => p.id));
      const at = d.parts.reduce((last, p, i) => (from.has(p.id) ? i : last), d.parts.length - 1);
      d.parts.splice(at + 1, 0, ...parts);
      d.adjustments.push(...hand);
      if (group) then = { kind: 'group', id: group };
    });
    return then;
  },

  remove(store: PieceStore, chosen: Chosen): void {
    const gone = new Set(chosenParts(store.get().piece, chosen).map((p) => p.id));
    if (gone.size === 0) return;
    store.change((d) => {
      d.parts = d.parts.filter((p) => !gone.has(p.id));
      if (d.rig.focalPart && gone.has(d.rig.focalPart)) d.rig.focalPart = null;
      d.adjustments = d.adjustments.filter((a) => !gone.has(a.part));
      d.critique.quiet = d.critique.quiet.filter((q) => q.part === null || !gone.has(q.part));
      for (const n of d.notes) if (n.part && gone.has(n.part)) n.part = null;
      if (chosen?.kind === 'group') d.groups = d.groups.filter((g) => g.id !== chosen.id);
    });
  },

  /** One place nearer to the eye (1) or farther (-1); a group goes as one. */
  reorder(store: PieceStore, chosen: Chosen, by: 1 | -1): void {
    const piece = store.get().piece;
    const mine = new Set(chosenParts(piece, chosen).map((p) => p.id));
    const at = piece.parts.flatMap((p, i) => (mine.has(p.id) ? [i] : []));
    const next = by === 1 ? at[at.length - 1] + 1 : at[0] - 1;
    if (at.length === 0 || next < 0 || next >= piece.parts.length) return;
    store.change((d) => {
      const [jumped] = d.parts.splice(next, 1);
      d.parts.splice(by === 1 ? at[0] : at[at.length - 1], 0, jumped);
    });
  },

  move(store: PieceStore, chosen: Chosen, by: At, gesture: string): void {
    const mine = new Set(chosenParts(store.get().piece, chosen).map((p) => p.id));
    store.change((d) => {
      for (const p of d.parts)
        if (mine.has(p.id)) {
          p.place.xMm += by.xMm;
          p.place.yMm += by.yMm;
        }
    }, gesture);
  },

  /** Puts a part into a group: one there is, a new one (''), or none (null). */
  intoGroup(store: PieceStore, part: string, group: string | null): void {
    store.change((d) => {
      let id = group;
      if (group === '') {
        id = freeId('group', new Set(d.groups.map((g) => g.id)));
        d.groups.push({ id, name: `Group ${d.groups.length + 1}` });
      }
      const p = d.parts.find((q) => q.id === part);
      if (p) p.group = id;
      // A group that nothing belongs to any more is no group.
      d.groups = d.groups.filter((g) => d.parts.some((q) => q.group === g.id));
    });
  },

  ungroup(store: PieceStore, group: string): void {
    store.change((d) => {
      for (const p of d.parts) if (p.group === group) p.group = null;
      d.groups = d.groups.filter((g) => g.id !== group);
    });
  },
};
