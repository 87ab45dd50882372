import { beforeAll, describe, expect, test } from '@jest/globals';
import {
  coatedAs,
  coatsDone,
  coatsLaid,
  coatsText,
  diaryOf,
  gaussian,
  isTimed,
  learnedCoats,
  lockKeepersArm,
  paceOf,
  putRight,
  seededRandom,
  sheetOf,
  tickFor,
  ticksOfLine,
  type OrderLayer,
  type PartStep,
  type Tick,
} from '../../src/index.js';
import { orderOf } from '../support.js';

const AT = '2026-12-01T19:00:00Z';
const byModel = (s: PartStep) => s.covers && !Number.isInteger(s.exactCoats);

let order: readonly OrderLayer[];
let layer: OrderLayer;
let paint: string;
beforeAll(() => {
  order = orderOf(lockKeepersArm);
  layer = order.find((l) => l.role === 'value' && l.parts.some(byModel))!;
  paint = layer.mix.reduce((most, m) => (m.parts > most.parts ? m : most)).paint;
});
const ticked = (of: OrderLayer, minutes?: number): Tick[] =>
  of.parts.map((s) => tickFor(s, of, { copy: 1, doneAt: AT, ...(minutes !== undefined && { minutes }) }));
const lineOf = (ticks: readonly Tick[]) => sheetOf(ticks, order)[0];

describe('what was done, put right by hand', () => {
  test('a coat more on a layer is one more on each of its parts, and nothing else of it changes', () => {
    const ticks = ticked(layer, 3);
    const most = coatsDone(ticks);
    const right = putRight(ticks, order, { coats: most + 1 });
    right.forEach((t, i) => {
      expect(t).toEqual({ ...ticks[i], did: { ...ticks[i].did, coats: ticks[i].did.coats + 1 } });
    });
    expect(coatsDone(putRight(ticks, order, { coats: 1 }))).toBe(1);
  });

  test('minutes that were not timed follow the coats, and are taken for timed no more than before', () => {
    const right = putRight(ticked(layer), order, { coats: coatsDone(ticked(layer)) + 1 });
    const steps = new Map(layer.parts.map((s) => [s.part, s]));
    for (const t of right) {
      expect(t.did.minutes).toBeGreaterThan(steps.get(t.part)!.activeMin);
      expect(isTimed(t, steps.get(t.part)!)).toBe(false);
    }
    expect(paceOf(diaryOf(right, [], order))).toEqual([]);
  });

  test('minutes of a whole line are shared out as they were, and say how long its coats took', () => {
    const ticks = ticked(layer);
    const right = putRight(ticks, order, { minutes: 60 });
    expect(right.reduce((n, t) => n + t.did.minutes, 0)).toBeCloseTo(60, 1);
    const share = (list: readonly Tick[], i: number) =>
      list[i].did.minutes / list.reduce((n, t) => n + t.did.minutes, 0);
    right.forEach((_, i) => expect(share(right, i)).toBeCloseTo(share(ticks, i), 2));
    // Twice the coats in twice the time is the same pace.
    const [once] = paceOf(diaryOf(putRight(ticked(layer), order, { minutes: 30 }), [], order));
    const doubled = putRight(ticked(layer), order, { minutes: 60 }).map((t) => ({
      ...t,
      did: { ...t.did, coats: 2 * t.did.coats },
    }));
    const [twice] = paceOf(diaryOf(doubled, [], order));
    expect(twice.sum).toBeCloseTo(once.sum, 1);
  });

  test('a line is made of its own ticks, of one evening or of all', () => {
    const early = ticked(layer);
    const late = ticked(layer).map((t) => ({ ...t, copy: 2, doneAt: '2026-12-03T19:00:00Z' }));
    const other = ticked(order.find((l) => l !== layer)!);
    const ticks = [...early, ...late, ...other];
    const line = sheetOf(ticks, order).find((l) => l.title === layer.title)!;
    expect(ticksOfLine(line, ticks, order, null)).toEqual([...early, ...late]);
    const [first] = diaryOf(ticks, [], order);
    expect(ticksOfLine(line, ticks, order, first)).toEqual(early);
    // What is not planned any more can be put right, too.
    const gone = [{ ...early[0], step: 'was-once' }];
    expect(ticksOfLine(lineOf(gone), gone, order, null)).toEqual(gone);
    expect(putRight(gone, order, { coats: 4, mix: ' Ochre, thin ' })[0].did).toMatchObject({
      coats: 4,
      mix: 'Ochre, thin',
    });
  });
});

describe('coats that a painter’s paints take', () => {
  test('are learned of the paint that covers, once a layer, however many parts and figures it has', () => {
    const more = putRight(ticked(layer), order, { coats: coatsDone(ticked(layer)) + 1 });
    const [count, ...others] = coatsLaid([...more, ...more.map((t) => ({ ...t, copy: 2 }))], order);
    expect(others).toEqual([]);
    expect(count).toMatchObject({ paint, count: 1 });
    expect(count.sum).toBeGreaterThan(0);
    expect(coatsLaid(ticked(layer), order)).toEqual([{ paint, count: 1, sum: 0 }]);
  });

  test('another mix than planned, and coats that the approach fixes, say nothing', () => {
    expect(coatsLaid(putRight(ticked(layer), order, { mix: 'Chalk alone' }), order)).toEqual([]);
    const fixed = order.filter((l) => !l.parts.some(byModel));
    expect(fixed.length).toBeGreaterThan(0);
    expect(
      coatsLaid(
        fixed.flatMap((l) => ticked(l)),
        order,
      ),
    ).toEqual([]);
  });

  test('come near what they are, for stand-in paints that stray from the model; never much worse than it', () => {
    const random = seededRandom(4);
    const errors = [3, 12].map((layers) => {
      const all = Array.from({ length: 60 }, () => {
        const real = 0.25 * gaussian(random);
        const sum = Array.from({ length: layers }, () => real + 0.3 * gaussian(random)).reduce(
          (a, b) => a + b,
        );
        const [{ factor, low, high }] = learnedCoats([{ paint: 'ochre', count: layers, sum }]);
        const inside = Math.exp(real) >= low && Math.exp(real) <= high;
        return { known: Math.abs(Math.log(factor) - real), unknown: Math.abs(real), inside };
      });
      const mean = (of: (e: (typeof all)[number]) => number) =>
        all.reduce((n, e) => n + of(e), 0) / all.length;
      expect(mean((e) => Number(e.inside))).toBeGreaterThan(0.8);
      return mean((e) => e.known) / mean((e) => e.unknown);
    });
    expect(errors[0]).toBeLessThan(0.85);
    expect(errors[1]).toBeLessThan(errors[0]);
  });

  test('are those of the next plan: more of the mix, more minutes, and the model’s count beside them', () => {
    const known = [{ paint, factor: 2.2, low: 1.8, high: 2.6, from: 9 }];
    const mine = coatedAs(order, known, 1);
    const [at, step] = [order.indexOf(layer), layer.parts.findIndex(byModel)];
    const [then, now] = [order[at].parts[step], mine[at].parts[step]];
    expect(now.coats).toBe(Math.ceil(then.exactCoats * 2.2));
    expect(now.startingCoats).toBe(then.coats);
    expect(now.mixedMl / then.mixedMl).toBeCloseTo(now.coats / then.coats, 9);
    expect(now.activeMin / then.activeMin).toBeCloseTo(now.coats / then.coats, 9);
    expect(coatsText(now)).toContain(`(the model: ${then.coats})`);
    expect(coatsText(then)).not.toContain('model');
    // What is ticked of it is measured against the model again, not against what was learned.
    const again = coatsLaid(ticked(mine[at]), mine);
    const all = Math.max(...again.map((c) => c.sum));
    expect(all).toBeGreaterThan(Math.log(1.5));
    expect(coatedAs(order, [], 1)).toBe(order);
    // Too near to the model to be told from it.
    expect(coatedAs(order, [{ ...known[0], factor: 1.05 }], 1)).toBe(order);
    expect(coatedAs(order, [{ ...known[0], paint: 'nowhere' }], 1)).toEqual(order);
  });
});
