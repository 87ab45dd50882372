import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { movedBy, nudged, zoomBy, zoomed, type Zoom } from '../src/map/zoom.js';

const whole = { leftMm: -20, topMm: 30, pxPerMm: 10, width: 800, height: 600 };
/** Where a place of the piece is on the screen. */
const onScreen = (zoom: Zoom | null, [x, y]: readonly [number, number]) => {
  const p = zoomed(whole, zoom);
  return [(x - p.leftMm) * p.pxPerMm, (p.topMm - y) * p.pxPerMm];
};
const mm = (from: number, to: number) => fc.double({ min: from, max: to, noNaN: true });

describe('looking into a picture', () => {
  test('keeps what is under the pointer where it is', () => {
    fc.assert(
      fc.property(mm(-15, 50), mm(-20, 25), mm(1.1, 4), mm(-10, 40), mm(-10, 20), (x, y, factor, u, v) => {
        const from = zoomBy(whole, null, 1.5, { at: [u, v] });
        const to = zoomBy(whole, from, factor, { at: [x, y] });
        const [a, b] = [onScreen(from, [x, y]), onScreen(to, [x, y])];
        // As long as it need not be held back at the edge of what there is.
        const inside = Math.abs(to!.xMm - 20) < 39.9 && Math.abs(to!.yMm) < 29.9;
        fc.pre(inside);
        expect(Math.hypot(a[0] - b[0], a[1] - b[1])).toBeLessThan(1e-6);
      }),
    );
  });

  test('goes to 40 points a mm and back to all of it', () => {
    let zoom: Zoom | null = null;
    for (let i = 0; i < 20; i++) zoom = zoomBy(whole, zoom, 1.5, { at: [3, 4] });
    expect(zoomed(whole, zoom).pxPerMm).toBeCloseTo(40, 9);
    // On a finer screen a mm has more points.
    expect(zoomBy(whole, null, 100, { pxPerPoint: 2 })!.times).toBeCloseTo(8, 9);
    for (let i = 0; i < 20; i++) zoom = zoomBy(whole, zoom, 1 / 1.5, {});
    expect(zoom).toBeNull();
    expect(zoomed(whole, zoom)).toBe(whole);
  });

  test('a picture that is close up already can still be looked into twice', () => {
    const close = { ...whole, pxPerMm: 90 };
    expect(zoomBy(close, null, 10, {})!.times).toBe(2);
  });

  test('moves with the hand, never more than half a window beyond the picture', () => {
    const zoom = zoomBy(whole, null, 2, {});
    const moved = movedBy(whole, zoom, 3, -2);
    expect(moved).toEqual({ times: 2, xMm: zoom!.xMm + 3, yMm: zoom!.yMm - 2 });
    const far = movedBy(whole, zoom, 1000, 1000)!;
    expect([far.xMm, far.yMm]).toEqual([60, 30]);
    expect(movedBy(whole, null, 3, 3)).toBeNull();
    const up = nudged(whole, zoom, 0, 1)!;
    expect(up.yMm - zoom!.yMm).toBeCloseTo((0.2 * 600) / 20, 9);
    expect(up.xMm).toBe(zoom!.xMm);
  });
});
