import { newAdjustmentId, subjectOf, type Adjustment } from '@pale-glint/core';
import type { PieceStore } from '../../store/pieceStore.js';

/** An adjustment without its name and its part. */
export type Bare<A = Adjustment> = A extends Adjustment ? Omit<A, 'id' | 'part'> : never;

const MOST_COMPOSITIONS = 9999;

/** Deeds on what is changed by hand; each gesture is one step of undo. */
export const handEdits = {
  /** Puts a change in, or in place of the one about the same; answers with its id. */
  put(store: PieceStore, part: string, a: Bare, gesture: string | null = null): string {
    const { piece } = store.get();
    const next = { id: '', part, ...a } as Adjustment;
    const same = piece.adjustments.find((o) => o.part === part && subjectOf(o) === subjectOf(next));
    // Kinds that may occur many times on a part are told apart by their id alone.
    const id = same?.id ?? newAdjustmentId(piece, a.kind.startsWith('band') ? 'band' : a.kind);
    store.change((d) => {
      const at = d.adjustments.findIndex((o) => o.id === id);
      if (at < 0) d.adjustments.push({ ...next, id });
      else d.adjustments[at] = { ...next, id };
    }, gesture);
    return id;
  },

  /** Changes an adjustment that is there. */
  change(store: PieceStore, id: string, recipe: (a: Adjustment) => void, gesture: string): void {
    store.change((d) => {
      const a = d.adjustments.find((o) => o.id === id);
      if (a) recipe(a);
    }, gesture);
  },

  release(store: PieceStore, ids: readonly string[]): void {
    store.change((d) => {
      d.adjustments = d.adjustments.filter((a) => !ids.includes(a.id));
    });
  },

  /** The next composition of a part's bands. */
  another(store: PieceStore, part: string): void {
    store.change((d) => {
      const p = d.parts.find((q) => q.id === part);
      if (p?.finish.kind === 'metal') p.finish.composition = (p.finish.composition + 1) % MOST_COMPOSITIONS;
    });
  },
};
