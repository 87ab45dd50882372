import { beforeAll, describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  chained,
  EXACT_HAND,
  fromPoints,
  inverted,
  lockKeepersArm,
  lockMilitia,
  ORDINARY_HAND,
  photoReport,
  pointsOf,
  projected,
  scaleOf,
  shotMap,
  shrunk,
  type Homography,
  type Point,
  type ReadyPlan,
  type Shot,
} from '../../src/index.js';
import { photoOf, shotOf, smallPlan } from './support.js';

const near = (p: Point, q: Point) => Math.hypot(p[0] - q[0], p[1] - q[1]);

describe('a projective map', () => {
  const small = fc.double({ min: -0.2, max: 0.2, noNaN: true });
  const maps = fc
    .tuple(fc.double({ min: 0.5, max: 40, noNaN: true }), small, small, small, small)
    .map(([k, a, b, c, d]): Homography => [k, k * a, 500, k * b, k, 300, c / 100, d / 100, 1]);

  test('is found from four points and more, and undone by its inverse', () => {
    fc.assert(
      fc.property(maps, (h) => {
        const from: Point[] = [
          [-20, -10],
          [18, -12],
          [20, 14],
          [-16, 12],
          [3, 2],
        ];
        const found = fromPoints(from.map((p) => ({ from: p, to: projected(h, p) })))!;
        for (const p of from) {
          expect(near(projected(found, p), projected(h, p))).toBeLessThan(1e-3);
          expect(near(projected(chained(inverted(h), h), p), p)).toBeLessThan(1e-6);
        }
      }),
    );
  });

  test('three points give an affine one; two, or three on a line, give none', () => {
    const pair = (x: number, y: number) => ({ from: [x, y] as const, to: [2 * x + y, 3 * y - 1] as const });
    const affine = fromPoints([pair(0, 0), pair(5, 0), pair(0, 5)])!;
    expect(near(projected(affine, [7, -2]), [12, -7])).toBeLessThan(1e-6);
    expect(fromPoints([pair(0, 0), pair(5, 0)])).toBeNull();
    expect(fromPoints([pair(0, 0), pair(1, 1), pair(2, 2)])).toBeNull();
  });
});

test('a picture that is reduced keeps its mean and its middle, by any factor', () => {
  const [width, height] = [37, 23];
  const data = Float32Array.from(
    { length: width * height },
    (_, i) => (i % width) + 2 * Math.floor(i / width),
  );
  for (const by of [1.3, 2, 2.7]) {
    const small = shrunk({ width, height, channels: 1, data }, by);
    // A slope is its own mean, to within what its steps leave: each point shows the slope's value at its middle.
    small.data.forEach((v, i) => {
      const x = ((i % small.width) + 0.5 - small.width / 2) * by + width / 2 - 0.5;
      const y = (Math.floor(i / small.width) + 0.5 - small.height / 2) * by + height / 2 - 0.5;
      expect(Math.abs(v - x - 2 * y)).toBeLessThan(0.4);
    });
  }
});

describe('a photo lies on its plan by itself', () => {
  let militia: ReadyPlan;
  let arm: ReadyPlan;
  beforeAll(() => {
    militia = smallPlan(lockMilitia);
    arm = smallPlan(lockKeepersArm);
  });

  /** How far the middles of parts lie from where they were taken, mm, the largest of nineteen of twenty. */
  function offMm({ raster, places, levels }: ReadyPlan, shot: Shot, found: Homography): number {
    const level = levels[levels.length - 1];
    const truth = shotMap(raster, shot);
    const offs = pointsOf(places, 0)
      .filter((list) => list.length > 20)
      .map((list) => {
        const [x, y] = [
          list.reduce((s, i) => s + (i % level.width), 0) / list.length,
          list.reduce((s, i) => s + Math.floor(i / level.width), 0) / list.length,
        ];
        const at: Point = [
          (x + 0.5 - level.width / 2) / level.pxPerMm,
          (y + 0.5 - level.height / 2) / level.pxPerMm,
        ];
        return near(projected(truth, at), projected(found, at)) / scaleOf(truth);
      })
      .sort((a, b) => a - b);
    return offs[Math.floor(0.95 * (offs.length - 1))];
  }

  test.each([
    [
      'leaning, under a coloured lamp, a little out of focus',
      { tiltDeg: 7, leanDeg: 70, turnDeg: -6, cast: [1.2, 0.82] as const, blurPx: 2 },
    ],
    ['upside down', { turnDeg: 176 }],
    ['on a plinth', { holder: 'plinth' as const, turnDeg: 4, offset: [0.03, -0.06] as const }],
  ])('%s: within a twentieth of a mm', (_, over) => {
    const shot = shotOf(over);
    const photo = photoOf(militia.raster, { hand: ORDINARY_HAND, faults: [], seed: 3 }, shot);
    const { registration: r, notes } = photoReport(militia, photo);
    expect(r).toMatchObject({ laid: 'sure', mirrored: false });
    expect(offMm(militia, shot, r!.h)).toBeLessThan(0.05);
    expect(notes.some((n) => n.id === 'turned')).toBe(over.turnDeg === 176);
  });

  test('a mirrored one is told as such, and turned over', () => {
    const shot = shotOf({ mirrored: true, turnDeg: 5 });
    const photo = photoOf(militia.raster, { hand: EXACT_HAND, faults: [], seed: 4 }, shot);
    const { registration, notes } = photoReport(militia, photo);
    expect(registration!.mirrored).toBe(true);
    expect(offMm(militia, shot, registration!.h)).toBeLessThan(0.1);
    expect(notes.map((n) => n.id)).toContain('mirrored');
  });

  test('another miniature’s is refused, with points asked for; a bare one as well', () => {
    const other = photoOf(arm.raster, { hand: EXACT_HAND, faults: [], seed: 5 }, shotOf());
    const refused = photoReport(militia, other);
    expect(refused).toMatchObject({ findings: [], onPlan: null });
    expect(refused.notes[0]).toMatchObject({ id: 'another', message: expect.stringContaining('Tap three') });
    const bare = photoOf(militia.raster, { hand: EXACT_HAND, faults: [], seed: 5 }, shotOf({ fills: 0.001 }));
    expect(photoReport(militia, bare).notes[0].id).toMatch(/no-figure|another/);
  });

  test('with three tapped places it lies where a hand covers half of what is about it', () => {
    const shot = shotOf({ holder: 'hand', turnDeg: 30, tiltDeg: 5 });
    const photo = photoOf(militia.raster, { hand: ORDINARY_HAND, faults: [], seed: 6 }, shot);
    const truth = shotMap(militia.raster, shot);
    // Tapped by a finger: up to half a mm beside.
    const points = [
      [-6, -9, 0.4],
      [7, -4, -0.5],
      [0, 10, 0.3],
    ].map(([x, y, off]) => ({ from: [x, y] as const, to: projected(truth, [x + off, y - off]) }));
    const { registration } = photoReport(militia, photo, { points });
    expect(registration!.laid).toBe('sure');
    expect(offMm(militia, shot, registration!.h)).toBeLessThan(0.1);
  });

  test('of half a piece it asks whether the rest is outside, and lies by three tapped places', () => {
    const shot = shotOf({ offset: [0.5, 0], turnDeg: 4 });
    const photo = photoOf(militia.raster, { hand: ORDINARY_HAND, faults: [], seed: 8 }, shot);
    const alone = photoReport(militia, photo);
    expect(alone.registration!.laid).toBe('lost');
    expect(alone.notes[0].message).toContain('runs into the right edge of the photo');
    const truth = shotMap(militia.raster, shot);
    const points = [
      [-7, -4],
      [-9, 8],
      [-3, 12],
    ].map(([x, y]) => ({ from: [x, y] as const, to: projected(truth, [x + 0.3, y - 0.3]) }));
    const { registration, notes, readings } = photoReport(militia, photo, { points });
    expect(registration!.laid).toBe('sure');
    expect(notes.map((n) => n.id)).toContain('cut-off');
    expect(readings.length).toBeGreaterThan(3);
  });

  test('one that cuts the piece off or is blurred says so', () => {
    const said = (over: Partial<Shot>) =>
      photoReport(
        militia,
        photoOf(militia.raster, { hand: EXACT_HAND, faults: [], seed: 7 }, shotOf(over)),
      ).notes.map((n) => n.id);
    expect(said({ offset: [0, 0.25] })).toContain('cut-off');
    expect(said({ blurPx: 5 })).toContain('blurred');
  });
});
