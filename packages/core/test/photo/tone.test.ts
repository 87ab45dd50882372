import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { fitPhotoTone, seededRandom, type TonePair } from '../../src/index.js';
import { fitCast } from '../../src/photo/tone.js';
import { runs } from '../support.js';

/** Twelve parts of many values each, taken by a camera that answers with `curve`. */
function pairsOf(curve: (plan: number) => number, stray: (part: number) => number = () => 0): TonePair[] {
  const random = seededRandom(11);
  return Array.from({ length: 12 }, (_, part) => part).flatMap((part) =>
    Array.from({ length: 25 }, () => {
      const plan = 6 + 88 * random();
      return { plan, photo: curve(plan) + stray(part) + 1.2 * (random() - 0.5), weight: 1, part };
    }),
  );
}
const contrasty = (v: number) => 100 / (1 + Math.exp(-(v - 50) / 18));

describe('the tone of a photo', () => {
  test('is undone: an even one, a dark one, one of hard contrast', () => {
    for (const curve of [(v: number) => v, (v: number) => 0.8 * v - 3, contrasty]) {
      const { at } = fitPhotoTone(pairsOf(curve));
      for (let plan = 10; plan <= 90; plan += 8) expect(Math.abs(at(curve(plan)) - plan)).toBeLessThan(4.5);
    }
  });

  test('only rises, whatever it was fitted to', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 0, max: 100 }), fc.integer({ min: 0, max: 100 })), {
          minLength: 20,
          maxLength: 80,
        }),
        (values) => {
          const { at } = fitPhotoTone(
            values.map(([photo, plan], i) => ({ photo, plan, weight: 1, part: i % 5 })),
          );
          for (let x = 0; x < 100; x += 2) expect(at(x + 2)).toBeGreaterThanOrEqual(at(x) - 1e-9);
        },
      ),
      { numRuns: runs(20) },
    );
  });

  test('a part that strays from all others counts for nothing, and pulls nothing', () => {
    const { at, weightOf } = fitPhotoTone(
      pairsOf(
        (v) => v,
        (part) => (part === 4 ? 16 : 0),
      ),
    );
    expect(weightOf.get(4)).toBe(0);
    for (const part of [0, 3, 7, 11]) expect(weightOf.get(part)).toBeGreaterThan(0.5);
    for (let v = 15; v <= 85; v += 10) expect(Math.abs(at(v) - v)).toBeLessThan(2);
  });
});

describe('the cast of a photo', () => {
  const planned = [
    [0.2, 0.2, 0.22],
    [0.3, 0.25, 0.18],
    [0.1, 0.11, 0.14],
    [0.4, 0.38, 0.4],
    [0.15, 0.13, 0.1],
  ] as const;
  const under = (r: number, b: number) =>
    planned.map((plan) => ({ plan, photo: [plan[0] * r, plan[1], plan[2] * b] as const }));

  test('is undone channel by channel, green held', () => {
    const [r, g, b] = fitCast(under(1.3, 0.7));
    expect(r).toBeCloseTo(1 / 1.3, 9);
    expect(g).toBe(1);
    expect(b).toBeCloseTo(1 / 0.7, 9);
  });

  test('one part of another colour does not change it', () => {
    const mids = [...under(1.3, 0.7), { plan: planned[0], photo: [0.9, 0.2, 0.02] as const }];
    const [r, , b] = fitCast(mids);
    expect(Math.abs(r * 1.3 - 1)).toBeLessThan(0.05);
    expect(Math.abs(b * 0.7 - 1)).toBeLessThan(0.05);
  });

  test('of nothing is none', () => expect(fitCast([])).toEqual([1, 1, 1]));
});
