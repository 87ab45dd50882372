import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  chained,
  fromPoints,
  inverted,
  isMirrored,
  projected,
  scaleOf,
  type Homography,
  type Point,
} from '../../src/index.js';

const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });
/** A camera that turns, comes nearer and leans a little. */
const views = fc
  .tuple(
    number(-3, 3),
    number(0.3, 3),
    number(-40, 40),
    number(-40, 40),
    number(-2e-3, 2e-3),
    number(-2e-3, 2e-3),
  )
  .map(([turn, scale, x, y, g, h]): Homography => {
    const [c, s] = [scale * Math.cos(turn), scale * Math.sin(turn)];
    return [c, -s, x, s, c, y, g, h, 1];
  });
const places = fc.tuple(number(-50, 50), number(-50, 50)).map(([x, y]): Point => [x, y]);
const apart = (a: Point, b: Point) => Math.hypot(a[0] - b[0], a[1] - b[1]);

describe('a projective map', () => {
  test('and the way back end where they began', () => {
    fc.assert(
      fc.property(views, places, (h, p) => {
        expect(apart(projected(inverted(h), projected(h, p)), p)).toBeLessThan(1e-6);
      }),
    );
  });

  test('after another is both, one after the other', () => {
    fc.assert(
      fc.property(views, views, places, (first, then, p) => {
        const both = projected(chained(then, first), p);
        const apiece = projected(then, projected(first, p));
        fc.pre(apiece.every((v) => Math.abs(v) < 1e4));
        expect(apart(both, apiece)).toBeLessThan(1e-6 * (1 + Math.hypot(...apiece)));
      }),
    );
  });

  test('tells how much it enlarges and whether it mirrors', () => {
    expect(scaleOf([2, 0, 5, 0, 2, 7, 0, 0, 1])).toBeCloseTo(2, 12);
    expect(scaleOf([4, 0, 0, 0, 1, 0, 0, 0, 1])).toBeCloseTo(2, 12);
    expect(isMirrored([2, 0, 5, 0, 2, 7, 0, 0, 1])).toBe(false);
    expect(isMirrored([-2, 0, 5, 0, 2, 7, 0, 0, 1])).toBe(true);
  });
});

describe('a map from places that were tapped', () => {
  const square: Point[] = [
    [0, 0],
    [30, 2],
    [28, 50],
    [-3, 44],
    [12, 20],
  ];

  test('is found again from four, leaning and all', () => {
    fc.assert(
      fc.property(views, (h) => {
        const found = fromPoints(square.map((from) => ({ from, to: projected(h, from) })))!;
        for (const p of square) expect(apart(projected(found, p), projected(h, p))).toBeLessThan(1e-5);
      }),
    );
  });

  test('is affine from three: parallels stay parallel', () => {
    const to: Point[] = [
      [5, 5],
      [70, 9],
      [61, 120],
    ];
    const found = fromPoints(square.slice(0, 3).map((from, i) => ({ from, to: to[i] })))!;
    square.slice(0, 3).forEach((p, i) => expect(apart(projected(found, p), to[i])).toBeLessThan(1e-9));
    expect([found[6], found[7]]).toEqual([0, 0]);
  });

  test('is not told by two places, nor by places on one line', () => {
    const pair = (x: number) => ({ from: [x, 2 * x] as Point, to: [x + 1, x] as Point });
    expect(fromPoints([pair(0), pair(5)])).toBeNull();
    expect(fromPoints([pair(0), pair(5), pair(9)])).toBeNull();
  });

  test('with taps that are a little off it lies between them', () => {
    const h: Homography = [1.5, 0.2, 3, -0.2, 1.5, 8, 0, 0, 1];
    const offs = [0.2, -0.15, 0.1, -0.2, 0.15];
    const found = fromPoints(
      square.map((from, i) => {
        const [x, y] = projected(h, from);
        return { from, to: [x + offs[i], y - offs[i]] as Point };
      }),
    )!;
    for (const p of square) expect(apart(projected(found, p), projected(h, p))).toBeLessThan(0.45);
  });
});
