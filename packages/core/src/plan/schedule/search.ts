import type { Table } from '../../piece/index.js';
import { seededRandom } from '../../units/index.js';
import type { Task } from './tasks.js';
import { compareCosts, timed, type Timing, type Window } from './timing.js';

export interface TimingSearch {
  readonly seed?: number;
  /** Sequences tried; about as many as four million tasks allow unless told. */
  readonly tries?: number;
  /** Told now and then, 0..1; answers whether to go on. */
  readonly onProgress?: (share: number) => boolean;
}

const MOST_TRIES = 12_000;
const TASKS_TIMED = 3_000_000;
const TELL_EVERY = 100;
/** After so many tries without a gain several moves are made at once; after so many more it is begun elsewhere. */
const KICK_AFTER = 60;
const RESTART_AFTER = 180;

/** Longest way from a task to the end, in minutes at the brush and of drying. */
function tails(tasks: readonly Task[]): Float64Array {
  const tail = new Float64Array(tasks.length);
  for (let k = tasks.length - 1; k >= 0; k--) {
    tail[k] += tasks[k].activeMin;
    for (const a of tasks[k].after) tail[a] = Math.max(tail[a], tasks[a].lagMin + tail[k]);
  }
  return tail;
}

/** A sequence that takes, of what may be begun, what a rule likes best: ready soonest, then by the rule. */
function dispatched(tasks: readonly Task[], prefer: (a: number, b: number) => number): number[] {
  const waits = tasks.map((t) => t.after.length);
  const next: number[][] = tasks.map(() => []);
  tasks.forEach((t, k) => t.after.forEach((a) => next[a].push(k)));
  const ready = new Float64Array(tasks.length);
  const open = tasks.flatMap((_, k) => (waits[k] === 0 ? [k] : []));
  const sequence: number[] = [];
  let now = 0;
  while (open.length > 0) {
    const could = open.filter((k) => ready[k] <= now + 1e-9);
    const from = could.length > 0 ? could : open;
    const pick = from.reduce((best, k) =>
      (could.length > 0 ? prefer(k, best) : ready[k] - ready[best] || prefer(k, best)) < 0 ? k : best,
    );
    open.splice(open.indexOf(pick), 1);
    now = Math.max(now, ready[pick]) + tasks[pick].activeMin;
    sequence.push(pick);
    for (const n of next[pick]) {
      ready[n] = Math.max(ready[n], now + tasks[pick].lagMin);
      if (--waits[n] === 0) open.push(n);
    }
  }
  return sequence;
}

/** Moves a run of a sequence elsewhere, as far as what lies under and over it allows. */
function moved(
  tasks: readonly Task[],
  sequence: readonly number[],
  { from, length, to }: { readonly from: number; readonly length: number; readonly to: number },
): number[] {
  const run = sequence.slice(from, from + length);
  const rest = [...sequence.slice(0, from), ...sequence.slice(from + length)];
  const inRun = new Set(run);
  const under = new Set(run.flatMap((k) => tasks[k].after).filter((a) => !inRun.has(a)));
  let [low, high] = [0, rest.length];
  for (let i = 0; i < rest.length; i++) if (under.has(rest[i])) low = i + 1;
  for (let i = rest.length - 1; i >= 0; i--) if (tasks[rest[i]].after.some((a) => inRun.has(a))) high = i;
  if (low > high) return [...sequence];
  rest.splice(low + Math.floor(to * (high - low + 1)), 0, ...run);
  return rest;
}

/** The run of one layer and coat that a place of a sequence lies in. */
function lotAround(tasks: readonly Task[], sequence: readonly number[], at: number) {
  const { layer, coat } = tasks[sequence[at]];
  const same = (i: number) => tasks[sequence[i]].layer === layer && tasks[sequence[i]].coat === coat;
  let [from, to] = [at, at + 1];
  while (from > 0 && same(from - 1)) from--;
  while (to < sequence.length && same(to)) to++;
  return { from, length: to - from };
}

/** Gathers the tasks of one layer and coat behind the last of them that cannot go earlier. */
function gathered(tasks: readonly Task[], sequence: readonly number[], at: number): number[] {
  const { layer, coat } = tasks[sequence[at]];
  const own = sequence.filter((k) => tasks[k].layer === layer && tasks[k].coat === coat);
  const result = [...sequence];
  for (let i = own.length - 2; i >= 0; i--) {
    const from = result.indexOf(own[i]);
    const behind = result.indexOf(own[i + 1]);
    // Later tasks that lie on it keep it from going so far.
    const stop = result.slice(from + 1, behind).some((k) => tasks[k].after.includes(own[i]));
    if (stop) continue;
    result.splice(from, 1);
    result.splice(behind - 1, 0, own[i]);
  }
  return result;
}

/**
 * The best sequence found, by priority rules (Kolisch and Hartmann 1999) improved by iterated local search with
 * reinsertion, block moves and perturbation (Ruiz and Stützle 2007). The same seed gives the same answer.
 */
export function bestTiming(
  tasks: readonly Task[],
  windows: readonly Window[],
  palette: Table['palette'],
  { seed = 1, tries, onProgress }: TimingSearch = {},
): Timing {
  const at = (sequence: readonly number[]) => timed(tasks, sequence, windows, palette);
  const tail = tails(tasks);
  const byLayer = (a: number, b: number) =>
    tasks[a].layer - tasks[b].layer || tasks[a].coat - tasks[b].coat || a - b;
  const starts = [
    tasks.map((_, k) => k),
    dispatched(tasks, (a, b) => tail[b] - tail[a] || a - b),
    dispatched(tasks, byLayer),
    dispatched(tasks, (a, b) => Number(tasks[b].focal) - Number(tasks[a].focal) || byLayer(a, b)),
  ];
  let best = { sequence: starts[0], timing: at(starts[0]) };
  for (const sequence of starts.slice(1)) {
    const timing = at(sequence);
    if (compareCosts(timing.cost, best.timing.cost) < 0) best = { sequence, timing };
  }
  const n = tasks.length;
  if (n < 2) return best.timing;
  const most = tries ?? Math.min(MOST_TRIES, Math.ceil(TASKS_TIMED / n));
  const random = seededRandom(seed);
  const pick = (below: number) => Math.floor(random() * below);
  let now = best;
  let stale = 0;
  for (let i = 0; i < most; i++) {
    if (i % TELL_EVERY === 0 && onProgress && !onProgress(i / most)) break;
    let { sequence } = now;
    const kicks = stale > KICK_AFTER ? 3 : 1;
    for (let kick = 0; kick < kicks; kick++) {
      const where = pick(n);
      const kind = random();
      const run =
        kind < 0.5
          ? lotAround(tasks, sequence, where)
          : { from: where, length: 1 + (kind < 0.65 ? pick(Math.min(12, n - where)) : 0) };
      sequence =
        random() < 0.25 ? gathered(tasks, sequence, where) : moved(tasks, sequence, { ...run, to: random() });
    }
    const timing = at(sequence);
    const off = compareCosts(timing.cost, now.timing.cost);
    if (off <= 0 || kicks > 1) now = { sequence, timing };
    if (off < 0) stale = 0;
    else stale++;
    if (compareCosts(timing.cost, best.timing.cost) < 0) best = { sequence, timing };
    if (stale <= RESTART_AFTER) continue;
    // From the best again, or from a start that nothing led to.
    stale = 0;
    const keys = tasks.map(() => random());
    const anew = dispatched(tasks, (a, b) => keys[a] - keys[b]);
    now = random() < 0.5 ? best : { sequence: anew, timing: at(anew) };
  }
  return best.timing;
}
