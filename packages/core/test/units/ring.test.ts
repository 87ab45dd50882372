import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { inRing } from '../../src/index.js';

const square = [
  [0, 0],
  [4, 0],
  [4, 4],
  [0, 4],
];

test('a place lies in a square where both its numbers do', () => {
  const at = fc.double({ min: -2, max: 6, noNaN: true });
  fc.assert(
    fc.property(at, at, (x, y) => {
      fc.pre(![0, 4].includes(x) && ![0, 4].includes(y));
      return inRing(square, x, y) === (x > 0 && x < 4 && y > 0 && y < 4);
    }),
  );
});

test('it does not matter which way round a ring runs, nor where it begins', () => {
  const at = fc.double({ min: -1, max: 5, noNaN: true });
  fc.assert(
    fc.property(at, at, fc.integer({ min: 0, max: 3 }), (x, y, from) => {
      const turned = [...square.slice(from), ...square.slice(0, from)];
      return (
        inRing(turned, x, y) === inRing(square, x, y) &&
        inRing([...square].reverse(), x, y) === inRing(square, x, y)
      );
    }),
  );
});

test('a ring without area holds nothing', () => {
  expect(inRing([], 1, 1)).toBe(false);
  expect(inRing([[1, 1]], 1, 1)).toBe(false);
});
