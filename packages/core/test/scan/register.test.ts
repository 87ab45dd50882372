import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  MILD,
  standInSculpt,
  standInSeries,
  type LuminanceImage,
  type StandInConditions,
} from '../../src/index.js';
import { ballInEach } from '../../src/scan/ballInEach.js';
import {
  laidBack,
  motionAtScale,
  relativeMotion,
  farthestMoved,
  type Motion,
} from '../../src/scan/motion.js';
import { registered } from '../../src/scan/register.js';
import { copiesOf, sameLights } from '../../src/scan/verdict.js';
import { LONG } from '../support.js';
import { mean, planesOf } from './series.js';

const PX = 5;
const motion = fc.record<Motion>({
  dx: fc.double({ min: -9, max: 9, noNaN: true }),
  dy: fc.double({ min: -9, max: 9, noNaN: true }),
  turnRad: fc.double({ min: -0.05, max: 0.05, noNaN: true }),
});
const STILL: Motion = { dx: 0, dy: 0, turnRad: 0 };
/** Where a place of the picture, from its middle, is after a motion. */
const moved = ({ dx, dy, turnRad }: Motion, [x, y]: readonly [number, number]) => [
  Math.cos(turnRad) * x - Math.sin(turnRad) * y + dx,
  Math.sin(turnRad) * x + Math.cos(turnRad) * y + dy,
];
const at = (conditions: Partial<StandInConditions>, id = 'face', photos = 8) =>
  standInSeries(standInSculpt(id), {
    pxPerMm: PX,
    photos,
    conditions: { ...MILD, shiftPx: 0, ...conditions },
    seed: 3,
  });

describe('a motion', () => {
  test('seen from itself is none, and from none is itself', () => {
    fc.assert(
      fc.property(motion, (m) => {
        for (const v of Object.values(relativeMotion(m, m))) expect(v).toBeCloseTo(0, 12);
        for (const [k, v] of Object.entries(relativeMotion(m, STILL)))
          expect(v).toBeCloseTo(m[k as keyof Motion], 12);
      }),
    );
  });

  test('seen from another brings a place that the other moved to where it moves it', () => {
    fc.assert(
      fc.property(motion, motion, (a, b) => {
        const place = [40, -25] as const;
        const [x, y] = moved(b, place);
        const [u, v] = moved(relativeMotion(a, b), [x, y]);
        const [p, q] = moved(a, place);
        expect(Math.hypot(u - p, v - q)).toBeLessThan(1e-9);
      }),
    );
  });

  test('is as large in a picture half the size as half of it', () => {
    const m = { dx: 6, dy: -3, turnRad: 0.02 };
    expect(farthestMoved(motionAtScale(m, 2), { width: 50, height: 30 })).toBeCloseTo(
      farthestMoved(m, { width: 100, height: 60 }) / 2,
      10,
    );
  });

  test('laid back brings a picture to where it was', () => {
    const spot = (cx: number, cy: number): LuminanceImage => ({
      width: 60,
      height: 40,
      light: Float32Array.from({ length: 2400 }, (_, i) =>
        Math.exp(-(((i % 60) - cx) ** 2 + (Math.floor(i / 60) - cy) ** 2) / 12),
      ),
    });
    const m = { dx: 3.5, dy: -2.25, turnRad: 0.04 };
    const [x, y] = moved(m, [12 - 29.5, 22 - 19.5]);
    const back = laidBack(spot(x + 29.5, y + 19.5), m);
    const was = spot(12, 22);
    for (let i = 0; i < 2400; i++) expect(Math.abs(back.light[i] - was.light[i])).toBeLessThan(0.06);
    expect(laidBack(was, STILL)).toBe(was);
  });
});

/** Motions that were found of a series, with its ball at hand. */
function found(series: ReturnType<typeof at>) {
  const photos = planesOf(series);
  const balls = ballInEach(photos, series.bench.ball);
  return registered({
    photos,
    balls,
    first: balls[0] ?? series.bench.ball,
    pxPerMm: PX,
    awayMm: 300,
    use: photos.map(() => true),
    onRound: () => undefined,
  }).motions;
}

describe('photos laid over each other', () => {
  test('of a locked camera nothing is moved, though every shadow moves', () => {
    for (const photos of LONG ? [5, 7, 8] : [5])
      expect(
        found(at({}, 'heron-wing', photos)).every((m) => farthestMoved(m, { width: 9, height: 9 }) === 0),
      ).toBe(true);
  });

  test('shifts by up to a dozen points come out to half a point, and turns to half a degree', () => {
    const series = at({ shiftPx: 12, turnDeg: 1.5 });
    const still = at({});
    const balls = [series, still].map((s) => ballInEach(planesOf(s), s.bench.ball));
    // How the rim of the ball lies tells the true motion there.
    const off = found(series).map((m, k) => {
      const { x, y } = series.bench.ball;
      const [w, h] = [series.bench.width, series.bench.height];
      const [u, v] = moved(m, [x - w / 2, y - h / 2]);
      return Math.hypot(u + w / 2 - balls[0][k]!.x, v + h / 2 - balls[0][k]!.y);
    });
    expect(mean(off)).toBeLessThan(0.5);
    expect(balls[1].every((b) => b !== null)).toBe(true);
  });
});

describe('the ball in each photo', () => {
  test('is found where it is, also where the shared picture was smeared and showed it smaller', () => {
    const series = at({ shiftPx: 8 }, 'dome');
    const { x, y, r } = series.bench.ball;
    for (const ball of ballInEach(planesOf(series), { x: x - 2, y: y - 2, r: 0.85 * r })) {
      expect(Math.abs(ball!.r / r - 1)).toBeLessThan(0.03);
      expect(Math.hypot(ball!.x - x, ball!.y - y)).toBeLessThan(12);
    }
  });

  test('is none where the picture ends', () => {
    const series = at({});
    expect(ballInEach(planesOf(series), { x: -40, y: -40, r: 6 }).every((b) => b === null)).toBe(true);
  });
});

describe('a photo twice', () => {
  test.each(['knee', 'heron-wing', 'breastplate'])(
    'of the %s is known, and no two of other lamps are',
    (id) => {
      const images = planesOf(at({}, id));
      const none = images.map(() => null);
      expect(copiesOf(images, none)).toEqual(images.map(() => -1));
      const darker = { ...images[2], light: images[2].light.map((v) => (v >= 0.95 ? v : 0.8 * v)) };
      const twice = [...images.slice(0, 5), darker, ...images.slice(6)];
      expect(copiesOf(twice, none)).toEqual([-1, -1, -1, -1, -1, 2, -1, -1]);
      const [, , , , , fault] = sameLights(
        twice.map(() => null),
        copiesOf(twice, none),
      );
      expect(fault).toMatchObject({
        fault: 'same light',
        leaveOut: true,
        message: expect.stringContaining('photo 3'),
      });
    },
  );
});
