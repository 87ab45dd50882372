import { describe, expect, test } from '@jest/globals';
import type { Bounds } from '@pale-glint/core';
import fc from 'fast-check';
import { pictureIn, type Cover, type Room } from '../src/map/pictureIn.js';

const box = { width: 800, height: 600 };
const room = (...covers: Cover[]): Room => ({ right: 0, bottom: 0, top: 0, covers });

/** Where parts lie on the screen, in its points, and how many of them make a mm. */
function onScreen(parts: readonly Bounds[], free: Room, scale = 1) {
  const p = pictureIn(parts, box, free, scale);
  const px = p.pxPerMm / scale;
  const boxes = parts.map((b) => ({
    left: (b.left - p.leftMm) * px,
    right: (b.right - p.leftMm) * px,
    top: (p.topMm - b.top) * px,
    bottom: (p.topMm - b.bottom) * px,
  }));
  return { px, boxes, first: boxes[0] };
}
const plate = (width: number, height: number): Bounds[] => [
  { left: 0, right: width, bottom: 0, top: height },
];
const isClear = (b: ReturnType<typeof onScreen>['first'], { x, y, width, height }: Cover) =>
  (x === 'left' ? b.left >= width - 0.01 : b.right <= box.width - width + 0.01) ||
  (y === 'top' ? b.top >= height - 0.01 : b.bottom <= box.height - height + 0.01);

describe('a piece on the stage', () => {
  const below: Cover = { x: 'right', y: 'bottom', width: 290, height: 56 };
  const above: Cover = { x: 'left', y: 'top', width: 340, height: 160 };

  test('is as large as fits, in the middle, whatever the screen’s points', () => {
    for (const scale of [1, 2]) {
      const { px, first } = onScreen(plate(20, 40), room(), scale);
      expect(px).toBeCloseTo((600 * 0.91) / 40, 6);
      expect(first.left + first.right).toBeCloseTo(800, 6);
      expect(first.top + first.bottom).toBeCloseTo(600, 6);
    }
  });

  test('is moved aside from buttons below it, and stays as large', () => {
    const [as, clear] = [onScreen(plate(20, 40), room()), onScreen(plate(20, 40), room(below))];
    expect(as.first.right).toBeGreaterThan(800 - below.width);
    expect(clear.first.right).toBeCloseTo(800 - below.width, 6);
    expect(clear.px).toBe(as.px);
  });

  test('is smaller where there is no room aside, and clear of all that stands over it', () => {
    const as = onScreen(plate(50, 45), room());
    const clear = onScreen(plate(50, 45), room(above, below));
    expect(clear.px).toBeLessThan(as.px);
    for (const cover of [above, below]) expect(isClear(clear.first, cover)).toBe(true);
  });

  test('that does not reach them is left where it is', () => {
    expect(onScreen(plate(8, 40), room(below))).toEqual(onScreen(plate(8, 40), room()));
  });

  test('is as large as its parts allow: what covers an empty corner of the whole is in nobody’s way', () => {
    // A figure with its arms low, and a narrow crest above: the corners of the whole are empty.
    const figure: Bounds[] = [
      { left: 5, right: 12, bottom: 30, top: 40 },
      { left: -15, right: 15, bottom: 0, top: 28 },
    ];
    const [byParts, byWhole] = [figure, plate(30, 40)].map((p) => onScreen(p, room(above, below)));
    expect(byParts.px).toBeGreaterThan(byWhole.px);
    for (const b of byParts.boxes) for (const c of [above, below]) expect(isClear(b, c)).toBe(true);
  });

  test('leaves the strips along the edges free', () => {
    const { first } = onScreen(plate(40, 40), { right: 140, top: 44, bottom: 30, covers: [above, below] });
    expect(first.right).toBeLessThanOrEqual(800 - 140);
    expect(first.top).toBeGreaterThan(44);
    expect(first.bottom).toBeLessThan(600 - 30);
  });

  test('that fits nowhere is shown all the same', () => {
    const everywhere: Cover = { x: 'left', y: 'top', ...box };
    expect(onScreen(plate(20, 40), room(everywhere))).toEqual(onScreen(plate(20, 40), room()));
  });

  test('of whatever parts is on the stage, and clear of what stands over it', () => {
    const part = fc
      .record({
        x: fc.integer({ min: -40, max: 40 }),
        y: fc.integer({ min: -40, max: 40 }),
        w: fc.integer({ min: 1, max: 40 }),
        h: fc.integer({ min: 1, max: 40 }),
      })
      .map(({ x, y, w, h }): Bounds => ({ left: x, right: x + w, bottom: y, top: y + h }));
    fc.assert(
      fc.property(fc.array(part, { minLength: 1, maxLength: 12 }), (parts) => {
        const { boxes } = onScreen(parts, room(above, below));
        for (const b of boxes) {
          expect(Math.min(b.left, b.top, 800 - b.right, 600 - b.bottom)).toBeGreaterThanOrEqual(15.99);
          for (const c of [above, below]) expect(isClear(b, c)).toBe(true);
        }
      }),
    );
  });
});
