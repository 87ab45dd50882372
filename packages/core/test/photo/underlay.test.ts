import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { underlayPlaces, type Point, type Underlay } from '../../src/index.js';

const photo = (over: Partial<Underlay> = {}): Underlay => ({
  photo: 'a'.repeat(64),
  widthPx: 1200,
  heightPx: 900,
  mmPerPx: 0.05,
  xMm: 2,
  yMm: 27,
  turnDeg: 0,
  shows: 1,
  map: 1,
  grey: 'no',
  ...over,
});
const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });

test('the middle of a photo lies where the photo is laid, its upper left corner up and to the left', () => {
  const { toPiece, toPhoto, pxPerMm } = underlayPlaces(photo());
  expect(toPiece([600, 450])).toEqual([2, 27]);
  expect(toPiece([0, 0])).toEqual([2 - 30, 27 + 22.5]);
  expect(toPhoto([2, 27])).toEqual([600, 450]);
  expect(pxPerMm).toBeCloseTo(20, 12);
});

test('turned, it turns about its middle against the clock', () => {
  const { toPiece } = underlayPlaces(photo({ turnDeg: 90 }));
  const [x, y] = toPiece([1200, 450]);
  expect(x).toBeCloseTo(2, 9);
  expect(y).toBeCloseTo(27 + 30, 9);
});

test('there and back is where one was, turned, scaled and reduced as it may be', () => {
  fc.assert(
    fc.property(
      number(-180, 180),
      number(0.01, 0.4),
      number(0.1, 1),
      number(-30, 30),
      number(0, 60),
      (turnDeg, mmPerPx, by, x, y) => {
        const size = { width: Math.round(1200 * by), height: Math.round(900 * by) };
        const { toPiece, toPhoto, pxPerMm } = underlayPlaces(photo({ turnDeg, mmPerPx }), size);
        const at: Point = [x, y];
        const back = toPiece(toPhoto(at));
        expect(Math.hypot(back[0] - x, back[1] - y)).toBeLessThan(1e-9 * (1 + Math.hypot(x, y)) + 1e-9);
        // A mm is as many points as it says, along and across, but for the rounding of the reduced size.
        const [a, b] = [toPhoto([x, y]), toPhoto([x + 1, y])];
        expect(Math.abs(Math.hypot(a[0] - b[0], a[1] - b[1]) / pxPerMm - 1)).toBeLessThan(0.01);
      },
    ),
  );
});
