import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { normalEquations } from '../../src/units/index.js';

const number = fc.double({ min: -5, max: 5, noNaN: true });

describe('normal equations', () => {
  test('give back the unknowns that all equations were made from', () => {
    fc.assert(
      fc.property(number, number, number, (a, b, c) => {
        const equations = normalEquations(3);
        for (const [x, y] of [
          [0, 0],
          [1, 0],
          [0, 1],
          [2, 3],
          [-1, 2],
        ])
          equations.add([x, y, 1], a * x + b * y + c);
        equations.solve()!.forEach((v, i) => expect(v).toBeCloseTo([a, b, c][i], 8));
      }),
    );
  });

  test('lie between equations that contradict each other, nearer to what weighs more', () => {
    const even = normalEquations(1);
    even.add([1], 2);
    even.add([1], 4);
    expect(even.solve()).toEqual([3]);
    const heavy = normalEquations(1);
    heavy.add([1], 2, 3);
    heavy.add([1], 4);
    expect(heavy.solve()).toEqual([2.5]);
  });

  test('that do not tell two unknowns apart have no answer, unless they are pulled toward nothing', () => {
    const equations = normalEquations(2);
    equations.add([1, 1], 2);
    expect(equations.solve()).toBeNull();
    const pulled = equations.solve([1e-6, 1e-6])!;
    expect(pulled[0]).toBeCloseTo(1, 5);
    expect(pulled[1]).toBeCloseTo(1, 5);
    // Asking changes nothing.
    expect(equations.solve([1e-6, 1e-6])).toEqual(pulled);
  });
});
