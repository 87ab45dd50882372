import type { Task } from './tasks.js';
import { SETUP, type Window } from './timing.js';

/**
 * The fewest windows that any plan needs: as many as hold the work and the set-up that cannot be avoided, and as many as
 * the longest chain takes with its drying laid into them. The larger of the two.
 * @returns index of the window in which the earliest plan could end; -1 where there is nothing to do
 */
export function leastWindow(tasks: readonly Task[], windows: readonly Window[]): number {
  if (tasks.length === 0) return -1;
  const mixes = new Set(tasks.flatMap((t) => t.mix ?? [])).size;
  const sprays = tasks.some((t) => t.airbrush) ? SETUP.airbrush : 0;
  let work = tasks.reduce((sum, t) => sum + t.activeMin, mixes * SETUP.mix + sprays);
  let byWork = 0;
  while (byWork < windows.length - 1 && work > windows[byWork].to - windows[byWork].from + 1e-9) {
    work -= windows[byWork].to - windows[byWork].from;
    byWork++;
  }
  /** Earliest end of some minutes of work that begin no sooner than a time. */
  const laid = (ready: number, minutes: number): number => {
    let left = minutes;
    for (const w of windows) {
      const from = Math.max(ready, w.from);
      if (from >= w.to) continue;
      if (left <= w.to - from) return from + left;
      left -= w.to - from;
    }
    return Infinity;
  };
  const ends = new Float64Array(tasks.length);
  tasks.forEach((t, k) => {
    const ready = Math.max(windows[0].from, ...t.after.map((a) => ends[a] + tasks[a].lagMin));
    ends[k] = laid(ready, t.activeMin);
  });
  const end = Math.max(...ends);
  const byChain = windows.findIndex((w) => end <= w.to + 1e-9);
  return Math.max(byWork, byChain < 0 ? windows.length - 1 : byChain);
}
