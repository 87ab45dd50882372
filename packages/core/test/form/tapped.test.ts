import { describe, expect, test } from '@jest/globals';
import {
  deg,
  ellipseThrough,
  leastSquares,
  modelOf,
  rad,
  seededRandom,
  solveLinear,
  tappedBand,
  tappedBlade,
  tappedDome,
  tappedOutline,
  tappedTube,
  turn,
  type Point,
  RefusedInput,
} from '../../src/index.js';

/** A hand taps this far off, at most, each way. */
const OFF_MM = 0.3;
const mean = (list: readonly number[]) => list.reduce((a, b) => a + b, 0) / list.length;
/** Difference of two turns of an axis, 0..90. */
const between = (a: number, b: number) => Math.abs(((((a - b) % 180) + 270) % 180) - 90);

const shaky =
  (random: () => number) =>
  ([x, y]: Point): Point => [x + OFF_MM * (2 * random() - 1), y + OFF_MM * (2 * random() - 1)];

describe('taps 0.3 mm off recover what was planted within 3 % and 4 degrees, over 200 of each', () => {
  test('the rim of a round dome seen aslant: size, turn in the picture, turn away', () => {
    const random = seededRandom(11);
    const [wide, high, roll, away]: number[][] = [[], [], [], []];
    for (let k = 0; k < 200; k++) {
      const a = 5 + 6 * random();
      const flat = 0.5 + 0.35 * random();
      const at = Math.PI * (random() - 0.5);
      const rim = Array.from({ length: 8 }, (_, i): Point => {
        const t = ((i + 0.3 * random()) / 8) * 2 * Math.PI;
        const [x, y] = turn(a * Math.cos(t), a * flat * Math.sin(t), at);
        return [x + 4, y - 7];
      });
      const [nx, ny] = turn(0, -a * flat, at);
      const { form, place } = tappedDome(rim.map(shaky(random)), [nx + 4, ny - 7]);
      wide.push(Math.abs(form.widthMm / (2 * a) - 1));
      high.push(Math.abs(form.heightMm / (2 * a * flat) - 1));
      roll.push(between(place.rollDeg, deg(at)));
      away.push(Math.abs(Math.abs(place.pitchDeg) - deg(Math.acos(flat))));
    }
    expect(mean(wide)).toBeLessThan(0.03);
    expect(mean(high)).toBeLessThan(0.03);
    expect(mean(roll)).toBeLessThan(4);
    expect(mean(away)).toBeLessThan(4);
  });

  test('tubes and blades: length, widths, turn, and the ridge that tells a blade is turned', () => {
    const random = seededRandom(12);
    const [size, roll, ridge]: number[][] = [[], [], []];
    for (let k = 0; k < 200; k++) {
      const [length, low, top] = [16 + 24 * random(), 6 + 6 * random(), 6 + 6 * random()];
      const at = 2 * Math.PI * (random() - 0.5);
      const seen = (x: number, y: number): Point => {
        const [tx, ty] = turn(x, y, at);
        return [tx - 3, ty + 9];
      };
      const corners = [
        seen(-low / 2, -length / 2),
        seen(low / 2, -length / 2),
        seen(-top / 2, length / 2),
        seen(top / 2, length / 2),
      ];
      const tube = tappedTube(corners.map(shaky(random)));
      size.push(Math.abs(tube.form.lengthMm / length - 1), Math.abs(tube.form.startWidthMm / low - 1));
      roll.push(between(tube.place.rollDeg, deg(at)));
      const off = 0.5 * (random() - 0.5);
      const taps = [
        seen(0, -length / 2),
        seen(0, length / 2),
        seen(-low / 2, length * 0.2),
        seen(low / 2, length * 0.2),
        seen((off * low) / 2, 0),
      ];
      const blade = tappedBlade(taps.map(shaky(random)));
      size.push(Math.abs(blade.form.lengthMm / length - 1), Math.abs(blade.form.widthMm / low - 1));
      roll.push(between(blade.place.rollDeg, deg(at)));
      ridge.push(Math.abs(blade.form.ridge - off));
    }
    expect(mean(size)).toBeLessThan(0.03);
    expect(mean(roll)).toBeLessThan(4);
    expect(mean(ridge)).toBeLessThan(0.08);
  });
});

test('a blade’s point begins where it is tapped, as broad as the blade is there', () => {
  const taps: Point[] = [
    [0, 0],
    [0, 40],
    [-4, 6],
    [4, 6],
    [0, 10],
  ];
  expect(tappedBlade(taps).form).toMatchObject({ pointMm: 24, shoulderWidthMm: 8 });
  expect(tappedBlade([...taps, [3, 28]]).form).toMatchObject({
    lengthMm: 40,
    widthMm: 8,
    pointMm: 12,
    shoulderWidthMm: 6,
  });
  expect(tappedBlade([...taps, [9, 39.9]]).form).toMatchObject({ pointMm: 3.2, shoulderWidthMm: 8 });
  expect(() => tappedBlade([...taps, [3, 28], [3, 29]])).toThrow(/five/);
});

test('steady taps give the very form, in its place, and it can be drawn', () => {
  const dome = tappedDome(
    [
      [6, 0],
      [0, 6],
      [-6, 0],
    ],
    null,
  );
  expect(dome.form).toMatchObject({ widthMm: 12, heightMm: 12 });
  expect(dome.place).toMatchObject({ xMm: 0, yMm: 0, pitchDeg: 0 });
  // The ellipse is 10 wide and 6 high: the lower side is nearer, so its front looks up.
  const rim = Array.from({ length: 9 }, (_, i): Point => [5 * Math.cos(i * 0.7), 3 * Math.sin(i * 0.7)]);
  const aslant = tappedDome(rim, [0, -3]);
  expect(aslant.form).toMatchObject({ widthMm: 10, heightMm: 6 });
  expect(aslant.place.pitchDeg).toBeCloseTo(deg(Math.acos(0.6)), 0);
  expect(tappedDome(rim, [0, 3]).place.pitchDeg).toBeCloseTo(-deg(Math.acos(0.6)), 0);
  const band = tappedBand([
    [-6, 1],
    [6, 1],
    [0, -2.5],
    [0, 0.5],
  ]);
  expect(band.form).toMatchObject({ widthMm: 12, heightMm: 3, sagMm: 2 });
  const plate = tappedOutline([
    [0, 0],
    [8, 0],
    [8, 12],
    [0, 12],
  ]);
  expect(plate.form).toMatchObject({ widthMm: 8, heightMm: 12 });
  expect(plate.place).toMatchObject({ xMm: 4, yMm: 6 });
  for (const { form } of [dome, aslant, band, plate])
    expect(modelOf(form).rings[0].length).toBeGreaterThan(10);
});

test('useless taps are refused with what is accepted', () => {
  expect(() =>
    ellipseThrough([
      [0, 0],
      [1, 1],
    ]),
  ).toThrow(/three or more/);
  expect(() =>
    ellipseThrough([
      [0, 0],
      [1, 1],
      [2, 2],
    ]),
  ).toThrow(/on one line/);
  expect(() => tappedTube([[0, 0]])).toThrow(RefusedInput);
  expect(() =>
    tappedBlade([
      [0, 0],
      [0, 0],
      [1, 0],
      [2, 0],
      [1, 1],
    ]),
  ).toThrow(/heel and tip/);
  expect(() =>
    tappedOutline([
      [0, 0],
      [4, 0],
      [9, 0],
    ]),
  ).toThrow(/area/);
});

test('least squares finds what made the figures; a system without one solution has none', () => {
  const xs = Array.from({ length: 20 }, (_, i) => i / 4);
  const found = leastSquares(
    ([a, k]) => xs.map((x) => a * Math.exp(-k * x) - 3 * Math.exp(-0.7 * x)),
    [1, 0.1],
  );
  expect(found[0]).toBeCloseTo(3, 5);
  expect(found[1]).toBeCloseTo(0.7, 5);
  expect(
    solveLinear(
      [
        [2, 1],
        [1, 3],
      ],
      [5, 10],
    ),
  ).toEqual([1, 3]);
  expect(
    solveLinear(
      [
        [1, 2],
        [2, 4],
      ],
      [1, 2],
    ),
  ).toBeNull();
  expect(rad(180)).toBeCloseTo(Math.PI, 12);
});
