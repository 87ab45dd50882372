import { describe, expect, test } from '@jest/globals';
import { paintingOrder, partSheet, scheduleOf, lockKeepersArm, layerKey, stepKey } from '@pale-glint/core';
import { itemsOf, newSession, withBack, withDone } from '../src/stations/order/bench/session.js';

const piece = { ...lockKeepersArm, copies: 3 };
const order = paintingOrder(piece, new Map(piece.parts.map((p) => [p.id, partSheet(p, piece)])));
const START = Date.parse('2026-11-28T19:00:00Z');
const begun = () =>
  newSession(itemsOf(scheduleOf(order, piece, [], { today: '2026-11-28', tries: 10 }), order), START);
const layerOf = (key: string) => order.find((l) => layerKey(l) === key)!;

describe('an evening at the table', () => {
  test('goes figure by figure; the last coat ticks, the last figure starts the drying', () => {
    let session = begun();
    const ticked = new Set<string>();
    let now = START;
    for (let press = 0; press < 4000 && session.at < session.items.length; press++) {
      now += 60_000;
      const layer = layerOf(session.items[session.at].layer);
      const done = withDone(session, { layer, colour: null, room: 'heated', now, all: false, ticked });
      const { copies, coat } = session.items[session.at];
      for (const t of done.ticks) {
        expect(layer.parts.find((p) => p.part === t.part)!.coats).toBe(coat);
        expect(t.copy).toBe(copies[session.figure]);
        ticked.add(stepKey(t));
      }
      if (session.figure === copies.length - 1)
        expect(done.session.timers.length).toBe(session.timers.length + 1);
      session = done.session;
    }
    // Everything of the order is ticked, on every figure, once.
    const all = order.flatMap((l) =>
      l.parts.flatMap((s) => [1, 2, 3].map((copy) => stepKey({ ...s, copy }))),
    );
    expect([...ticked].sort()).toEqual([...new Set(all)].sort());
  });

  test('real minutes are shared out; an hour away from the table is not counted as painting', () => {
    const session = begun();
    const layer = layerOf(session.items[0].layer);
    const minutes = (ms: number) =>
      withDone(session, {
        layer,
        colour: null,
        room: 'heated',
        now: START + ms,
        all: true,
        ticked: new Set(),
      }).ticks.reduce((n, t) => n + t.did.minutes, 0);
    const planned =
      layer.parts.reduce((n, p) => n + p.activeMin / p.coats, 0) * session.items[0].copies.length;
    expect(minutes(2 * 60_000)).toBeCloseTo(2, 0);
    expect(minutes(12 * 3_600_000)).toBeLessThanOrEqual(4 * planned + 1);
  });

  test('a press is taken back whole: its ticks, its place and its timer', () => {
    const session = begun();
    const layer = layerOf(session.items[0].layer);
    const done = withDone(session, {
      layer,
      colour: null,
      room: 'cool',
      now: START + 1000,
      all: true,
      ticked: new Set(),
    });
    // A cool room dries half as fast again.
    expect(done.session.timers[0].until - START - 1000).toBe(layer.dryMin * 1.5 * 60_000);
    const back = withBack(done.session, START + 2000);
    expect(back.steps.map(stepKey)).toEqual(done.ticks.map(stepKey));
    expect(back.session).toMatchObject({ at: 0, figure: 0, timers: [], done: [] });
    expect(withBack(session, START).steps).toEqual([]);
  });
});
