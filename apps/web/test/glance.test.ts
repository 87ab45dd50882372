import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  ALL_OF_IT,
  glanceBy,
  glanceMoved,
  glanceTransform,
  type Glance,
  type Share,
} from '../src/map/glance.js';

/** Which place of the picture is shown at a place of the box. */
const shownAt = ({ times, x, y }: Glance, [sx, sy]: Share): Share => [
  x + (sx - 0.5) / times,
  y + (sy - 0.5) / times,
];
const share = fc.double({ min: 0, max: 1, noNaN: true });
const factor = fc.double({ min: 1.1, max: 3, noNaN: true });

test('what is under the pointer stays there while one looks closer', () => {
  fc.assert(
    fc.property(share, share, factor, factor, (x, y, first, then) => {
      const at: Share = [x, y];
      const once = glanceBy(ALL_OF_IT, first, at);
      const twice = glanceBy(once, then, at);
      for (const g of [once, twice]) {
        const [px, py] = shownAt(g, at);
        expect(px).toBeCloseTo(x, 9);
        expect(py).toBeCloseTo(y, 9);
      }
    }),
  );
});

test('the box never shows beyond the picture, and twelve times is the closest', () => {
  fc.assert(
    fc.property(share, share, fc.array(fc.tuple(factor, share, share), { maxLength: 8 }), (x, y, all) => {
      const glance = all.reduce(
        (g, [f, fx, fy]) => glanceMoved(glanceBy(g, f, [x, y]), [fx, fy], [y, x]),
        ALL_OF_IT,
      );
      expect(glance.times).toBeLessThanOrEqual(12);
      for (const corner of [shownAt(glance, [0, 0]), shownAt(glance, [1, 1])])
        for (const v of corner) {
          expect(v).toBeGreaterThanOrEqual(-1e-9);
          expect(v).toBeLessThanOrEqual(1 + 1e-9);
        }
    }),
  );
});

test('a drag takes the picture with it; farther than whole is whole', () => {
  const close = glanceBy(ALL_OF_IT, 4);
  const moved = glanceMoved(close, [0.5, 0.5], [0.7, 0.4]);
  expect(shownAt(moved, [0.7, 0.4])).toEqual(shownAt(close, [0.5, 0.5]));
  expect(glanceBy(moved, 0.1)).toBe(ALL_OF_IT);
  expect(glanceTransform(ALL_OF_IT)).toBe('none');
  expect(glanceTransform(close)).toBe('translate(-150.000%, -150.000%) scale(4.0000)');
});
