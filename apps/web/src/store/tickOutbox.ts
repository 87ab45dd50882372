import { stepKey, type StepId, type Tick } from '@pale-glint/core';
import { hindranceIn, type Hindrance } from '../api/http.js';
import { newId } from './newId.js';

/** What is on its way to the server: ticks, or steps that are no longer ticked. */
export type TickChange =
  | { readonly id: string; readonly kind: 'tick'; readonly ticks: readonly Tick[] }
  | { readonly id: string; readonly kind: 'untick'; readonly steps: readonly StepId[] };

/** How the outbox reaches the server and the browser's own store. */
export interface OutboxWorld {
  send(change: TickChange): Promise<readonly Tick[]>;
  /** Told of all ticks as the server then has them. */
  sent(ticks: readonly Tick[]): void;
  keep(changes: readonly TickChange[]): void;
  kept(): readonly TickChange[];
  after(ms: number, run: () => void): () => void;
}

export interface OutboxState {
  readonly waiting: readonly TickChange[];
  /** What keeps ticks from being stored for now: what waits is kept and tried again. */
  readonly away: Hindrance | null;
  /** Why the last change was not accepted; null where all were. */
  readonly refused: string | null;
}

/** In one request at most. */
const AT_ONCE = 100;
const FIRST_WAIT_MS = 1000;
const LONGEST_WAIT_MS = 15_000;

const inRuns = <T>(list: readonly T[]): T[][] =>
  Array.from({ length: Math.ceil(list.length / AT_ONCE) }, (_, i) =>
    list.slice(i * AT_ONCE, (i + 1) * AT_ONCE),
  );

/** Ticks with changes made to them. */
export function changedTicks(ticks: readonly Tick[], changes: readonly TickChange[]): readonly Tick[] {
  if (changes.length === 0) return ticks;
  const byKey = new Map(ticks.map((t) => [stepKey(t), t]));
  for (const c of changes)
    if (c.kind === 'tick') c.ticks.forEach((t) => byKey.set(stepKey(t), t));
    else c.steps.forEach((s) => byKey.delete(stepKey(s)));
  return [...byKey.values()];
}

/**
 * Ticks on their way to the server, one after the other and in order. Each is kept in the browser until the server has it:
 * a reload, a server that is away, or a full disk loses none.
 */
export class TickOutbox {
  private state: OutboxState;
  private listeners = new Set<() => void>();
  private sending = false;
  private tries = 0;
  private stopWaiting: () => void = () => undefined;

  constructor(private readonly world: OutboxWorld) {
    this.state = { waiting: world.kept(), away: null, refused: null };
    if (this.state.waiting.length === 0) return;
    world.keep(this.state.waiting);
    void this.flush();
  }

  readonly get = (): OutboxState => this.state;
  readonly subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  tick(ticks: readonly Tick[]): void {
    this.push(inRuns(ticks).map((run) => ({ id: newId(), kind: 'tick', ticks: run })));
  }

  untick(steps: readonly StepId[]): void {
    this.push(inRuns(steps).map((run) => ({ id: newId(), kind: 'untick', steps: run })));
  }

  /** Tries at once what waits for the server. */
  retry(): void {
    this.stopWaiting();
    this.tries = 0;
    void this.flush();
  }

  private push(changes: readonly TickChange[]): void {
    this.set({ waiting: [...this.state.waiting, ...changes] });
    this.world.keep(this.state.waiting);
    void this.flush();
  }

  private set(over: Partial<OutboxState>): void {
    this.state = { ...this.state, ...over };
    this.listeners.forEach((l) => l());
  }

  private async flush(): Promise<void> {
    if (this.sending) return;
    this.sending = true;
    try {
      for (let next = this.state.waiting[0]; next; next = this.state.waiting[0]) {
        try {
          this.world.sent(await this.world.send(next));
          this.set({ away: null, refused: null });
        } catch (error) {
          const away = hindranceIn(error);
          if (away) {
            this.set({ away });
            const wait = Math.min(LONGEST_WAIT_MS, FIRST_WAIT_MS * 2 ** this.tries++);
            this.stopWaiting = this.world.after(wait, () => void this.flush());
            return;
          }
          this.set({ refused: error instanceof Error ? error.message : String(error) });
        }
        this.tries = 0;
        const { id } = next;
        this.set({ waiting: this.state.waiting.filter((c) => c.id !== id) });
        this.world.keep(this.state.waiting);
      }
    } finally {
      this.sending = false;
    }
  }
}
