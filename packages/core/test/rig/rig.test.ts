import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  blurredSurroundings,
  clockOf,
  concentration,
  direction,
  dot,
  keyPeak,
  lockKeepersArm,
  lobeTable,
  lookUp,
  partLight,
  polishModels,
  POLISHES,
  rad,
  seededRandom,
  surroundings,
  turnZ,
  upDirection,
} from '../../src/index.js';

const { rig } = lockKeepersArm;

describe('the light', () => {
  test("12 o'clock is up, 3 to the right, 90 degrees toward the eye", () => {
    const near = (a: readonly number[], b: readonly number[]) =>
      a.forEach((x, i) => expect(x).toBeCloseTo(b[i], 9));
    near(direction(0, 0), [0, 1, 0]);
    near(direction(3, 0), [1, 0, 0]);
    near(direction(6, 0), [0, -1, 0]);
    near(direction(9, 0), [-1, 0, 0]);
    near(direction(5, 90), [0, 0, 1]);
  });

  test('is a unit vector whose clock can be read back', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 11.99, noNaN: true }),
        fc.double({ min: 0, max: 85, noNaN: true }),
        (c, h) => {
          const d = direction(c, h);
          expect(dot(d, d)).toBeCloseTo(1, 9);
          const off = Math.abs(clockOf(d[0], d[1]) - c);
          expect(Math.min(off, 12 - off)).toBeLessThan(1e-6);
        },
      ),
    );
  });

  test('up leans toward the eye as the view rises, and with the piece', () => {
    expect(upDirection({ ...rig, viewElevationDeg: 0, leanDeg: 0 })).toEqual([0, 1, 0]);
    expect(upDirection({ ...rig, viewElevationDeg: 30 })[2]).toBeCloseTo(0.5, 9);
    expect(upDirection({ ...rig, viewElevationDeg: 0, leanDeg: 90 })[0]).toBeCloseTo(-1, 9);
  });

  test('a rolled part meets it turned back', () => {
    const straight = partLight(rig, 0);
    const rolled = partLight(rig, 40);
    turnZ(rolled.key, rad(40)).forEach((x, i) => expect(x).toBeCloseTo(straight.key[i], 12));
    turnZ(rolled.up, rad(40)).forEach((x, i) => expect(x).toBeCloseTo(straight.up[i], 12));
  });
});

describe('surroundings', () => {
  test('are brightest just above the horizon, darkest just below, lighter again underfoot', () => {
    for (const s0 of [-0.4, 0, 0.3]) {
      expect(surroundings(s0, s0)).toBeCloseTo(0.8, 9);
      expect(surroundings(s0 - 1e-9, s0)).toBeCloseTo(0.015, 3);
      expect(surroundings(1, s0)).toBeCloseTo(0.36, 9);
      expect(surroundings(-1, s0)).toBeCloseTo(0.375, 9);
    }
  });

  test('blurred, stay within their range and soften the horizon the more the rougher', () => {
    let before = Infinity;
    for (const sigma of [2, 4, 10, 18, 30]) {
      const t = blurredSurroundings(sigma, 0);
      expect(Math.min(...t)).toBeGreaterThanOrEqual(0.015);
      expect(Math.max(...t)).toBeLessThanOrEqual(0.8);
      let steepest = 0;
      for (let i = 1; i < t.length; i++) steepest = Math.max(steepest, t[i] - t[i - 1]);
      expect(steepest).toBeLessThan(before);
      before = steepest;
    }
  });

  test('blurred by the table agree with samples of the kernel on the sphere', () => {
    const random = seededRandom(11);
    for (const sigma of [2, 10, 30]) {
      const kappa = concentration(sigma);
      const table = blurredSurroundings(sigma, 0.1);
      for (const s of [-0.95, -0.4, 0.05, 0.15, 0.6, 0.99]) {
        const q = Math.sqrt(1 - s * s);
        let sum = 0;
        const count = 12000;
        for (let i = 0; i < count; i++) {
          // A von Mises-Fisher sample: cosine by inversion, azimuth even; only its upward part matters.
          const u = random();
          const w = 1 + Math.log(u + (1 - u) * Math.exp(-2 * kappa)) / kappa;
          sum += surroundings(
            s * w + q * Math.sqrt(Math.max(0, 1 - w * w)) * Math.cos(2 * Math.PI * random()),
            0.1,
          );
        }
        expect(Math.abs(table[Math.round(((s + 1) / 2) * (table.length - 1))] - sum / count)).toBeLessThan(
          0.01,
        );
      }
    }
  });
});

describe("the main light's mirror image", () => {
  test('keeps its energy as it blurs and peaks at 1 when polished', () => {
    expect(keyPeak(polishModels.polished.lobeDeg)).toBeCloseTo(1, 2);
    const energy = POLISHES.map(
      (p) => keyPeak(polishModels[p].lobeDeg) * (11 ** 2 + polishModels[p].lobeDeg ** 2),
    );
    energy.forEach((e) => expect(e).toBeCloseTo(energy[0], 9));
  });

  test('is looked up exactly enough, at its middle and its flanks', () => {
    for (const sigma of [11.4, 17.8, 36.7]) {
      const table = lobeTable(sigma);
      for (let angle = 0; angle < 90; angle += 0.37) {
        const exact = Math.exp(-0.5 * (angle / sigma) ** 2);
        expect(Math.abs(lookUp(table, Math.cos(rad(angle))) - exact)).toBeLessThan(6e-4);
      }
      expect(lookUp(table, 2)).toBeCloseTo(1, 6);
      expect(lookUp(table, -2)).toBeGreaterThanOrEqual(0);
    }
  });
});
