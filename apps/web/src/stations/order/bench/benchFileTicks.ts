import type { Tick } from '@pale-glint/core';
import type { BenchFileState, StepId } from './benchFileData.js';

/**
 * Ticks between the page that a phone is served and the computer: what is not sent yet waits in the page's state, what
 * others ticked is learnt. The class is written into the page as text and names nothing outside itself.
 */
export class BenchFileTicks {
  /** What the computer and other phones have ticked. */
  private held = new Set<string>();
  private sending = false;
  /** Whether the computer answered the last time. */
  reached = true;

  idOf({ part, step, role, copy }: StepId): StepId {
    return { part, step, role, copy };
  }

  private keyOf({ part, step, role, copy }: StepId): string {
    return [part, step, role, copy].join('/');
  }

  isHeld(step: StepId): boolean {
    return this.held.has(this.keyOf(step));
  }

  /** Steps that are taken back are held no longer. */
  letGo(steps: readonly StepId[]): void {
    for (const step of steps) this.held.delete(this.keyOf(step));
  }

  private async ask(method: string, address: string, body?: unknown): Promise<{ ticks: Tick[] }> {
    const response = await fetch(address, {
      method,
      ...(body !== undefined && {
        body: JSON.stringify(body),
        headers: { 'content-type': 'application/json' },
      }),
    });
    if (!response.ok) throw new Error(String(response.status));
    return (await response.json()) as { ticks: Tick[] };
  }

  /** Sends what is not sent yet, and learns what others ticked; what cannot be sent waits. */
  async sync(get: () => BenchFileState, keep: (state: BenchFileState) => void): Promise<void> {
    if (this.sending) return;
    this.sending = true;
    const MOST = 100;
    try {
      while (get().undone.length > 0) {
        const steps = get().undone.slice(0, MOST);
        await this.ask('POST', '/ticks/undone', { steps });
        keep({ ...get(), undone: get().undone.slice(steps.length) });
      }
      while (get().sent < get().ticks.length) {
        const ticks = get().ticks.slice(get().sent, get().sent + MOST);
        await this.ask('PUT', '/ticks', { ticks });
        // Taken back while they were on their way: the computer has them now, and unticks them.
        const gone = ticks.filter((t) => !get().ticks.includes(t));
        keep({
          ...get(),
          sent: get().sent + ticks.length - gone.length,
          undone: [...get().undone, ...gone.map((t) => this.idOf(t))],
        });
      }
      const { ticks } = await this.ask('GET', '/ticks');
      this.held = new Set(ticks.map((t) => this.keyOf(t)));
      this.reached = true;
    } catch {
      this.reached = false;
    }
    this.sending = false;
  }
}
