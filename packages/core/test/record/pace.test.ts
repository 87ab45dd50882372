import { beforeAll, describe, expect, test } from '@jest/globals';
import {
  diaryOf,
  gaussian,
  learned,
  lockKeepersArm,
  paced,
  paceOf,
  seededRandom,
  tickFor,
  WORK_KINDS,
  workKind,
  type OrderLayer,
  type PaceCount,
  type WorkKind,
} from '../../src/index.js';
import { orderOf } from '../support.js';

describe('a painter’s pace', () => {
  /** So many layers of one kind, each so many times as long as the starting figures have it. */
  const timed = (kind: WorkKind, factors: readonly number[]): PaceCount => ({
    kind,
    count: factors.length,
    sum: factors.reduce((s, f) => s + Math.log(f), 0),
  });

  /** A stand-in painter: how quick they are at each kind, and layers that stray about that. */
  function painter(seed: number) {
    const random = seededRandom(seed);
    const speed = new Map(WORK_KINDS.map((k) => [k, Math.exp(0.4 * gaussian(random))]));
    return { speed, layer: (kind: WorkKind) => speed.get(kind)! * Math.exp(0.5 * gaussian(random)) };
  }

  /** Mean error of what is foretold for the next layers, as a logarithm, with and without what was learned. */
  function errors(seed: number, ticks: number) {
    const { layer } = painter(seed);
    const counts = Array.from({ length: ticks }, (_, i) => {
      const kind = WORK_KINDS[i % WORK_KINDS.length];
      return timed(kind, [layer(kind)]);
    });
    const factors = new Map(learned(counts).map((l) => [l.kind, l.factor]));
    let [with_, without] = [0, 0];
    for (let i = 0; i < 400; i++) {
      const kind = WORK_KINDS[i % WORK_KINDS.length];
      const real = Math.log(layer(kind));
      with_ += Math.abs(real - Math.log(factors.get(kind) ?? 1));
      without += Math.abs(real);
    }
    return with_ / without;
  }

  test.each([5, 20, 80])(
    'is never worse by a tenth than none, and better the more is known: %d layers',
    (n) => {
      const all = Array.from({ length: 10 }, (_, seed) => errors(seed + 1, n));
      for (const ratio of all) expect(ratio).toBeLessThan(1.1);
      const mean = all.reduce((a, b) => a + b, 0) / all.length;
      expect(mean).toBeLessThan(n >= 20 ? 0.95 : 1.02);
    },
  );

  test('one layer moves it little, many move it to what they are; the spread narrows', () => {
    const after = (n: number) =>
      learned([
        timed(
          'layer',
          Array.from({ length: n }, () => 1.5),
        ),
      ])[0];
    expect(after(1).factor).toBeGreaterThan(1);
    expect(after(1).factor).toBeLessThan(1.3);
    expect(after(60).factor).toBeCloseTo(1.5, 1);
    expect(after(60).high - after(60).low).toBeLessThan(after(1).high - after(1).low);
  });

  test('is the same from several pieces as from all of it at once', () => {
    const [a, b] = [timed('glaze', [0.7, 0.9]), timed('glaze', [1.2])];
    const [apart] = learned([a, b]);
    const [together] = learned([timed('glaze', [0.7, 0.9, 1.2])]);
    expect(apart.factor).toBeCloseTo(together.factor, 12);
    expect(apart.from).toBe(3);
  });
});

describe('an order in the painter’s minutes', () => {
  let order: readonly OrderLayer[];
  beforeAll(() => {
    order = orderOf(lockKeepersArm);
  });
  const slow = [{ kind: 'layer', factor: 2, low: 1.5, high: 2.5, from: 20 }] as const;

  test('takes as much longer as its kind of work does, and all else stays', () => {
    const mine = paced(order, slow);
    order.forEach((layer, i) => {
      const factor = workKind(layer) === 'layer' ? 2 : 1;
      layer.parts.forEach((step, k) =>
        expect(mine[i].parts[k].activeMin).toBeCloseTo(factor * step.activeMin, 9),
      );
    });
    expect(paced(order, [])).toBe(order);
  });

  test('learns nothing from minutes it gave itself, and the same from those that were timed', () => {
    const layer = order.find((l) => workKind(l) === 'layer')!;
    const tick = (from: readonly OrderLayer[], minutes?: number) => {
      const same = from[order.indexOf(layer)];
      return same.parts.map((step) =>
        tickFor(step, same, {
          copy: 1,
          doneAt: '2026-12-01T19:00:00Z',
          ...(minutes !== undefined && { minutes: minutes * (step.startingMin ?? step.activeMin) }),
        }),
      );
    };
    const mine = paced(order, slow);
    expect(paceOf(diaryOf(tick(mine), [], mine))).toEqual([]);
    // Ticked one after the other at the end of an evening, nothing was timed.
    expect(paceOf(diaryOf(tick(order, 0.02), [], order))).toEqual([]);
    // A tick rounds its minutes: those of small parts, too, are none that were timed.
    const all = order.flatMap((l) =>
      l.parts.map((step) => tickFor(step, l, { copy: 1, doneAt: '2026-12-01T19:00:00Z' })),
    );
    expect(paceOf(diaryOf(all, [], order))).toEqual([]);
    const [byStarting] = paceOf(diaryOf(tick(order, 1.7), [], order));
    const [byMine] = paceOf(diaryOf(tick(mine, 1.7), [], mine));
    expect(byMine.count).toBe(1);
    expect(byMine.sum).toBeCloseTo(byStarting.sum, 2);
  });
});
