import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  besselI0Scaled,
  dot,
  lampAxes,
  lamps,
  lightPresets,
  lockKeepersArm,
  neighbourFrom,
  partLight,
  presetOf,
  rad,
  rigSchema,
  surroundings,
  turnZ,
  type Neighbour,
  type Vec3,
} from '../../src/index.js';

const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const { rig } = lockKeepersArm;
const near = (over: object = {}, strength = 1): Neighbour => ({
  id: 'n',
  name: 'Lantern',
  hex: '#f2a63c',
  strength,
  where: { kind: 'near', xMm: 10, yMm: 0, depthMm: 0, sizeMm: 4, ...over },
});
const at = (xMm: number, yMm = 0, depthMm = 0) => ({ xMm, yMm, depthMm });

describe('something that stands near', () => {
  test('lies toward where it is, seen from where the part is', () => {
    expect(neighbourFrom(near(), at(0)).toward).toEqual([1, 0, 0]);
    expect(neighbourFrom(near(), at(20)).toward).toEqual([-1, 0, 0]);
    expect(neighbourFrom(near({ depthMm: 10 }), at(10)).toward).toEqual([0, 0, 1]);
  });

  test('is weaker and smaller from farther, and half as strong at four times its size', () => {
    fc.assert(
      fc.property(number(1, 40), number(1, 40), number(0.1, 2), (p, q, strength) => {
        const [close, far] = [Math.min(p, q), Math.max(p, q) + 0.5].map((d) =>
          neighbourFrom(near({}, strength), at(10 - d)),
        );
        expect(far.strength).toBeLessThanOrEqual(close.strength);
        expect(far.sizeDeg).toBeLessThanOrEqual(close.sizeDeg);
        expect(close.strength).toBeLessThanOrEqual(strength);
      }),
    );
    expect(neighbourFrom(near(), at(10 - 16)).strength).toBeCloseTo(0.5, 9);
  });

  test('inside the part counts as touching it, and never blinds', () => {
    const inside = neighbourFrom(near(), at(10));
    expect(inside.toward).toEqual([0, 0, 1]);
    expect(Number.isFinite(inside.strength)).toBe(true);
    expect(inside.sizeDeg).toBeLessThanOrEqual(45);
  });

  test('is met with its own place and strength, turned back with the part', () => {
    const turned = partLight({ ...rig, neighbours: [near({ yMm: 3 }, 0.8)] }, 30, at(4, 1));
    const [n] = turned.neighbours;
    expect(n.from).toMatchObject({ sizeMm: 4, strength: 0.8 });
    turnZ(n.from!.at, rad(30)).forEach((v, i) => expect(v).toBeCloseTo([6, 2, 0][i], 9));
    expect(dot(n.toward, n.toward)).toBeCloseTo(1, 9);
  });

  test('far off has a direction and no place', () => {
    const far: Neighbour = {
      ...near(),
      where: { kind: 'far', clockHours: 3, heightDeg: 0, sizeDeg: 40 },
    };
    const met = neighbourFrom(far, at(999));
    expect(met).toMatchObject({ from: null, strength: 1, sizeDeg: 20 });
    expect(met.toward[0]).toBeCloseTo(1, 9);
  });
});

describe('what metal mirrors', () => {
  test('is darkest just under the horizon and brightest just above it, wherever that lies', () => {
    fc.assert(
      fc.property(number(-0.6, 0.6), number(-1, 1), (horizon, s) => {
        const here = surroundings(s, horizon);
        expect(here).toBeLessThanOrEqual(surroundings(horizon, horizon) + 1e-9);
        expect(here).toBeGreaterThanOrEqual(surroundings(horizon - 1e-9, horizon) - 1e-4);
      }),
    );
    expect(surroundings(1)).toBeCloseTo(0.36, 9);
    expect(surroundings(0)).toBeCloseTo(0.8, 9);
    expect(surroundings(-1)).toBeCloseTo(0.375, 9);
  });

  test('the scaled Bessel function has its published values (Abramowitz and Stegun, table 9.8)', () => {
    for (const [x, value] of [
      [0, 1],
      [0.5, 0.6450352705],
      [1, 0.4657596077],
      [2, 0.3085083225],
      [5, 0.1835408126],
      [10, 0.1278333372],
    ])
      expect(Math.abs(besselI0Scaled(x) - value)).toBeLessThan(3e-7);
    // On both sides of where the two series meet.
    expect(besselI0Scaled(3.7499999)).toBeCloseTo(besselI0Scaled(3.7500001), 6);
  });
});

describe('a lamp in a mirror', () => {
  test('stands upright in the world: its axes are square to the light and to each other', () => {
    fc.assert(
      fc.property(number(0, 6.28), number(-1.4, 1.4), number(0, 1.2), (turn, height, lean) => {
        const key: Vec3 = [
          Math.cos(turn) * Math.cos(height),
          Math.sin(turn) * Math.cos(height),
          Math.sin(height),
        ];
        const { right, upright } = lampAxes(key, [0, Math.cos(lean), Math.sin(lean)]);
        for (const [a, b] of [
          [right, upright],
          [right, key],
          [upright, key],
        ])
          expect(Math.abs(dot(a, b))).toBeLessThan(1e-9);
        expect(dot(upright, upright)).toBeCloseTo(1, 9);
        expect(dot(right, right)).toBeCloseTo(1, 9);
      }),
    );
  });

  test('panes lie apart and in order, so that a cross stays dark between them', () => {
    for (const { shape } of Object.values(lamps)) {
      if (shape.kind === 'disc') continue;
      for (const stretches of [shape.across, shape.upright])
        stretches.forEach(([from, to], i) => {
          expect(to).toBeGreaterThan(from);
          if (i > 0) expect(from).toBeGreaterThan(stretches[i - 1][1]);
        });
    }
  });
});

describe('lights to start from', () => {
  test.each(lightPresets.map((p) => [p.id, p] as const))(
    '%s is a light, says why, and is known again',
    (_, preset) => {
      const taken = { ...rig, ...preset.rig };
      expect(rigSchema.safeParse(taken).success).toBe(true);
      expect(preset.reason).toMatch(/^\p{Lu}.{30,}\.$/u);
      expect(presetOf(taken)?.id).toBe(preset.id);
      // Neighbours and focal part stay the painter's.
      expect(preset.rig).not.toHaveProperty('neighbours');
      expect(preset.rig).not.toHaveProperty('focalPart');
    },
  );

  test('a light of the painter’s own is none of them', () =>
    expect(presetOf({ ...rig, keyClockHours: 4.321 })).toBeNull());
});
