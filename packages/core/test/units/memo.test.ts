import { describe, expect, jest, test } from '@jest/globals';
import { tableMemo, weakMemo, weakMemo2, weakMemoOfLast } from '../../src/units/index.js';

describe('what is remembered', () => {
  test('with an object is made once for it, and anew for an equal one', () => {
    const make = jest.fn((o: { n: number }) => o.n * 2);
    const twice = weakMemo(make);
    const own = { n: 3 };
    expect([twice(own), twice(own), twice({ n: 3 })]).toEqual([6, 6, 6]);
    expect(make).toHaveBeenCalledTimes(2);
  });

  test('an answer of undefined or null is an answer', () => {
    const make = jest.fn(() => null);
    const none = weakMemo(make);
    const own = {};
    none(own);
    expect(none(own)).toBeNull();
    expect(make).toHaveBeenCalledTimes(1);
  });

  test('with two objects follows from both', () => {
    const make = jest.fn((a: { n: number }, b: { n: number }) => a.n - b.n);
    const apart = weakMemo2(make);
    const [a, b, c] = [{ n: 5 }, { n: 2 }, { n: 1 }];
    expect([apart(a, b), apart(a, b), apart(b, a), apart(a, c)]).toEqual([3, 3, -3, 4]);
    expect(make).toHaveBeenCalledTimes(3);
  });

  test('of the last, is kept for one second object with each first', () => {
    const make = jest.fn((a: { n: number }, b: { n: number }) => a.n - b.n);
    const apart = weakMemoOfLast(make);
    const [a, b, c] = [{ n: 5 }, { n: 2 }, { n: 1 }];
    expect([apart(a, b), apart(c, b), apart(a, b), apart(a, c), apart(a, b)]).toEqual([3, -1, 3, 4, 3]);
    // Only the return to b after c was computed anew.
    expect(make).toHaveBeenCalledTimes(4);
  });

  test('in a table is the same object for equal input, until others have taken its place', () => {
    const table = tableMemo(2, (n: number, word: string) => ({ text: `${n} ${word}` }));
    const first = table(1, 'a');
    expect(table(1, 'a')).toBe(first);
    table(2, 'a');
    // Looked up again, so the other is the one longest unused.
    table(1, 'a');
    table(3, 'a');
    expect(table(1, 'a')).toBe(first);
    expect(table(2, 'a')).toEqual({ text: '2 a' });
  });
});
