import { checkPiece, type Piece } from '@pale-glint/core';

/** An unsaved piece that outlived its page. */
export interface Draft {
  readonly version: number;
  readonly piece: Piece;
}

const key = (id: string) => `pale-glint/draft/${id}`;

const WRITE_AFTER_MS = 120;
const waiting = new Map<string, Draft | null>();
let timer: ReturnType<typeof setTimeout> | undefined;

/** Writes what waits: a moving hand changes the piece far oftener than is worth writing down. */
function write(): void {
  clearTimeout(timer);
  timer = undefined;
  for (const [id, draft] of waiting)
    try {
      if (draft) localStorage.setItem(key(id), JSON.stringify(draft));
      else localStorage.removeItem(key(id));
    } catch {
      // Storage full or forbidden: the change still lives in the page and is tried again.
    }
  waiting.clear();
}
window.addEventListener('pagehide', write);

/** Keeps unsaved changes in this browser. Where its storage is full or closed, nothing is kept and nothing breaks. */
export const drafts = {
  keep(id: string, draft: Draft | null): void {
    waiting.set(id, draft);
    timer ??= setTimeout(write, WRITE_AFTER_MS);
  },
  find(id: string): Draft | null {
    write();
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
