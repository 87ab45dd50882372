import { describe, expect, test } from '@jest/globals';
import type { Tick } from '@pale-glint/core';
import { NoRoom, Unreachable } from '../src/api/http.js';
import { changedTicks, TickOutbox, type OutboxWorld, type TickChange } from '../src/store/tickOutbox.js';

const tick = (step: string, copy = 1): Tick => ({
  part: 'blade',
  step,
  role: 'value',
  copy,
  doneAt: '2026-11-28T19:00:00Z',
  did: { mix: 'grey', coats: 1, coverShare: 1, minutes: 2 },
});

/** A server and a browser store that can be made to fail. */
function world(kept: readonly TickChange[] = []) {
  const w = {
    server: [] as readonly Tick[],
    kept,
    away: false,
    full: false,
    refuses: false,
    requests: 0,
    later: [] as (() => void)[],
  };
  const asOutbox: OutboxWorld = {
    send: async (change) => {
      w.requests++;
      if (w.away) throw new Unreachable();
      if (w.full) throw new NoRoom();
      if (w.refuses) throw new Error('not accepted');
      w.server = changedTicks(w.server, [change]);
      return w.server;
    },
    sent: () => undefined,
    keep: (changes) => void (w.kept = changes),
    kept: () => w.kept,
    after: (_ms, run) => {
      w.later.push(run);
      return () => undefined;
    },
  };
  return { w, asOutbox };
}
const rest = () => new Promise((done) => setTimeout(done, 5));

describe('ticks on their way', () => {
  test('arrive in order, many in few requests', async () => {
    const { w, asOutbox } = world();
    const outbox = new TickOutbox(asOutbox);
    outbox.tick(Array.from({ length: 250 }, (_, i) => tick(`s${i}`)));
    outbox.untick([tick('s3')]);
    await rest();
    expect(w.requests).toBe(4);
    expect(w.server).toHaveLength(249);
    expect(w.kept).toEqual([]);
  });

  test('are kept while the server is away, tried again, and outlive their page', async () => {
    const { w, asOutbox } = world();
    w.away = true;
    const outbox = new TickOutbox(asOutbox);
    outbox.tick([tick('s1')]);
    await rest();
    expect(outbox.get()).toMatchObject({ away: 'server', refused: null });
    expect(w.kept).toHaveLength(1);
    // The page goes; another begins with what was kept, and the server is back.
    w.away = false;
    const next = new TickOutbox(asOutbox);
    expect(changedTicks([], next.get().waiting).map((t) => t.step)).toEqual(['s1']);
    await rest();
    expect(w.server.map((t) => t.step)).toEqual(['s1']);
    expect(w.kept).toEqual([]);
    expect(next.get().away).toBeNull();
  });

  test('are kept while the disk is full, and stored once there is room', async () => {
    const { w, asOutbox } = world();
    w.full = true;
    const outbox = new TickOutbox(asOutbox);
    outbox.tick([tick('s1')]);
    await rest();
    expect(outbox.get()).toMatchObject({ away: 'disk', refused: null });
    expect(w.kept).toHaveLength(1);
    w.full = false;
    outbox.retry();
    await rest();
    expect(w.server.map((t) => t.step)).toEqual(['s1']);
    expect(outbox.get()).toMatchObject({ away: null, waiting: [] });
  });

  test('that are refused are told, and do not hold up what follows', async () => {
    const { w, asOutbox } = world();
    const outbox = new TickOutbox(asOutbox);
    w.refuses = true;
    outbox.tick([tick('s1')]);
    await rest();
    expect(outbox.get()).toMatchObject({ refused: 'not accepted', waiting: [] });
    w.refuses = false;
    outbox.tick([tick('s2')]);
    await rest();
    expect(w.server.map((t) => t.step)).toEqual(['s2']);
    expect(outbox.get().refused).toBeNull();
  });

  test('ticked and unticked before either arrived end as the last press', () => {
    const changes: TickChange[] = [
      { id: '1', kind: 'tick', ticks: [tick('s1'), tick('s2')] },
      { id: '2', kind: 'untick', steps: [tick('s1')] },
    ];
    expect(changedTicks([tick('s0')], changes).map((t) => t.step)).toEqual(['s0', 's2']);
    const none: readonly Tick[] = [];
    expect(changedTicks(none, [])).toBe(none);
  });
});
