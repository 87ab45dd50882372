import { partStepKey, type Piece, type Role, type Tick } from '../piece/index.js';
import { layerKey, stepsOf, type OrderLayer, type PartStep, type StepOfLayer } from '../plan/index.js';
import { plannedMinOf, startingMinOf } from './timed.js';

/** What was done of one layer in one evening, or in all of them. */
export interface DoneLine {
  readonly title: string;
  readonly role: Role;
  readonly step: string;
  /** Key of its layer; null where the order has it no more. */
  readonly layer: string | null;
  /** What was on the brush, in words, as it was ticked. */
  readonly mix: string;
  readonly parts: readonly string[];
  /** How many steps on parts and figures it is made of. */
  readonly steps: number;
  readonly copies: readonly number[];
  /** Minutes at the brush: as it was, and as the plan had them when it was ticked; null where it is not planned any more. */
  readonly minutes: number;
  readonly plannedMin: number | null;
  /** For the coats that were laid, by the starting figures, whatever the painter's pace is taken to be. */
  readonly startingMin: number | null;
  readonly airbrush: boolean;
}

/** An evening that was painted: a stretch with nothing done for hours before and after it, whatever the time of day. */
export interface DoneEvening {
  /** Its first and last tick, UTC. */
  readonly from: string;
  readonly to: string;
  readonly minutes: number;
  readonly plannedMin: number;
  readonly lines: readonly DoneLine[];
  readonly notes: Piece['notes'];
}

/** So long without a tick or a note, and another evening begins. */
const APART_MS = 4 * 3_600_000;

const sorted = <T>(list: Iterable<T>): T[] => [...new Set(list)].sort();

/** Ticks put together by layer, in the order of the first of each. */
function linesOf(ticks: readonly Tick[], known: ReadonlyMap<string, StepOfLayer>): DoneLine[] {
  const groups = new Map<string, Tick[]>();
  for (const t of ticks) {
    const found = known.get(partStepKey(t));
    const key = found ? layerKey(found.layer) : `earlier/${t.role}/${t.step}`;
    groups.set(key, [...(groups.get(key) ?? []), t]);
  }
  return [...groups.values()].map((own): DoneLine => {
    const [first] = own;
    const layer = known.get(partStepKey(first))?.layer;
    const steps = own.map((t) => known.get(partStepKey(t))?.step);
    const total = (of: (tick: Tick, step: PartStep) => number) =>
      layer ? own.reduce((n, t, i) => n + (steps[i] ? of(t, steps[i]) : 0), 0) : null;
    return {
      title: layer?.title ?? `${first.role}, ${first.step}`,
      role: first.role,
      step: first.step,
      layer: layer ? layerKey(layer) : null,
      mix: first.did.mix,
      parts: sorted(own.map((t) => t.part)),
      steps: own.length,
      copies: [...new Set(own.map((t) => t.copy))].sort((a, b) => a - b),
      airbrush: layer?.airbrush ?? false,
      minutes: own.reduce((n, t) => n + t.did.minutes, 0),
      plannedMin: total(plannedMinOf),
      startingMin: total(startingMinOf),
    };
  });
}

/**
 * What was done, evening by evening, the first one first. Times come from ticks and notes: a clock that was wrong then is
 * wrong here.
 */
export function diaryOf(
  ticks: readonly Tick[],
  notes: Piece['notes'],
  order: readonly OrderLayer[],
): DoneEvening[] {
  const known = stepsOf(order);
  const events = [
    ...ticks.map((tick) => ({ at: Date.parse(tick.doneAt), tick, note: null })),
    ...notes.flatMap((note) =>
      note.madeAt === null ? [] : [{ at: Date.parse(note.madeAt), tick: null, note }],
    ),
  ].sort((a, b) => a.at - b.at);
  const evenings: (typeof events)[] = [];
  for (const e of events) {
    const open = evenings.at(-1);
    const last = open?.at(-1);
    if (open && last && e.at - last.at <= APART_MS) open.push(e);
    else evenings.push([e]);
  }
  return evenings.map((own): DoneEvening => {
    const lines = linesOf(
      own.flatMap((e) => e.tick ?? []),
      known,
    );
    return {
      from: new Date(own[0].at).toISOString(),
      to: new Date(own[own.length - 1].at).toISOString(),
      minutes: lines.reduce((n, l) => n + l.minutes, 0),
      plannedMin: lines.reduce((n, l) => n + (l.plannedMin ?? 0), 0),
      lines,
      notes: own.flatMap((e) => e.note ?? []),
    };
  });
}

/** What was done of each layer over all evenings, in the order's own order; what is not planned any more comes last. */
export function sheetOf(ticks: readonly Tick[], order: readonly OrderLayer[]): DoneLine[] {
  const place = new Map(order.map((l, i) => [layerKey(l), i]));
  const placeOf = ({ layer }: DoneLine) => (layer === null ? order.length : place.get(layer)!);
  return linesOf(ticks, stepsOf(order)).sort((a, b) => placeOf(a) - placeOf(b));
}
