import { canonicalPiece, mergedNotes, withOneFinish, type Piece, type Problem } from '@pale-glint/core';
import { applyPatches, current, enablePatches, produceWithPatches, type Patch } from 'immer';
import { hindranceIn, Refusal, type Hindrance } from '../api/http.js';
import type { Saved } from '../api/pieces.js';

enablePatches();

/** What has become of the last change. */
export type SaveState =
  | { readonly kind: 'saved' }
  | { readonly kind: 'waiting' }
  | { readonly kind: 'saving' }
  /** The server cannot be reached, or has no room; the change is kept and tried again. */
  | { readonly kind: 'away'; readonly by: Hindrance; readonly tries: number }
  | { readonly kind: 'refused'; readonly problems: readonly Problem[]; readonly message: string }
  /** Someone else saved in between; the painter chooses. */
  | { readonly kind: 'conflict'; readonly theirs: number };

export interface PieceState {
  readonly piece: Piece;
  /** The version the next save starts from. */
  readonly version: number;
  readonly save: SaveState;
  readonly canUndo: boolean;
  readonly canRedo: boolean;
}

/** What the store needs of the world, so that it can be tested without one. */
export interface StoreWorld {
  save(piece: Piece, startedFrom: number): Promise<Saved>;
  /** The piece as it is stored now. */
  stored(): Promise<{ readonly piece: Piece; readonly version: number }>;
  /** Keeps the unsaved piece over a closed page; null removes it. */
  keep(draft: { version: number; piece: Piece } | null): void;
  after(ms: number, run: () => void): () => void;
}

interface Step {
  readonly forward: Patch[];
  readonly back: Patch[];
  readonly gesture: string | null;
}

/** Parts that are the same metal, seen from two sides, keep one finish whichever of them was changed. */
function oneFinish(before: Piece, draft: Piece): void {
  if (draft.parts.every((p) => p.sameAs === null)) return;
  const now = current(draft);
  const after = withOneFinish(before, now);
  after.parts.forEach((p, i) => {
    if (p !== now.parts[i]) draft.parts[i].finish = structuredClone(p.finish);
  });
}

const SAVE_AFTER_MS = 800;
const FIRST_RETRY_MS = 1500;
const LONGEST_RETRY_MS = 15000;
const MOST_UNDO = 300;

/**
 * The one owner of a piece while it is open: every change goes through it, can be undone, and is saved by itself 800 ms
 * after the last one. A change that could not be saved is kept and tried again; a stale one is kept until the painter
 * chooses.
 */
export class PieceStore {
  private state: PieceState;
  private past: Step[] = [];
  private future: Step[] = [];
  private readonly listeners = new Set<() => void>();
  private cancelTimer: (() => void) | null = null;
  private edits = 0;
  private closed = false;
  /** What the next save starts from, as it was stored; null where that is not known. */
  private base: Piece | null;

  constructor(
    piece: Piece,
    version: number,
    private readonly world: StoreWorld,
    unsaved = false,
  ) {
    this.base = unsaved ? null : piece;
    this.state = { piece, version, save: { kind: 'saved' }, canUndo: false, canRedo: false };
    if (unsaved) this.schedule(0);
  }

  /** Called by React; stays the same function. */
  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  readonly get = (): PieceState => this.state;

  /**
   * Changes the piece. Changes of one `gesture` that follow each other (a drag, a held key) are undone together.
   */
  change(recipe: (draft: Piece) => void, gesture: string | null = null): void {
    const [next, forward, back] = produceWithPatches(this.state.piece, (draft) => {
      recipe(draft);
      oneFinish(this.state.piece, draft);
    });
    if (forward.length === 0) return;
    const last = this.past[this.past.length - 1];
    if (gesture !== null && last?.gesture === gesture)
      this.past[this.past.length - 1] = {
        forward: [...last.forward, ...forward],
        back: [...back, ...last.back],
        gesture,
      };
    else this.past.push({ forward, back, gesture });
    if (this.past.length > MOST_UNDO) this.past.shift();
    this.future = [];
    this.moved(next);
  }

  /** Takes in a piece as an edit of core gives it: what it left alone stays the same object. */
  edit(edit: (piece: Piece) => Piece, gesture: string | null = null): void {
    const before = this.state.piece;
    const after = edit(before);
    const changed = Object.entries(after).filter(([key, value]) => before[key as keyof Piece] !== value);
    this.change((draft) => void Object.assign(draft, Object.fromEntries(changed)), gesture);
  }

  /** Ends a gesture, so that the next change of the same kind is undone on its own. */
  endGesture(): void {
    const last = this.past[this.past.length - 1];
    if (last) this.past[this.past.length - 1] = { ...last, gesture: null };
  }

  undo(): void {
    const step = this.past.pop();
    if (!step) return;
    this.future.push(step);
    this.moved(applyPatches(this.state.piece, step.back));
  }

  redo(): void {
    const step = this.future.pop();
    if (!step) return;
    this.past.push(step);
    this.moved(applyPatches(this.state.piece, step.forward));
  }

  /** After a conflict: keep this piece and write it over the other. */
  keepMine(): void {
    if (this.state.save.kind !== 'conflict') return;
    this.set({ version: this.state.save.theirs });
    this.schedule(0);
  }

  /** After a conflict: take the other piece; this one stays reachable by undo. */
  takeTheirs(piece: Piece, version: number): void {
    this.change((draft) => {
      Object.assign(draft, piece);
    });
    this.cancelTimer?.();
    this.world.keep(null);
    this.base = piece;
    this.set({ version, save: { kind: 'saved' } });
  }

  /** What another device stored, while nothing here waits to be saved: its notes beside those here, else all of it. */
  takeNewer(piece: Piece, version: number): void {
    const merged = this.base && mergedNotes(this.base, this.state.piece, piece);
    if (!merged) return this.takeTheirs(piece, version);
    this.takeNotes(merged, { piece, version });
  }

  /** Notes of another device are no change of this one: undo goes past them, and takes none away. */
  private takeNotes(merged: Piece, stored: { readonly piece: Piece; readonly version: number }): void {
    const others = (patches: Patch[]) => patches.filter(({ path }) => path[0] !== 'notes');
    const kept = (steps: readonly Step[]): Step[] =>
      steps
        .map((s) => ({ ...s, forward: others(s.forward), back: others(s.back) }))
        .filter((s) => s.forward.length > 0);
    this.past = kept(this.past);
    this.future = kept(this.future);
    this.base = stored.piece;
    this.set({ piece: merged, version: stored.version });
  }

  /** After the piece was stored elsewhere as a copy: nothing is left to save here. */
  settled(): void {
    this.cancelTimer?.();
    this.world.keep(null);
    this.set({ save: { kind: 'saved' } });
  }

  /** Saves now what still waits, for example before an export. Resolves when the state is settled or stuck. */
  async flush(): Promise<void> {
    while (this.state.save.kind === 'waiting' || this.state.save.kind === 'saving') {
      if (this.state.save.kind === 'waiting') await this.save();
      else await new Promise<void>((resolve) => this.world.after(30, resolve));
    }
  }

  /** Tries again at once. */
  retry(): void {
    if (this.state.save.kind === 'away') this.schedule(0);
  }

  close(): void {
    this.closed = true;
    this.cancelTimer?.();
    if (this.state.save.kind === 'waiting') void this.save();
  }

  private moved(piece: Piece): void {
    this.edits++;
    this.set({ piece });
    this.world.keep({ version: this.state.version, piece });
    if (this.state.save.kind !== 'conflict' && this.state.save.kind !== 'saving')
      this.schedule(SAVE_AFTER_MS);
  }

  private schedule(ms: number): void {
    this.cancelTimer?.();
    if (this.state.save.kind !== 'away') this.set({ save: { kind: 'waiting' } });
    this.cancelTimer = this.world.after(ms, () => void this.save());
  }

  private async save(): Promise<void> {
    this.cancelTimer?.();
    const tries = this.state.save.kind === 'away' ? this.state.save.tries : 0;
    const edits = this.edits;
    const { piece, version } = this.state;
    this.set({ save: { kind: 'saving' } });
    try {
      const saved = await this.world.save(canonicalPiece(piece), version);
      this.base = piece;
      this.set({ version: saved.version });
      if (this.edits !== edits) {
        this.world.keep({ version: saved.version, piece: this.state.piece });
        this.schedule(this.closed ? 0 : SAVE_AFTER_MS);
        return;
      }
      this.world.keep(null);
      this.set({ save: { kind: 'saved' } });
    } catch (error) {
      if (!(await this.isMerged(error))) this.failed(error, tries);
    }
  }

  /** Whether a stale save was about notes of somebody else alone: they are taken in, and it is saved again. */
  private async isMerged(error: unknown): Promise<boolean> {
    const { base } = this;
    if (!base || !(error instanceof Refusal) || error.status !== 409) return false;
    try {
      const theirs = await this.world.stored();
      const merged = mergedNotes(base, this.state.piece, theirs.piece);
      if (!merged) return false;
      this.edits++;
      this.takeNotes(merged, theirs);
      this.world.keep({ version: theirs.version, piece: merged });
      this.schedule(0);
      return true;
    } catch {
      return false;
    }
  }

  private failed(error: unknown, tries: number): void {
    if (error instanceof Refusal && error.status === 409 && error.body.version !== undefined) {
      this.set({ save: { kind: 'conflict', theirs: error.body.version } });
      return;
    }
    if (error instanceof Refusal && error.status < 500) {
      this.set({ save: { kind: 'refused', problems: error.body.problems ?? [], message: error.message } });
      return;
    }
    const by = error instanceof Refusal ? 'server' : hindranceIn(error);
    if (by === null) {
      this.set({
        save: {
          kind: 'refused',
          problems: [],
          message: error instanceof Error ? error.message : String(error),
        },
      });
      return;
    }
    this.set({ save: { kind: 'away', by, tries: tries + 1 } });
    if (!this.closed) this.schedule(Math.min(LONGEST_RETRY_MS, FIRST_RETRY_MS * 2 ** Math.min(tries, 5)));
  }

  private set(over: Partial<PieceState>): void {
    this.state = { ...this.state, ...over, canUndo: this.past.length > 0, canRedo: this.future.length > 0 };
    this.listeners.forEach((l) => l());
  }
}
