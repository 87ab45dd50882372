import type { Evening, Table } from '../../piece/index.js';
import type { Task } from './tasks.js';

/** A stretch of time in which the painter paints, in minutes on one clock. */
export interface Window {
  readonly from: number;
  readonly to: number;
}

const DAY_MIN = 1440;

/** Minutes of an evening's start, on a clock that counts days since 1970 in the painter's own time. */
export const startOf = ({ date, startMin }: Pick<Evening, 'date' | 'startMin'>): number =>
  Date.parse(`${date}T00:00:00Z`) / 60000 + startMin;

/** The day and the minute of that day which a time on the clock is. */
export function dayOf(minute: number): { readonly date: string; readonly minute: number } {
  const day = Math.floor(minute / DAY_MIN);
  return { date: new Date(day * DAY_MIN * 60000).toISOString().slice(0, 10), minute: minute - day * DAY_MIN };
}

/** Evenings as windows, in order; those that touch or overlap become one. */
export function windowsOf(evenings: readonly Evening[]): Window[] {
  const sorted = evenings
    .map((e) => ({ from: startOf(e), to: startOf(e) + e.minutes }))
    .sort((a, b) => a.from - b.from);
  const windows: Window[] = [];
  for (const w of sorted) {
    const last = windows.at(-1);
    if (last && w.from <= last.to)
      windows[windows.length - 1] = { from: last.from, to: Math.max(last.to, w.to) };
    else windows.push(w);
  }
  return windows;
}

/** Minutes that go beside the painting. */
export const SETUP = {
  mix: 2,
  /** Washing the brush and taking up another mix that stands ready. */
  change: 1,
  airbrush: 8,
  cleaning: 10,
  /** Picking up another figure. */
  handling: 0.3,
} as const;
/** So long a mix is good after it was last used; never over a night. */
const OPEN_MIN: Readonly<Record<Table['palette'], number>> = { wet: 480, dry: 15 };
/** With less left of an evening no task is begun, unless it is shorter. */
const LEAST_BEGIN_MIN = 5;

/** A stretch of one task within one window. */
export interface WorkStretch {
  readonly task: number;
  readonly window: number;
  readonly from: number;
  readonly to: number;
  /** Minutes of it that go into mixing, airbrush and picking up, at its beginning. */
  readonly setupMin: number;
}

/** Tasks in time. */
export interface Timing {
  readonly stretches: readonly WorkStretch[];
  /** When each task is done, by its place in the list. */
  readonly ends: Float64Array;
  /** Window of the last stretch; -1 where there is none. */
  readonly lastWindow: number;
  /** Tasks for which no window was left. */
  readonly unplaced: readonly number[];
  /** What it costs, the gravest first: tasks without a place, windows, set-up and minutes with nothing to do, focal part. */
  readonly cost: readonly number[];
}

/** Lexicographic; less is better. */
export function compareCosts(a: readonly number[], b: readonly number[]): number {
  for (let i = 0; i < a.length; i++) if (Math.abs(a[i] - b[i]) > 1e-6) return a[i] - b[i];
  return 0;
}

/** What the painter holds, and which mixes are open. */
interface Hand {
  now: number;
  window: number;
  airbrush: boolean;
  figure: number;
  /** What the brush was last in; null before the first task. */
  mix: string | null;
  /** When each mix was last used, and in which window. */
  readonly mixes: Map<string, { readonly window: number; readonly at: number }>;
}

/** Nothing is held yet, and nothing is mixed. */
const emptyHand = (now: number): Hand => ({
  now,
  window: 0,
  airbrush: false,
  figure: -1,
  mix: null,
  mixes: new Map(),
});

/** What the brush is in during a task: its mix, or the pot of its layer. */
const heldIn = ({ mix, layer }: Task): string => mix ?? `pot of layer ${layer}`;

/** Minutes of mixing, changing, cleaning and picking up before a task can be begun at a time. */
function setupOf(
  t: Task,
  hand: Hand,
  { at, window, openMin }: { readonly at: number; readonly window: number; readonly openMin: number },
): number {
  const open = t.mix === null ? null : hand.mixes.get(t.mix);
  const mixed = t.mix === null || (open && open.window === window && at - open.at <= openMin);
  const fresh = window !== hand.window;
  const cleaning = hand.airbrush && !t.airbrush && !fresh ? SETUP.cleaning : 0;
  const airbrush = t.airbrush && (!hand.airbrush || fresh) ? SETUP.airbrush : 0;
  const handling = t.copies[0] !== hand.figure || fresh ? SETUP.handling : 0;
  const change = !fresh && hand.mix !== null && hand.mix !== heldIn(t) ? SETUP.change : 0;
  return (mixed ? change : SETUP.mix) + cleaning + airbrush + handling;
}

/** Whether a task can be begun in an evening of so many minutes that holds nothing else. */
export function canBegin(t: Task, minutes: number): boolean {
  const setup = setupOf(t, emptyHand(0), { at: 0, window: 0, openMin: 0 });
  return minutes >= setup + Math.min(t.activeMin, LEAST_BEGIN_MIN);
}

/** Minutes in which nothing is done between where the hand is and where it begins again: waiting, and evenings' ends left over. */
function unused(windows: readonly Window[], hand: Hand, window: number, begin: number): number {
  if (window === hand.window) return Math.max(0, begin - hand.now);
  let minutes = windows[hand.window].to - hand.now + begin - windows[window].from;
  for (let k = hand.window + 1; k < window; k++) minutes += windows[k].to - windows[k].from;
  return minutes;
}

/**
 * Lays a sequence of tasks into windows, each as early as it may: after what it lies on is dry, its mix made while that is
 * waited for. A task may be laid down at the end of an evening and taken up in the next.
 * @param sequence places of tasks, each after all that it lies on
 */
export function timed(
  tasks: readonly Task[],
  sequence: readonly number[],
  windows: readonly Window[],
  palette: Table['palette'],
): Timing {
  const ends = new Float64Array(tasks.length).fill(Infinity);
  const stretches: WorkStretch[] = [];
  const unplaced: number[] = [];
  const hand = emptyHand(windows[0]?.from ?? 0);
  let [setup, idle, focal] = [0, 0, 0];

  for (const k of sequence) {
    const t = tasks[k];
    let ready = -Infinity;
    for (const a of t.after) ready = Math.max(ready, ends[a] + tasks[a].lagMin);
    let left = t.activeMin;
    let window = hand.window;
    let at = hand.now;
    while (left > 1e-9 && window < windows.length) {
      const w = windows[window];
      at = Math.max(at, w.from);
      const own = setupOf(t, hand, { at: Math.max(at, ready), window, openMin: OPEN_MIN[palette] });
      const begin = Math.max(at, ready - own);
      const room = w.to - begin - own;
      if (room < Math.min(left, LEAST_BEGIN_MIN) - 1e-9) {
        window++;
        at = windows[window]?.from ?? Infinity;
        continue;
      }
      const paints = Math.min(left, room);
      if (stretches.length > 0) idle += unused(windows, hand, window, begin);
      const to = begin + own + paints;
      stretches.push({ task: k, window, from: begin, to, setupMin: own });
      setup += own;
      left -= paints;
      Object.assign(hand, { now: to, window, airbrush: t.airbrush, figure: t.copies[0], mix: heldIn(t) });
      if (t.mix !== null) hand.mixes.set(t.mix, { window, at: to });
      at = to;
      ready = -Infinity;
    }
    if (left > 1e-9) {
      unplaced.push(k);
      continue;
    }
    ends[k] = hand.now;
    if (t.focal) focal += hand.now - windows[0].from;
  }
  const lastWindow = stretches.at(-1)?.window ?? -1;
  return { stretches, ends, lastWindow, unplaced, cost: [unplaced.length, lastWindow, setup + idle, focal] };
}
