import { describe, expect, test } from '@jest/globals';
import type { Bounds } from '@pale-glint/core';
import { pictureIn, type Room } from '../src/map/pictureIn.js';

const NOTHING = { width: 0, height: 0 };
const box = { width: 800, height: 600 };
const room = (corners: Partial<Room['corners']>): Room => ({
  right: 0,
  bottom: 0,
  top: 0,
  corners: { left: NOTHING, right: NOTHING, below: NOTHING, ...corners },
});
/** Where bounds of so many mm lie on the screen, in its points. */
function onScreen(width: number, height: number, free: Room, scale = 1) {
  const shown: Bounds = { left: 0, right: width, bottom: 0, top: height };
  const p = pictureIn(shown, box, free, scale);
  const px = p.pxPerMm / scale;
  return {
    left: -p.leftMm * px,
    right: (width - p.leftMm) * px,
    top: p.topMm * px,
    bottom: (p.topMm - shown.bottom) * px,
    px,
  };
}

describe('a piece on the stage', () => {
  const below = { width: 290, height: 56 };

  test('is as large as fits, in the middle, whatever the screen’s points', () => {
    for (const scale of [1, 2]) {
      const seen = onScreen(20, 40, room({}), scale);
      expect(seen.px).toBeCloseTo((600 * 0.91) / 40, 1);
      expect(seen.left + seen.right).toBeCloseTo(800, 0);
    }
  });

  test('is moved aside from buttons below it, and stays as large', () => {
    const [as, clear] = [onScreen(20, 40, room({})), onScreen(20, 40, room({ below }))];
    expect(as.right).toBeGreaterThan(800 - below.width);
    expect(clear.right).toBeCloseTo(800 - below.width, 0);
    expect(clear.px).toBe(as.px);
  });

  test('is smaller where there is no room aside, and clear of them all the same', () => {
    const [as, clear] = [onScreen(50, 45, room({})), onScreen(50, 45, room({ below }))];
    expect(clear.px).toBeLessThan(as.px);
    expect(clear.bottom).toBeLessThanOrEqual(600 - below.height);
    // Nor is it moved under what stands in the upper left corner.
    const left = { width: 260, height: 52 };
    const beside = onScreen(20, 40, room({ left, below }));
    expect(beside.left >= left.width || beside.top >= left.height).toBe(true);
    expect(beside.right <= 800 - below.width + 1 || beside.bottom <= 600 - below.height + 1).toBe(true);
  });

  test('that does not reach them is left where it is', () => {
    expect(onScreen(8, 40, room({ below }))).toEqual(onScreen(8, 40, room({})));
  });
});
