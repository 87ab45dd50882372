import {
  MOST_PARTS,
  moved,
  reordered,
  resized,
  ungrouped,
  withDuplicate,
  withoutParts,
  withPartInGroup,
  withPartInNewGroup,
  withPartInView,
  withPartMade,
  withPartsAdded,
  withTwin,
  type Chosen,
  type DepthStep,
  type Edited,
  type Form,
  type Part,
  type Piece,
  type Place,
} from '@pale-glint/core';
import type { PieceStore } from '../../store/pieceStore.js';

export const FULL = `A piece holds at most ${MOST_PARTS} parts.`;

function put(store: PieceStore, edit: (piece: Piece) => Edited): Chosen {
  const { piece, chosen } = edit(store.get().piece);
  store.edit(() => piece);
  return chosen;
}

/** Edits of the Parts station; each is one step of undo. Those that add answer with what is chosen then. */
export const edits = {
  add: (
    store: PieceStore,
    parts: readonly Part[],
    at: Pick<Place, 'xMm' | 'yMm'> & { readonly view: string },
    group: string | null,
  ) => put(store, (piece) => withPartsAdded(piece, parts, at, group)),
  addMade: (store: PieceStore, made: { form: Form; place: Place; view: string }, label: string) =>
    put(store, (piece) => withPartMade(piece, made, label)),
  duplicate: (store: PieceStore, chosen: Chosen) => put(store, (piece) => withDuplicate(piece, chosen)),
  twin: (store: PieceStore, chosen: Chosen) => put(store, (piece) => withTwin(piece, chosen)),
  remove: (store: PieceStore, chosen: Chosen) => store.edit((piece) => withoutParts(piece, chosen)),
  reorder: (store: PieceStore, chosen: Chosen, by: DepthStep) =>
    store.edit((piece) => reordered(piece, chosen, by)),
  move: (store: PieceStore, chosen: Chosen, by: Pick<Place, 'xMm' | 'yMm'>, gesture: string) =>
    store.edit((piece) => moved(piece, chosen, by), gesture),
  /** Makes a group larger or smaller than it was in `from`; a run of it is one step of undo. */
  resizeGroup: (store: PieceStore, from: Piece, id: string, factor: number) =>
    store.edit(() => resized(from, { kind: 'group', id }, factor), `${id}/size`),
  /** Puts a part into a group: one there is, a new one (''), or none (null). */
  intoGroup: (store: PieceStore, part: string, group: string | null) =>
    store.edit((piece) =>
      group === '' ? withPartInNewGroup(piece, part) : withPartInGroup(piece, part, group),
    ),
  intoView: (store: PieceStore, part: string, view: string) =>
    store.edit((piece) => withPartInView(piece, part, view)),
  ungroup: (store: PieceStore, group: string) => store.edit((piece) => ungrouped(piece, group)),
};
