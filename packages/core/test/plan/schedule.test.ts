import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  bestTiming,
  calendarOf,
  compareCosts,
  dayOf,
  enoughToLeave,
  eveningsFrom,
  inShortTime,
  layerBelow,
  leastWindow,
  leavableLayers,
  lockMilitia,
  mediumToPutOut,
  mixesToPutOut,
  scheduleOf,
  shortestNow,
  shortfallOf,
  SETUP,
  slipCure,
  sluiceWarden,
  startOf,
  tasksOf,
  timed,
  USUAL_EVENING,
  windowsOf,
  eveningAsSet,
  withEveningLength,
  withEveningNow,
  withNextEvening,
  type EveningLine,
  type Piece,
  type Schedule,
  type Task,
  type Timing,
  type Window,
} from '../../src/index.js';
import { LONG, orderOf, runs } from '../support.js';

/** Tasks of a few layers on a few figures, each after some of those before it. */
const instance = (most: number) =>
  fc
    .tuple(
      fc.array(
        fc.record({
          activeMin: fc.integer({ min: 1, max: 40 }),
          lagMin: fc.integer({ min: 0, max: 90 }),
          mix: fc.integer({ min: 0, max: 3 }),
          airbrush: fc.nat(9).map((n) => n === 0),
          figure: fc.integer({ min: 1, max: 3 }),
          focal: fc.boolean(),
          after: fc.array(fc.nat(), { maxLength: 2 }),
        }),
        { minLength: 2, maxLength: most },
      ),
      fc.array(fc.integer({ min: 45, max: 180 }), { minLength: 1, maxLength: 3 }),
      fc.constantFrom('wet', 'dry') as fc.Arbitrary<'wet' | 'dry'>,
    )
    .map(([raw, lengths, palette]) => {
      const tasks = raw.map((r, k): Task => ({
        layer: r.mix,
        coat: 1,
        copies: [r.figure],
        activeMin: r.activeMin,
        lagMin: r.lagMin,
        after: k === 0 ? [] : [...new Set(r.after.map((a) => a % k))],
        mix: `m${r.mix}`,
        airbrush: r.airbrush,
        focal: r.focal,
      }));
      const windows = Array.from({ length: 24 }, (_, d): Window => {
        const from = d * 1440 + 1170;
        return { from, to: from + lengths[d % lengths.length] };
      });
      return { tasks, windows, palette };
    });

/** Every rule that a plan has to keep, checked anew: what it breaks, in words. */
function broken(tasks: readonly Task[], windows: readonly Window[], timing: Timing): string[] {
  const said: string[] = [];
  const spent = tasks.map(() => 0);
  const first = tasks.map(() => Infinity);
  const last = tasks.map(() => -Infinity);
  const sorted = [...timing.stretches].sort((a, b) => a.from - b.from);
  sorted.forEach((s, i) => {
    const w = windows[s.window];
    if (s.from < w.from - 1e-6 || s.to > w.to + 1e-6) said.push(`task ${s.task} lies outside its evening`);
    if (i > 0 && s.from < sorted[i - 1].to - 1e-6)
      said.push(`tasks ${sorted[i - 1].task} and ${s.task} overlap`);
    spent[s.task] += s.to - s.from - s.setupMin;
    first[s.task] = Math.min(first[s.task], s.from + s.setupMin);
    last[s.task] = Math.max(last[s.task], s.to);
  });
  tasks.forEach((t, k) => {
    if (timing.unplaced.includes(k)) return;
    if (Math.abs(spent[k] - t.activeMin) > 1e-6)
      said.push(`task ${k} gets ${spent[k]} of ${t.activeMin} min`);
    for (const a of t.after)
      if (first[k] < last[a] + tasks[a].lagMin - 1e-6) said.push(`task ${k} is begun before ${a} is dry`);
  });
  // A mix that was not used in this evening is mixed; an airbrush is set up.
  const seen = new Set<string>();
  for (const s of sorted) {
    const { mix, airbrush } = tasks[s.task];
    const key = `${s.window}/${mix}`;
    const least =
      (seen.has(key) ? 0 : SETUP.mix) + (airbrush && !seen.has(`${s.window}/air`) ? SETUP.airbrush : 0);
    if (s.setupMin < least - 1e-6) said.push(`task ${s.task} is begun without its mix or airbrush`);
    seen.add(key);
    if (airbrush) seen.add(`${s.window}/air`);
  }
  return said;
}

/** The best there is, by trying every sequence that may be; cut off where it is worse already. */
function optimum(
  tasks: readonly Task[],
  windows: readonly Window[],
  palette: 'wet' | 'dry',
): readonly number[] {
  let best: readonly number[] | null = null;
  const walk = (sequence: number[], left: ReadonlySet<number>) => {
    if (left.size === 0) {
      const { cost } = timed(tasks, sequence, windows, palette);
      if (!best || compareCosts(cost, best) < 0) best = cost;
      return;
    }
    // Costs only grow as tasks are added, but the window of the last one may hide in later ties: cut on the window alone.
    const soFar = timed(tasks, sequence, windows, palette).cost;
    if (best && sequence.length > 0 && soFar[1] > best[1]) return;
    for (const k of left)
      if (tasks[k].after.every((a) => !left.has(a)))
        walk([...sequence, k], new Set([...left].filter((x) => x !== k)));
  };
  walk([], new Set(tasks.keys()));
  return best!;
}

describe('a plan of evenings', () => {
  test(`keeps every rule on ${runs(300)} random jobs: evenings, one pair of hands, drying, mixes`, () => {
    fc.assert(
      fc.property(instance(30), ({ tasks, windows, palette }) => {
        const timing = bestTiming(tasks, windows, palette, { tries: 60 });
        expect(broken(tasks, windows, timing)).toEqual([]);
        expect(timing.unplaced).toEqual([]);
        expect(timing.lastWindow).toBeGreaterThanOrEqual(leastWindow(tasks, windows));
      }),
      { numRuns: runs(300) },
    );
  });

  // Up to nine tasks in the soak: all of their sequences take minutes.
  test('is as good as the best of all sequences on small jobs', () => {
    let equal = 0;
    let tried = 0;
    fc.assert(
      fc.property(instance(LONG ? 9 : 7), ({ tasks, windows, palette }) => {
        const { cost } = bestTiming(tasks, windows, palette, { tries: LONG ? 12_000 : 4000 });
        const least = optimum(tasks, windows, palette);
        tried++;
        if (Math.abs(compareCosts(cost, least)) < 1e-6) equal++;
        expect(cost[1]).toBe(least[1]);
      }),
      { numRuns: runs(60) },
    );
    expect(equal).toBe(tried);
  });

  test('is the same for the same seed, and can be stopped with what it has', () => {
    const [{ tasks, windows, palette }] = fc.sample(instance(40), { numRuns: 1, seed: 7 });
    const plan = (seed: number) => bestTiming(tasks, windows, palette, { seed, tries: 400 }).stretches;
    expect(plan(3)).toEqual(plan(3));
    const stopped = bestTiming(tasks, windows, palette, { onProgress: () => false });
    expect(broken(tasks, windows, stopped)).toEqual([]);
  });
});

describe('an evening on the clock', () => {
  test('is a window; those that touch are one, and a day has its date', () => {
    const evening = { date: '2026-11-28', startMin: 1170, minutes: 60 };
    const late = { ...evening, startMin: 1200, minutes: 90 };
    expect(windowsOf([late, evening])).toEqual([{ from: startOf(evening), to: startOf(evening) + 120 }]);
    expect(dayOf(startOf(evening))).toEqual({ date: '2026-11-28', minute: 1170 });
  });
});

describe('evenings that a painter sets', () => {
  const table: Piece['table'] = { room: 'heated', palette: 'wet', evenings: [] };
  const past = { date: '2020-01-01', startMin: 1200, minutes: 60 };

  test('follow each other a day apart, alike; the first is today', () => {
    const one = withNextEvening(table, '2026-12-31');
    expect(one.evenings).toEqual([{ date: '2026-12-31', ...USUAL_EVENING }]);
    const mine = { date: '2026-12-31', startMin: 1110, minutes: 45 };
    const two = withNextEvening({ ...table, evenings: [past, mine] }, '2026-12-31');
    expect(two.evenings).toEqual([past, mine, { ...mine, date: '2027-01-01' }]);
    expect(eveningsFrom(mine, 3).map((e) => e.date)).toEqual(['2026-12-31', '2027-01-01', '2027-01-02']);
  });

  test('from now on take the place of what was set for today', () => {
    const today = '2026-11-28';
    const set = { ...table, evenings: [{ date: today, startMin: 1170, minutes: 60 }, past] };
    expect(withEveningNow(set, { today, nowMin: 900, minutes: 120 }).evenings).toEqual([
      { date: today, startMin: 900, minutes: 120 },
      past,
    ]);
  });

  test('made longer in the plan are set, with those before; past ones and later ones that were set stay', () => {
    const planned = eveningsFrom({ date: '2026-11-28', startMin: 1170, minutes: 120 }, 3);
    const at = { at: 1, minutes: 200, today: '2026-11-28' };
    const { evenings } = withEveningLength({ ...table, evenings: [past] }, planned, at);
    expect(evenings.map((e) => e.minutes)).toEqual([60, 120, 200]);
    const all = withEveningLength({ ...table, evenings: [past, ...planned] }, planned, at);
    expect(all.evenings.map((e) => e.minutes)).toEqual([60, 120, 200, 120]);
  });

  test('keep what was set while another plan is looked for', () => {
    const planned = eveningsFrom({ date: '2026-11-28', startMin: 1170.4, minutes: 120 }, 3);
    const today = '2026-11-28';
    const first = withEveningLength(table, planned, { at: 0, minutes: 50, today });
    // The plan that is shown was begun before.
    const second = withEveningLength({ ...table, ...first }, planned, { at: 1, minutes: 90, today });
    expect(second.evenings.map((e) => e.minutes)).toEqual([50, 90]);
    expect(eveningAsSet({ ...table, ...first }, planned[0])?.minutes).toBe(50);
    expect(eveningAsSet({ ...table, ...first }, planned[1])).toBeUndefined();
  });
});

const militia = { ...lockMilitia, copies: 10 };
const order = orderOf(militia);
const TODAY = '2026-11-28';
const plan = (over: Partial<Piece> = {}, ticks: Parameters<typeof scheduleOf>[2] = []) =>
  scheduleOf(order, { ...militia, ...over }, ticks, { today: TODAY, tries: 40 });

describe('ten soldiers', () => {
  test('are primed in one act of spraying, figure by figure the rest, and all the work is in the plan', () => {
    const tasks = tasksOf(order, { copies: 10, room: 'heated', focalPart: null, ticks: [] });
    const primer = tasks.filter((t) => order[t.layer].role === 'undercoat' && t.airbrush);
    expect(primer.map((t) => t.copies.length)).toEqual([10]);
    expect(
      tasks.filter((t) => order[t.layer].role === 'glints' && t.coat === 1).length,
    ).toBeGreaterThanOrEqual(10);
    const p = plan();
    const done = p.evenings.reduce((n, e) => n + e.activeMin, 0);
    expect(done).toBeCloseTo(p.activeMin, 3);
    expect(p.evenings.length).toBeGreaterThanOrEqual(p.least);
    expect(p.fits).toBe(true);
    for (const e of p.evenings) {
      expect(e.activeMin + e.setupMin + e.waitMin).toBeLessThanOrEqual(e.minutes + 1e-6);
      expect(e.putOut.length).toBeGreaterThan(0);
    }
  });

  test('have the medium put out that flake is thinned with; where there is none every such layer says so', () => {
    const [first] = plan().evenings.filter((e) => e.putOut.some((k) => order[k].film === 'flake'));
    expect(mediumToPutOut(first, order, militia.paints)?.kind).toBe('medium');
    const primerAlone = { ...first, putOut: [0] };
    expect(mediumToPutOut(primerAlone, order, militia.paints)).toBeNull();

    const without = { ...militia, paints: militia.paints.filter((p) => p.kind !== 'medium') };
    const poorer = orderOf(without);
    expect(mediumToPutOut(first, poorer, without.paints)).toBeNull();
    const says = (layers: typeof order) => layers.filter((l) => /no medium/.test(l.missing));
    expect(says(order)).toEqual([]);
    expect(says(poorer).length).toBeGreaterThan(0);
    expect(says(poorer)).toEqual(poorer.filter((l) => l.thinner === 'medium' && l.water > 0));
  });

  test('say how much of a mix one evening takes: less than all of a layer where the rest is painted another evening', () => {
    const base = order.findIndex((l) => l.role === 'base' && /^\d+ drops$/.test(l.amount));
    const drops = (copies: number[]) => {
      const line = { layer: base, coat: 1, copies, figures: copies.length } as unknown as EveningLine;
      return mixesToPutOut({ putOut: [base], lines: [line] }, order)[0];
    };
    expect(drops([1, 2, 3, 4, 5, 6, 7, 8, 9, 10])).toMatchObject({
      amount: order[base].amount,
      byTip: false,
    });
    expect(drops([1])).toMatchObject({ amount: 'by brush tip', byTip: true });
    // What is sprayed is one act: the cup is filled for all of the miniatures, and what is no metal on them.
    const primer = order.findIndex((l) => l.role === 'undercoat' && l.airbrush);
    const first = plan().evenings.find((e) => e.putOut.includes(primer))!;
    const sprayed = mixesToPutOut(first, order).find((m) => m.layer === order[primer]);
    expect(sprayed).toMatchObject({ amount: order[primer].amount, byTip: false });
  });

  test('share out what is broken off by the end of an evening: all of them together paint each coat once', () => {
    const short = { date: '2026-12-01', startMin: 1170, minutes: 40 };
    const { evenings } = plan({ table: { ...militia.table, evenings: [short] } });
    const lines = evenings.flatMap((e) => e.lines);
    expect(lines.some((l) => l.broken && l.figures < l.copies.length - 0.01)).toBe(true);
    const painted = new Map<string, number>();
    for (const l of lines) {
      const key = `${l.layer}/${l.coat}`;
      painted.set(key, (painted.get(key) ?? 0) + l.figures);
    }
    for (const figures of painted.values()) expect(figures).toBeCloseTo(10, 6);
  });

  test('have a place for every coat, however long each of them dries', () => {
    const slow = order.map((l) => ({ ...l, dryMin: 900 }));
    for (const [layers, evenings] of [
      [order, []],
      [slow, []],
      [slow, [{ date: '2026-12-01', startMin: 1170, minutes: 45 }]],
    ] as const) {
      const table = { ...militia.table, evenings: [...evenings] };
      const s = scheduleOf(layers, { ...militia, table, copies: 1 }, [], { today: TODAY, tries: 5 });
      expect(s.unplaced).toEqual([]);
      expect(new Set(s.evenings.flatMap((e) => e.lines.map((l) => l.layer))).size).toBe(layers.length);
      expect(s.evenings.reduce((n, e) => n + e.activeMin, 0)).toBeCloseTo(s.activeMin, 6);
    }
  });

  test('that are too short to begin with the airbrush say so, and leave out what lies on it', () => {
    const short = { date: '2026-12-01', startMin: 1170, minutes: 10 };
    const s = scheduleOf(order, { ...militia, table: { ...militia.table, evenings: [short] } }, [], {
      today: TODAY,
      tries: 5,
    });
    expect(s.unplaced).toContain(order.findIndex((l) => l.airbrush));
    expect(s.unplaced).toHaveLength(order.length);
    expect(s.tooLong).toContain(order.findIndex((l) => l.airbrush));
    expect(s.tooLong.length).toBeLessThan(order.length);
    expect(s.fits).toBe(false);
    expect(s.evenings).toEqual([]);
  });

  test('that are too many are told from evenings that are too short', () => {
    // Each layer dries for two hundred days.
    const slow = order.map((l) => ({ ...l, dryMin: 200 * 1440 }));
    const s = scheduleOf(slow, { ...militia, copies: 1 }, [], { today: TODAY, tries: 2 });
    expect(s.unplaced.length).toBeGreaterThan(0);
    expect(s.tooLong).toEqual([]);
  });

  test('are painted a mix at a time: most lots hold all ten, not one figure and another mix in turn', () => {
    const lines = plan().evenings.flatMap((e) => e.lines);
    const coats = new Set(lines.map((l) => `${l.layer}/${l.coat}`)).size;
    expect(lines.length).toBeLessThan(2 * coats);
    expect(lines.filter((l) => l.copies.length === 10).length).toBeGreaterThan(coats / 2);
  });

  test('follow every tick and every evening: less is left, longer evenings are fewer', () => {
    const whole = plan();
    const ticks = order[0].parts.flatMap((s) =>
      Array.from({ length: 10 }, (_, i) => ({ part: s.part, step: s.step, role: s.role, copy: i + 1 })),
    );
    expect(plan({}, ticks).activeMin).toBeLessThan(whole.activeMin);
    const evening = (k: number, minutes: number) => ({
      date: `2026-12-0${k + 1}`,
      startMin: 1170,
      minutes,
    });
    const table = (minutes: number) => ({
      ...militia.table,
      evenings: [0, 1, 2, 3].map((k) => evening(k, minutes)),
    });
    const [short, long] = [plan({ table: table(60) }), plan({ table: table(240) })];
    expect(long.evenings.length).toBeLessThan(short.evenings.length);
    expect(short.fits).toBe(false);
    expect(short.evenings.slice(0, 4).every((e) => e.set)).toBe(true);
    expect(short.evenings[4].set).toBe(false);
  });

  test('that touch are one, and no evening behind them passes for one that was set', () => {
    const evening = (startMin: number) => ({ date: '2026-12-01', startMin, minutes: 60 });
    const table = { ...militia.table, evenings: [evening(1170), evening(1230), evening(1200)] };
    const { evenings, fits } = plan({ table });
    expect(evenings.map((e) => e.set)).toEqual(evenings.map((_, k) => k === 0));
    expect(evenings[0].minutes).toBe(120);
    expect(fits).toBe(false);
  });

  test('too many for the evenings: what to leave out, the least for the eye first, never what makes it metal', () => {
    const leavable = leavableLayers(order, militia);
    const roles = new Set(leavable.map((l) => order[l.layer].role));
    for (const needed of ['undercoat', 'base', 'edges'] as const) expect(roles.has(needed)).toBe(false);
    const some = enoughToLeave(leavable, 30);
    expect(some.reduce((n, l) => n + l.savesMin, 0)).toBeGreaterThanOrEqual(30);
    expect(enoughToLeave(leavable, 0)).toEqual([]);
    const beyond = leavable.map((l) => l.beyond);
    expect(beyond).toEqual([...beyond].sort((a, b) => Number(b) - Number(a)));
  });

  test('too many for the evenings: what seals a tint is never left out, however little it is seen', () => {
    const [first, ...more] = order;
    const sealed = [first, { ...more[0], role: 'varnish' as const, beyond: true }, ...more];
    expect(leavableLayers(sealed, militia).map((l) => l.layer)).not.toContain(1);
  });

  test('too many for the evenings: with some left out fewer evenings are lacking, however late it is tonight', () => {
    const line = (set: boolean, minutes: number, activeMin: number) =>
      ({ set, minutes, activeMin, setupMin: 10 }) as Schedule['evenings'][number];
    for (const tonight of [20, 120]) {
      const evenings = [line(true, tonight, 10), ...Array.from({ length: 8 }, () => line(false, 120, 100))];
      const short = shortfallOf({ fits: false, evenings }, order, militia)!;
      expect([short.minutes, short.evenings]).toEqual([880, 8]);
      const saved = short.leave.reduce((n, l) => n + l.savesMin, 0);
      expect(saved).toBeGreaterThan(0);
      expect(short.still!.minutes).toBeCloseTo(880 - saved, 6);
      expect(short.still!.evenings).toBe(Math.ceil((880 - saved) / 120));
      expect(shortfallOf({ fits: true, evenings }, order, militia)).toBeNull();
    }
    // Evenings that are waited through stay as many, whatever is left out.
    const waited = [line(true, 120, 10), ...Array.from({ length: 8 }, () => line(false, 120, 40))];
    expect(shortfallOf({ fits: false, evenings: waited }, order, militia)!.still!.evenings).toBe(8);
  });

  test('in 25 minutes: what fits and leaves nothing half done; in one minute nothing', () => {
    const tasks = tasksOf(order, { copies: 1, room: 'heated', focalPart: null, ticks: [] });
    const chosen = inShortTime(tasks, 25);
    expect(chosen.length).toBeGreaterThan(0);
    const minutes = chosen.reduce((n, k) => n + tasks[k].activeMin, 0);
    expect(minutes).toBeLessThanOrEqual(25);
    chosen.forEach((k, i) => tasks[k].after.forEach((a) => expect(chosen.slice(0, i)).toContain(a)));
    expect(inShortTime(tasks, 0.5)).toEqual([]);
  });

  test('where nothing fits, what takes the least is told with all its setting up, and fits in that time', () => {
    const tasks = tasksOf(order, { copies: 10, room: 'heated', focalPart: null, ticks: [] });
    const least = shortestNow(tasks)!;
    expect(least.task.airbrush).toBe(true);
    expect(least.minutes).toBeGreaterThan(least.task.activeMin + SETUP.airbrush + SETUP.cleaning - 1e-9);
    expect(inShortTime(tasks, least.minutes - 0.1)).toEqual([]);
    expect(inShortTime(tasks, least.minutes)).not.toEqual([]);
    expect(shortestNow([])).toBeNull();
  });

  test('leave as a calendar: one event an evening, lines of at most 75 octets', () => {
    const p = plan();
    const text = calendarOf(p, order, { id: 'x', name: 'Soldiers, ten; "best"' }, '20261128T120000Z');
    expect(text.match(/BEGIN:VEVENT/g)).toHaveLength(p.evenings.length);
    for (const line of text.split('\r\n'))
      expect(new TextEncoder().encode(line).length).toBeLessThanOrEqual(75);
    expect(text).toContain('SUMMARY:Soldiers\\, ten\\; "best"\\, evening 1 of');
    expect(text).toMatch(/DTSTART:20261128T193000\r\n/);
  });
});

test('odd evenings: none at all, all in the past, one that runs already, 500 copies', () => {
  const warden = orderOf(sluiceWarden);
  const evenings = (list: Piece['table']['evenings']) => ({
    ...sluiceWarden,
    table: { ...sluiceWarden.table, evenings: list },
  });
  const past = [{ date: '2020-01-01', startMin: 1170, minutes: 120 }];
  const [none, gone] = [[], past].map((l) =>
    scheduleOf(warden, evenings(l), [], { today: TODAY, tries: 20 }),
  );
  expect(gone.evenings).toEqual(none.evenings);
  const now = scheduleOf(warden, evenings([{ date: TODAY, startMin: 1170, minutes: 120 }]), [], {
    today: TODAY,
    nowMin: 1230,
    tries: 20,
  });
  expect(now.evenings[0]).toMatchObject({ date: TODAY, startMin: 1230, minutes: 60 });
  const many = scheduleOf(order, { ...militia, copies: 500 }, [], { today: TODAY, tries: 2 });
  expect(many.tasks.length).toBeLessThan(1500);
  expect(many.evenings.length).toBeGreaterThan(20);
  expect(scheduleOf([], militia, [], { today: TODAY }).evenings).toEqual([]);
});

test('a slip is lifted while wet; dry it is covered with what lies below, and waits for it to dry', () => {
  const edges = order.findIndex((l) => l.role === 'edges');
  const layer = order[edges];
  const below = layerBelow(order, layer)!;
  expect(order.indexOf(below)).toBeLessThan(edges);
  expect(below.parts.some((p) => layer.parts.some((q) => q.part === p.part))).toBe(true);
  const [wet, dry] = [true, false].map((w) => slipCure(layer, below, w));
  expect(wet).toMatchObject({ kind: 'lift', cover: null });
  expect(dry).toMatchObject({ kind: 'cover', cover: { mixText: below.mixText } });
  expect(dry.minutes - wet.minutes).toBeCloseTo(below.dryMin);
  expect(layerBelow(order, order[0])).toBeNull();
});
