import { checkPiece, type Piece } from '@pale-glint/core';

/** An unsaved piece that outlived its page. */
export interface Draft {
  readonly version: number;
  readonly piece: Piece;
}

const key = (id: string) => `pale-glint/draft/${id}`;

/** Keeps unsaved changes in this browser. Where its storage is full or closed, nothing is kept and nothing breaks. */
export const drafts = {
  keep(id: string, draft: Draft | null): void {
    try {
      if (draft) localStorage.setItem(key(id), JSON.stringify(draft));
      else localStorage.removeItem(key(id));
    } catch {
      // Storage full or forbidden: the change still lives in the page and is tried again.
    }
  },
  find(id: string): Draft | null {
    try {
      const text = localStorage.getItem(key(id));
      if (!text) return null;
      const { version, piece } = JSON.parse(text) as Draft;
      return { version: Number(version), piece: checkPiece(piece) };
    } catch {
      return null;
    }
  },
};
