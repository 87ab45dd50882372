import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { LowestFirst } from '../../src/index.js';

test('places come out by what the list holds there, the lowest first', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: -50, max: 50 }), { maxLength: 60 }), (values) => {
      const level = Float32Array.from(values);
      const queue = new LowestFirst(level);
      level.forEach((_, i) => queue.push(i));
      const out: number[] = [];
      while (!queue.empty) out.push(level[queue.pop()]);
      expect(out).toEqual([...level].sort((a, b) => a - b));
    }),
  );
});

test('one that has fallen since comes in its new turn', () => {
  const level = Float32Array.from([5, 3, 9]);
  const queue = new LowestFirst(level);
  [0, 1, 2].forEach((i) => queue.push(i));
  level[2] = 1;
  queue.push(2);
  // It stands in there twice; who asks passes over what is done.
  expect([queue.pop(), queue.pop(), queue.pop(), queue.pop()]).toEqual([2, 2, 1, 0]);
});
