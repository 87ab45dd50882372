import type { Evening, Paint, Piece, StepId, Table } from '../../piece/index.js';
import { coatPaintMl, mediumAmong, wantsMedium, type OrderLayer } from '../orderLayer.js';
import { amountText, isByTip } from '../amounts.js';
import { leastWindow } from './bound.js';
import { nextDay, USUAL_EVENING } from './evenings.js';
import { bestTiming, type TimingSearch } from './search.js';
import { tasksOf, type Task } from './tasks.js';
import { canBegin, dayOf, timed, windowsOf, type Timing, type Window } from './timing.js';

/** What is painted without a break with one mix: a coat of a layer on one or several figures. */
export interface EveningLine {
  readonly layer: number;
  readonly coat: number;
  readonly copies: readonly number[];
  /** How many of them that is in work: less than all where it goes on in another evening. */
  readonly figures: number;
  /** Minutes from midnight of the evening's day. */
  readonly fromMin: number;
  readonly toMin: number;
  readonly setupMin: number;
  /** Minutes of waiting before it with nothing to do. */
  readonly waitMin: number;
  /** Whether it goes on in another evening. */
  readonly broken: boolean;
}

/** One evening at the table. */
export interface EveningPlan {
  readonly date: string;
  readonly startMin: number;
  readonly minutes: number;
  /** Whether the painter set it; others are put behind because the work does not fit. */
  readonly set: boolean;
  /** Layers whose mixes are put out, by their place in the order. */
  readonly putOut: readonly number[];
  readonly lines: readonly EveningLine[];
  /** Layers that are left to dry when it ends, with the minutes they still need. */
  readonly dries: readonly { readonly layer: number; readonly min: number }[];
  readonly activeMin: number;
  readonly setupMin: number;
  readonly waitMin: number;
}

/** A mix that is put out for an evening. */
export interface PutOut {
  /** The last layer of the evening that it is for. */
  readonly layer: OrderLayer;
  /** How much of it is painted that evening, in words; empty where the painter chooses. */
  readonly amount: string;
  /** Whether it is so little that it goes by brush tip. */
  readonly byTip: boolean;
}

/** The mixes of an evening, each once. */
export function mixesToPutOut(
  { putOut, lines }: Pick<EveningPlan, 'putOut' | 'lines'>,
  order: readonly OrderLayer[],
): PutOut[] {
  const layers = new Map(putOut.map((k) => [order[k].mixText, order[k]]));
  return [...layers.values()].map((layer) => {
    const ml = lines
      .filter((line) => order[line.layer].mixText === layer.mixText)
      .reduce((sum, line) => sum + coatPaintMl(order[line.layer], line.coat, line.figures), 0);
    const told = layer.amount !== '';
    return { layer, amount: told ? amountText(ml, layer) : '', byTip: told && isByTip(ml, layer) };
  });
}

/** The painter's medium, where some mix of an evening is thinned with it. */
export const mediumToPutOut = (
  { putOut }: EveningPlan,
  order: readonly OrderLayer[],
  paints: readonly Paint[],
): Paint | null => (putOut.some((k) => wantsMedium(order[k])) ? mediumAmong(paints) : null);

export interface Schedule {
  readonly evenings: readonly EveningPlan[];
  /** Evenings that any plan needs. */
  readonly least: number;
  /** Whether it fits into the evenings that are set; true where none is. */
  readonly fits: boolean;
  /** Layers that have no place in an evening, by their place in the order. */
  readonly unplaced: readonly number[];
  /**
   * Those of them that no evening is long enough to begin; the others lie on one. With none, only the evenings ahead,
   * MOST_EVENINGS_AHEAD of them, are too few.
   */
  readonly tooLong: readonly number[];
  readonly activeMin: number;
  readonly setupMin: number;
  readonly waitMin: number;
  readonly tasks: readonly Task[];
}

/** Evenings that are put behind those set, at least and at most. */
const LEAST_EXTRA = 4;
export const MOST_EVENINGS_AHEAD = 400;

/** How many evenings are put behind those set: for so many minutes in all, and so many at least. */
interface Enough {
  readonly minutes: number;
  readonly extra: number;
}

/** Evenings from a day on: those set, then one a day like the last of them. */
function eveningsAhead(table: Table, today: string, enough: Enough): { evenings: Evening[]; set: number } {
  const set = table.evenings
    .filter((e) => e.date >= today)
    .sort((a, b) =>
      (a.date + String(a.startMin).padStart(4, '0')).localeCompare(
        b.date + String(b.startMin).padStart(4, '0'),
      ),
    );
  const like = set.at(-1) ?? { date: today, ...USUAL_EVENING };
  const evenings = [...set];
  let date = set.length > 0 ? nextDay(like.date) : today;
  let minutes = set.reduce((sum, e) => sum + e.minutes, 0);
  for (let n = 0; n < MOST_EVENINGS_AHEAD && (minutes < enough.minutes || n < enough.extra); n++) {
    evenings.push({ date, startMin: like.startMin, minutes: like.minutes });
    minutes += like.minutes;
    date = nextDay(date);
  }
  return { evenings, set: set.length };
}

/** Evenings with time left in them, as windows. */
interface Ahead {
  readonly windows: readonly Window[];
  /** So many of the windows at the beginning are evenings that the painter set. */
  readonly set: number;
  /** Whether the painter set any. */
  readonly anySet: boolean;
}

/** Evenings from now on until all has a place: drying may need days that the work alone does not. */
function windowsAhead(tasks: readonly Task[], table: Table, today: string, nowMin: number): Ahead {
  const minutes = 1.6 * tasks.reduce((n, t) => n + t.activeMin, 0) + 60;
  for (let extra = LEAST_EXTRA; ; extra *= 2) {
    const { evenings, set } = eveningsAhead(table, today, { minutes, extra });
    // Of an evening that has begun only the rest is left.
    const left = (some: readonly Evening[]) =>
      some.flatMap((e) => {
        const late = e.date === today ? Math.max(0, nowMin - e.startMin) : 0;
        const rest = e.minutes - late;
        return rest >= 5 ? [{ ...e, startMin: e.startMin + late, minutes: rest }] : [];
      });
    const windows = windowsOf(left(evenings));
    const inOrder = () => timed(tasks, [...tasks.keys()], windows, table.palette);
    if (extra >= MOST_EVENINGS_AHEAD || inOrder().unplaced.length === 0)
      // Evenings that touch are one window.
      return { windows, set: windowsOf(left(evenings.slice(0, set))).length, anySet: set > 0 };
  }
}

/** Stretches of one layer and coat that follow each other without waiting, as lines. */
function linesOf(timing: Timing, tasks: readonly Task[], window: number, w: Window): EveningLine[] {
  const own = timing.stretches.filter((s) => s.window === window);
  const { minute: fromMidnight } = dayOf(w.from);
  const clock = (at: number) => fromMidnight + (at - w.from);
  const pieces = new Map<number, number>();
  for (const s of timing.stretches) pieces.set(s.task, (pieces.get(s.task) ?? 0) + 1);
  const lines: EveningLine[] = [];
  let before = w.from;
  for (const s of own) {
    const { layer, coat, copies, activeMin } = tasks[s.task];
    const figures =
      activeMin > 0 ? (copies.length * (s.to - s.from - s.setupMin)) / activeMin : copies.length;
    const waitMin = Math.max(0, s.from - before);
    const last = lines.at(-1);
    const broken = (pieces.get(s.task) ?? 1) > 1;
    if (last && last.layer === layer && last.coat === coat && waitMin < 1)
      lines[lines.length - 1] = {
        ...last,
        copies: [...last.copies, ...copies],
        figures: last.figures + figures,
        toMin: clock(s.to),
        setupMin: last.setupMin + s.setupMin,
        broken: last.broken || broken,
      };
    else
      lines.push({
        layer,
        coat,
        copies,
        figures,
        fromMin: clock(s.from),
        toMin: clock(s.to),
        setupMin: s.setupMin,
        waitMin,
        broken,
      });
    before = s.to;
  }
  return lines;
}

const sum = (list: readonly EveningLine[], of: (l: EveningLine) => number) =>
  list.reduce((n, l) => n + of(l), 0);

export interface ScheduleOptions extends TimingSearch {
  /** The day it is for the painter, and the minute of it: nothing is planned before. */
  readonly today: string;
  readonly nowMin?: number;
}

/** What is left of a piece's order, laid into the painter's evenings. */
export function scheduleOf(
  order: readonly OrderLayer[],
  piece: Pick<Piece, 'copies' | 'table' | 'rig'>,
  ticks: readonly StepId[],
  { today, nowMin = 0, ...search }: ScheduleOptions,
): Schedule {
  const { copies, table, rig } = piece;
  const tasks = tasksOf(order, { copies, room: table.room, focalPart: rig.focalPart, ticks });
  const { windows, set, anySet } = windowsAhead(tasks, table, today, nowMin);
  const timing = bestTiming(tasks, windows, table.palette, search);
  const used = windows.slice(0, timing.lastWindow + 1);
  const plans = used.map((w, k): EveningPlan => {
    const lines = linesOf(timing, tasks, k, w);
    const { date, minute } = dayOf(w.from);
    const drying = new Map<number, number>();
    for (const s of timing.stretches) {
      const { layer, lagMin } = tasks[s.task];
      const left = timing.ends[s.task] + lagMin - w.to;
      if (s.window === k && timing.ends[s.task] <= w.to && left > 0)
        drying.set(layer, Math.max(left, drying.get(layer) ?? 0));
    }
    return {
      date,
      startMin: minute,
      minutes: w.to - w.from,
      set: k < set,
      putOut: [...new Set(lines.map((l) => l.layer))],
      lines,
      dries: [...drying].map(([layer, min]) => ({ layer, min })),
      activeMin: timing.stretches.reduce((n, s) => n + (s.window === k ? s.to - s.from - s.setupMin : 0), 0),
      setupMin: sum(lines, (l) => l.setupMin),
      waitMin: sum(lines, (l) => l.waitMin),
    };
  });
  const longest = windows.reduce((most, w) => Math.max(most, w.to - w.from), 0);
  const layersOf = (places: readonly number[]) =>
    [...new Set(places.map((k) => tasks[k].layer))].sort((a, b) => a - b);
  const total = (of: (p: EveningPlan) => number) => plans.reduce((n, p) => n + of(p), 0);
  return {
    evenings: plans,
    least: leastWindow(tasks, windows) + 1,
    fits: !anySet || (timing.lastWindow < set && timing.unplaced.length === 0),
    unplaced: layersOf(timing.unplaced),
    tooLong: layersOf(timing.unplaced.filter((k) => !canBegin(tasks[k], longest))),
    activeMin: tasks.reduce((n, t) => n + t.activeMin, 0),
    setupMin: total((p) => p.setupMin),
    waitMin: total((p) => p.waitMin),
    tasks,
  };
}
