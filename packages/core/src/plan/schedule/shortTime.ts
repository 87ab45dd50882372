import type { Task } from './tasks.js';
import { SETUP } from './timing.js';

/** Minutes of mixing, picking up, and setting up and cleaning the airbrush that a task takes beside the painting. */
const setupOf = (t: Task, mixes: ReadonlySet<string>): number =>
  (t.mix !== null && !mixes.has(t.mix) ? SETUP.mix : 0) +
  (t.airbrush ? SETUP.airbrush + SETUP.cleaning : 0) +
  SETUP.handling;

/** The task that may be begun now and takes the least time, with all its setting up; null where nothing is left. */
export function shortestNow(
  tasks: readonly Task[],
): { readonly task: Task; readonly minutes: number } | null {
  const now = tasks
    .filter((t) => t.after.length === 0)
    .map((task) => ({ task, minutes: setupOf(task, new Set()) + task.activeMin }));
  return now.sort((a, b) => a.minutes - b.minutes)[0] ?? null;
}

/**
 * What to paint in a short time: of what may be begun now, the tasks that fit, with their mixes, and leave nothing half
 * done. As much work as fits, with few mixes.
 * @returns places of tasks, in the order to paint them; empty where even the shortest does not fit
 */
export function inShortTime(tasks: readonly Task[], minutes: number): number[] {
  const done = new Set<number>();
  const ready = new Map<number, number>();
  const chosen: number[] = [];
  const mixes = new Set<string>();
  let now = 0;
  for (;;) {
    const could = tasks
      .map((t, k) => {
        if (done.has(k) || !t.after.every((a) => done.has(a))) return null;
        const from = Math.max(now, ...t.after.map((a) => ready.get(a)!));
        const setup = setupOf(t, mixes);
        return { k, t, from, end: from + setup + t.activeMin, setup };
      })
      .filter((c) => c !== null)
      .filter((c) => c.end <= minutes + 1e-9);
    if (could.length === 0) return chosen;
    // Least waiting first, then a mix that is out, then the most work for its set-up.
    const [pick] = could.sort(
      (a, b) => a.from - b.from || a.setup - b.setup || b.t.activeMin - a.t.activeMin || a.k - b.k,
    );
    chosen.push(pick.k);
    done.add(pick.k);
    ready.set(pick.k, pick.end + pick.t.lagMin);
    now = pick.end;
    if (pick.t.mix !== null) mixes.add(pick.t.mix);
  }
}
