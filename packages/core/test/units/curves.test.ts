import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { erf, monotoneCurve, type Knot } from '../../src/index.js';
import { runs } from '../support.js';

test('the error function meets its published values (Abramowitz and Stegun, table 7.1)', () => {
  for (const [x, value] of [
    [0, 0],
    [0.5, 0.5204999],
    [1, 0.8427008],
    [2, 0.9953223],
    [-1, -0.8427008],
  ])
    expect(erf(x)).toBeCloseTo(value, 6);
});

describe('a monotone curve', () => {
  const knots = fc
    .uniqueArray(
      fc.tuple(fc.double({ min: 0, max: 1, noNaN: true }), fc.double({ min: 0, max: 1, noNaN: true })),
      {
        minLength: 2,
        maxLength: 7,
        selector: ([x]) => Math.round(x * 200),
      },
    )
    .map((list): Knot[] => {
      const [xs, ys] = [
        list.map(([x]) => x).sort((a, b) => a - b),
        list.map(([, y]) => y).sort((a, b) => a - b),
      ];
      return xs.map((x, i) => [x, ys[i]] as const);
    });

  test('passes through its knots, rises between them and stays level beyond', () => {
    fc.assert(
      fc.property(knots, (list) => {
        const curve = monotoneCurve(list);
        for (const [x, y] of list) expect(curve(x)).toBeCloseTo(y, 9);
        const along = Array.from({ length: 301 }, (_, i) => curve(-0.1 + 0.004 * i));
        expect(along.findIndex((y, i) => i > 0 && y < along[i - 1] - 1e-9)).toBe(-1);
        expect(curve(-1)).toBe(list[0][1]);
        expect(curve(2)).toBe(list[list.length - 1][1]);
      }),
      { numRuns: runs(100) },
    );
  });
});
