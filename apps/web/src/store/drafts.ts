import { checkPiece, type Piece } from '@pale-glint/core';
import { openTabs, tabId } from './tabId.js';

/** An unsaved piece that outlived its page. */
export interface Draft {
  readonly version: number;
  readonly piece: Piece;
}

const prefix = (id: string) => `pale-glint/draft/${id}/`;
const keyIn = (id: string, tab: string) => prefix(id) + tab;

const WRITE_AFTER_MS = 120;
const waiting = new Map<string, Draft | null>();
let timer: ReturnType<typeof setTimeout> | undefined;
/** Known before a piece is open: finding its draft waits for it. */
let tab = '';

/** Writes what waits: a moving hand changes the piece far oftener than is worth writing down. */
function write(): void {
  clearTimeout(timer);
  timer = undefined;
  for (const [id, draft] of waiting)
    try {
      if (draft) localStorage.setItem(keyIn(id, tab), JSON.stringify(draft));
      else localStorage.removeItem(keyIn(id, tab));
    } catch {
      // Storage full or forbidden: the change still lives in the page and is tried again.
    }
  waiting.clear();
}
window.addEventListener('pagehide', write);

function read(key: string): Draft | null {
  try {
    const { version, piece } = JSON.parse(localStorage.getItem(key) ?? '') as Draft;
    return { version: Number(version), piece: checkPiece(piece) };
  } catch {
    return null;
  }
}

function keysOf(id: string): string[] {
  try {
    // An earlier version kept one for all tabs.
    const shared = prefix(id).slice(0, -1);
    return Object.keys(localStorage).filter((key) => key === shared || key.startsWith(prefix(id)));
  } catch {
    return [];
  }
}

/** Keeps unsaved changes in this browser, those of each tab apart. Where its storage is full or closed, nothing is kept and nothing breaks. */
export const drafts = {
  keep(id: string, draft: Draft | null): void {
    waiting.set(id, draft);
    timer ??= setTimeout(write, WRITE_AFTER_MS);
  },

  /** What this tab kept; else what a tab kept that is closed, which is this one's from then on. */
  async find(id: string): Promise<Draft | null> {
    tab = await tabId;
    write();
    const own = read(keyIn(id, tab));
    if (own) return own;
    const open = await openTabs();
    for (const key of keysOf(id)) {
      if (open.has(key.slice(prefix(id).length))) continue;
      const draft = read(key);
      localStorage.removeItem(key);
      if (!draft) continue;
      drafts.keep(id, draft);
      write();
      return draft;
    }
    return null;
  },
};
