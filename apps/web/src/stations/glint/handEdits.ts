import {
  withNextComposition,
  withoutOverrides,
  withOverride,
  type Adjustment,
  type BareAdjustment,
} from '@pale-glint/core';
import type { PieceStore } from '../../store/pieceStore.js';

/** Edits of what is changed by hand; each gesture is one step of undo. */
export const handEdits = {
  /** Puts a change in, or in place of the one about the same; answers with its id. */
  put(store: PieceStore, part: string, change: BareAdjustment, gesture: string | null = null): string {
    const { piece, id } = withOverride(store.get().piece, part, change);
    store.edit(() => piece, gesture);
    return id;
  },
  /** Changes an adjustment that is there. */
  change(store: PieceStore, id: string, recipe: (a: Adjustment) => void, gesture: string): void {
    store.change((d) => {
      const a = d.adjustments.find((o) => o.id === id);
      if (a) recipe(a);
    }, gesture);
  },
  release: (store: PieceStore, ids: readonly string[]) => store.edit((piece) => withoutOverrides(piece, ids)),
  another: (store: PieceStore, part: string) => store.edit((piece) => withNextComposition(piece, part)),
};
