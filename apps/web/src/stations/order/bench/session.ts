import {
  coatAmount,
  layerKey,
  partStepKey,
  ROOM_FACTOR,
  stepKey,
  stepsOf,
  tickFor,
  type Lab,
  type OrderLayer,
  type PartStep,
  type Schedule,
  type StepId,
  type Tick,
} from '@pale-glint/core';
import type { Room } from '@pale-glint/core';
import { WhatDries, type Wet } from './whatDries.js';

/** One thing to paint at the table: a coat of a layer on some figures, one after the other. */
export interface BenchItem {
  readonly layer: string;
  readonly coat: number;
  readonly copies: readonly number[];
}

/** How much of its mix an item takes, and for how many figures; empty where the painter chooses. */
export function itemAmount(layer: OrderLayer, { coat, copies }: BenchItem): string {
  const amount = coatAmount(layer, coat, copies.length);
  // Of what is sprayed all figures are named anyway: it is one act.
  return amount && copies.length > 1 && !layer.airbrush ? `${amount} for ${copies.length} figures` : amount;
}

export interface Timer {
  readonly id: string;
  readonly label: string;
  /** When it is dry, in ms since 1970. */
  readonly until: number;
}

/** An evening under way. Times are absolute, so that it goes on over a reload or a page that slept. */
export interface BenchSession {
  readonly items: readonly BenchItem[];
  /** The item that is being painted, and which of its figures. */
  readonly at: number;
  readonly figure: number;
  /** When this figure was begun, in ms since 1970. */
  readonly begunAt: number;
  readonly timers: readonly Timer[];
  /** Ticks by each press, to be taken back in turn, and what it left to dry. */
  readonly done: readonly {
    readonly at: number;
    readonly figure: number;
    readonly steps: readonly StepId[];
    readonly timers: readonly string[];
    readonly wet: readonly Wet[];
  }[];
}

/** Longer than this many times the plan nobody painted: the painter was away. */
const AWAY_TIMES = 4;

export const itemsOf = ({ evenings }: Schedule, order: readonly OrderLayer[]): BenchItem[] =>
  evenings.flatMap((e) =>
    e.lines.map(({ layer, coat, copies }) => ({
      layer: layerKey(order[layer]),
      coat,
      copies: [...new Set(copies)],
    })),
  );

export const newSession = (items: readonly BenchItem[], now: number): BenchSession => ({
  items,
  at: 0,
  figure: 0,
  begunAt: now,
  timers: [],
  done: [],
});

/** What a press of "done" does: ticks for steps whose last coat this was, the next figure or item, a timer. */
export function withDone(
  s: BenchSession,
  {
    layer,
    room,
    now,
    all,
    ticked,
    colour,
  }: {
    readonly layer: OrderLayer;
    /** What its mix dries to where it covers. */
    readonly colour: Lab | null;
    readonly room: Room;
    readonly now: number;
    /** Whether it is done on all figures that are left of it. */
    readonly all: boolean;
    readonly ticked: ReadonlySet<string>;
  },
): { readonly session: BenchSession; readonly ticks: readonly Tick[] } {
  const item = s.items[s.at];
  const figures = all ? item.copies.slice(s.figure) : [item.copies[s.figure]];
  const steps = layer.parts.filter((p) => p.coats >= item.coat);
  const plannedMin = steps.reduce((n, p) => n + p.activeMin / p.coats, 0) * figures.length;
  const realMin = Math.min((now - s.begunAt) / 60_000, AWAY_TIMES * plannedMin);
  const share = (p: PartStep) => (p.activeMin / p.coats / Math.max(1e-9, plannedMin)) * realMin;
  const doneAt = new Date(now).toISOString();
  const ticks = steps
    .filter((p) => p.coats === item.coat)
    .flatMap((p) =>
      figures.map((copy) => tickFor(p, layer, { copy, doneAt, minutes: share(p) * p.coats, colour })),
    )
    .filter((t) => !ticked.has(stepKey(t)));
  const last = all || s.figure === item.copies.length - 1;
  const until = now + layer.dryMin * ROOM_FACTOR[room] * 60_000;
  const timer: Timer = {
    id: `${s.at}/${now}`,
    label: `${layer.title}${item.coat > 1 ? `, coat ${item.coat}` : ''}`,
    until,
  };
  const wet = new WhatDries(new Map([[item.layer, layer]])).wetBy(item, figures, until);
  const timers = last ? [timer] : [];
  return {
    ticks,
    session: {
      ...s,
      at: last ? s.at + 1 : s.at,
      figure: last ? 0 : s.figure + 1,
      begunAt: now,
      timers: [...s.timers, ...timers],
      done: [...s.done, { at: s.at, figure: s.figure, steps: ticks, timers: timers.map((t) => t.id), wet }],
    },
  };
}

/** What was laid and still dries: by the presses of this evening, and by ticks that were made elsewhere. */
export function wetNow(
  s: BenchSession,
  ticks: readonly Tick[],
  order: readonly OrderLayer[],
  room: Room,
): Wet[] {
  const here = new Set(s.done.flatMap((d) => d.steps.map(stepKey)));
  const steps = stepsOf(order);
  const elsewhere = ticks.flatMap((t) => {
    const layer = here.has(stepKey(t)) ? undefined : steps.get(partStepKey(t))?.layer;
    const until = Date.parse(t.doneAt) + (layer?.dryMin ?? 0) * ROOM_FACTOR[room] * 60_000;
    return layer ? [{ part: t.part, copy: t.copy, until, title: layer.title }] : [];
  });
  return [...s.done.flatMap((d) => d.wet), ...elsewhere];
}

/** The last press taken back; its steps are no longer ticked. */
export function withBack(
  s: BenchSession,
  now: number,
): { readonly session: BenchSession; readonly steps: readonly StepId[] } {
  const last = s.done.at(-1);
  if (!last) return { session: s, steps: [] };
  return {
    steps: last.steps,
    session: {
      ...s,
      at: last.at,
      figure: last.figure,
      begunAt: now,
      timers: s.timers.filter((t) => !last.timers.includes(t.id)),
      done: s.done.slice(0, -1),
    },
  };
}

const key = (piece: string) => `pale-glint/bench/${piece}`;
/** An evening that was left longer ago is over. */
const OVER_AFTER_MS = 16 * 3_600_000;

export function keepSession(piece: string, s: BenchSession | null): void {
  try {
    if (s) localStorage.setItem(key(piece), JSON.stringify(s));
    else localStorage.removeItem(key(piece));
  } catch {
    // Storage full or forbidden: it lives as long as the page.
  }
}

/** The evening that is under way, where there is one whose layers still stand in the order. */
export function keptSession(piece: string, order: readonly OrderLayer[], now: number): BenchSession | null {
  try {
    const s = JSON.parse(localStorage.getItem(key(piece)) ?? 'null') as BenchSession | null;
    const known = new Set(order.map(layerKey));
    if (!s || now - s.begunAt > OVER_AFTER_MS || s.at >= s.items.length) return null;
    // An evening that an earlier version kept told nothing of what is wet.
    const done = s.done.map((d) => ({ ...d, wet: (d as Partial<typeof d>).wet ?? [] }));
    return s.items.every((i) => known.has(i.layer)) ? { ...s, done } : null;
  } catch {
    return null;
  }
}
