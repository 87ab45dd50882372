import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  angleBetween,
  standInPhoto,
  standInBenchOf,
  standInSculpt,
  standInSeries,
  standInSculpts,
  fittedBall,
  highlightOf,
  HARD,
  integrated,
  lampOf,
  lampPlaced,
  lampRound,
  type StandInConditions,
  NO_TROUBLE,
  normalise,
  luminanceImageOf,
  reduced,
  reliefOf,
  trueNormal,
  type LuminanceImage,
  type Vec3,
} from '../../src/index.js';
import { denoised } from '../../src/scan/denoise.js';
import { exposures } from '../../src/scan/exposures.js';
import { pointSolver } from '../../src/scan/solve.js';
import { runs } from '../support.js';

const toward = fc
  .record({
    around: fc.double({ min: 0, max: 6.28, noNaN: true }),
    up: fc.double({ min: 0.5, max: 1.4, noNaN: true }),
  })
  .map(({ around, up }): Vec3 => [
    Math.cos(around) * Math.cos(up),
    Math.sin(around) * Math.cos(up),
    Math.sin(up),
  ]);
const ring = (n: number): Vec3[] => lampRound(n, 3);

describe('the normal of one point', () => {
  const solved = (lamps: readonly Vec3[], seen: readonly number[], ambient = 0) => {
    const solver = pointSolver(lamps.length);
    solver.ambient = ambient;
    lamps.forEach((l, i) => solver.lights.set(l, 3 * i));
    solver.seen.set(seen);
    const ok = solver.solve();
    return {
      ok,
      normal: ok ? normalise([solver.found[0], solver.found[1], solver.found[2]]) : ([0, 0, 1] as const),
      used: [...solver.used],
    };
  };
  const lambert = (n: Vec3, albedo: number) => (l: Vec3) =>
    albedo * Math.max(0, n[0] * l[0] + n[1] * l[1] + n[2] * l[2]);

  test('is exact where Lambert’s law holds', () => {
    fc.assert(
      fc.property(toward, fc.double({ min: 0.1, max: 0.9, noNaN: true }), (n, albedo) => {
        const lamps = ring(8);
        const { ok, normal } = solved(lamps, lamps.map(lambert(n, albedo)));
        expect(ok).toBe(true);
        expect(angleBetween(normal, n)).toBeLessThan(0.1);
      }),
    );
  });

  test('does not mind two photos in shadow, one that shines and one that is burnt out', () => {
    const lamps = ring(10);
    const n = normalise([0.2, 0.3, 1]);
    const seen = lamps.map(lambert(n, 0.6));
    [seen[0], seen[1]] = [0.01, 0.02];
    seen[4] += 0.5;
    seen[7] = -1;
    const { normal, used } = solved(lamps, seen);
    expect(angleBetween(normal, n)).toBeLessThan(0.5);
    for (const k of [0, 1, 4, 7]) expect(used[k]).toBe(0);
  });

  test('takes off the room’s light, and gives up where lamps stand in one line', () => {
    const lamps = ring(8);
    const n = normalise([-0.3, 0.2, 1]);
    const seen = lamps.map(lambert(n, 0.5)).map((v) => v + 0.1 * 0.5);
    expect(angleBetween(solved(lamps, seen, 0.1).normal, n)).toBeLessThan(1);
    expect(angleBetween(solved(lamps, seen, 0).normal, n)).toBeGreaterThan(1);
    const line = Array.from({ length: 6 }, (_, i) => normalise([i - 2.5, 0, 4]));
    expect(solved(line, line.map(lambert(n, 0.5))).ok).toBe(false);
  });
});

test('exposures that were planted come out, whatever the normals', () => {
  fc.assert(
    fc.property(
      fc.array(fc.double({ min: 0.5, max: 1.8, noNaN: true }), { minLength: 8, maxLength: 8 }),
      (planted) => {
        const lamps = ring(8);
        const gathered = exposures(8);
        const lights = Float64Array.from(lamps.flat());
        for (let i = 0; i < 200; i++) {
          const n = normalise([0.5 * Math.sin(i), 0.5 * Math.cos(1.7 * i), 1]);
          const seen = Float64Array.from(
            lamps,
            (l, k) => planted[k] * 0.6 * (n[0] * l[0] + n[1] * l[1] + n[2] * l[2]),
          );
          gathered.add(
            seen,
            lights,
            Uint8Array.from(seen, (v) => (v > 0.02 ? 1 : 0)),
          );
        }
        const found = gathered.solve()!;
        const mean = planted.reduce((s, v) => s + v, 0) / 8;
        found.forEach((v, k) => expect(v / (planted[k] / mean)).toBeCloseTo(1, 3));
      },
    ),
    { numRuns: runs(25) },
  );
  expect(exposures(8).solve()).toBeNull();
});

test('a picture reduced keeps its mean', () => {
  const image: LuminanceImage = {
    width: 24,
    height: 16,
    light: Float32Array.from({ length: 384 }, (_, i) => (i % 24) / 24 + Math.floor(i / 24) / 50),
  };
  const mean = (p: LuminanceImage) => p.light.reduce((s, v) => s + v, 0) / p.light.length;
  expect(mean(reduced(image, 4))).toBeCloseTo(mean(image), 5);
  expect(reduced(image, 4)).toMatchObject({ width: 6, height: 4 });
});

describe('the ball', () => {
  test('throws the lamp’s light back from where its normal is midway between lamp and eye', () => {
    fc.assert(
      fc.property(toward, (lamp) => {
        const half = normalise([lamp[0], lamp[1], lamp[2] + 1]);
        expect(angleBetween(lampOf([half[0], half[1]]), lamp)).toBeLessThan(1e-4);
      }),
    );
  });

  test('is fitted from a rough circle, and its highlight tells the lamp to two degrees', () => {
    const bench = standInBenchOf(standInSculpt('dome'), 16, 0);
    const relief = reliefOf(standInSculpt('dome'), bench);
    for (const lamp of ring(6)) {
      const p = standInPhoto(bench, relief, lamp, { conditions: NO_TROUBLE, seed: 1 });
      const image = luminanceImageOf(p.rgba, p.width, p.height);
      const { x, y, r } = bench.ball;
      const ball = fittedBall(image, { x: x + 2, y: y - 1.5, r: r + 2 }, 0.1);
      expect(Math.hypot(ball.x - x, ball.y - y)).toBeLessThan(1);
      expect(Math.abs(ball.r - r)).toBeLessThan(1);
      expect(angleBetween(lampOf(highlightOf(image, bench.ball)!), lamp)).toBeLessThan(2);
    }
    const dark: LuminanceImage = { width: 40, height: 40, light: new Float32Array(1600).fill(0.1) };
    expect(highlightOf(dark, { x: 20, y: 20, r: 12 })).toBeNull();
  });

  test('beside the miniature sees a near lamp elsewhere: five to ten degrees at 200 mm', () => {
    const fromBall = normalise([-0.6, 0.4, 0.7]);
    const ballMm: Vec3 = [26, -18, 0];
    const off = angleBetween(fromBall, lampPlaced(fromBall, ballMm, 200));
    expect(off).toBeGreaterThan(4.5);
    expect(off).toBeLessThan(10);
    expect(lampPlaced(fromBall, ballMm, null)).toBe(fromBall);
    expect(angleBetween(fromBall, lampPlaced(fromBall, ballMm, 5000))).toBeLessThan(0.4);
  });
});

test('heights follow from slopes: a tilted plane, and half a ball', () => {
  const n = 61;
  const [gx, gy] = [new Float32Array(n * n), new Float32Array(n * n)];
  const image = integrated(
    n,
    n,
    gx.map(() => 0.3),
    gy.map(() => -0.2),
    new Float32Array(n * n).fill(1),
  );
  expect(image[30 * n + 50] - image[30 * n + 10]).toBeCloseTo(12, 1);
  expect(image[50 * n + 30] - image[10 * n + 30]).toBeCloseTo(-8, 1);
  const z = (c: number, r: number) => Math.sqrt(60 * 60 - (c - 30) ** 2 - (r - 30) ** 2 * 0.9);
  for (let r = 0; r < n; r++)
    for (let c = 0; c < n; c++) {
      gx[r * n + c] = -(c - 30) / z(c, r);
      gy[r * n + c] = (-(r - 30) * 0.9) / z(c, r);
    }
  const ball = integrated(n, n, gx, gy, new Float32Array(n * n).fill(1));
  expect(ball[30 * n + 30] - ball[30 * n + 10]).toBeCloseTo(z(30, 30) - z(10, 30), 0);
});

test('noise is taken out, a fold is not', () => {
  const [w, h] = [40, 20];
  const side = (i: number) => (i % w < 20 ? -0.4 : 0.4);
  let at = 7;
  const noise = () => (((at = Math.imul(at, 1103515245) + 12345) >>> 8) / 2 ** 24 - 0.5) * 0.12;
  const nx = Float32Array.from({ length: w * h }, (_, i) => side(i) + noise());
  const ny = Float32Array.from({ length: w * h }, noise);
  const calm = denoised(w, h, nx, ny, new Uint8Array(w * h).fill(255));
  const spread = (image: Float32Array) => {
    let [sum, n] = [0, 0];
    for (let r = 4; r < h - 4; r++)
      for (let c = 4; c < w - 4; c++, n++) sum += (image[r * w + c] - side(r * w + c)) ** 2;
    return Math.sqrt(sum / n);
  };
  expect(spread(calm.nx)).toBeLessThan(0.5 * spread(nx));
  for (let r = 4; r < h - 4; r++) {
    expect(calm.nx[r * w + 19]).toBeLessThan(-0.3);
    expect(calm.nx[r * w + 20]).toBeGreaterThan(0.3);
  }
});

describe('the stand-in camera', () => {
  test('takes the same photos for the same seed and others for another', () => {
    const take = (seed: number) =>
      standInSeries(standInSculpt('dome'), { pxPerMm: 4, photos: 4, conditions: HARD, seed }).photos[1].rgba;
    expect(take(1)).toEqual(take(1));
    expect(take(1)).not.toEqual(take(2));
  });

  test('lights what faces the lamp, shades what another part stands before, and falls off with distance', () => {
    const bench = standInBenchOf(standInSculpt('dome'), 6, 0);
    const relief = reliefOf(standInSculpt('dome'), bench);
    const low = normalise([1, 0, 0.35]);
    const image = (conditions: StandInConditions, on = bench) => {
      const p = standInPhoto(on, relief, low, { conditions, seed: 1 });
      return luminanceImageOf(p.rgba, p.width, p.height);
    };
    const at = (p: LuminanceImage, x: number, y: number) => {
      const c = Math.floor(bench.width / 2 + (x - bench.middle[0]) * 6);
      const r = Math.floor(bench.height / 2 - (y - bench.middle[1]) * 6);
      return p.light[r * bench.width + c];
    };
    const still = image(NO_TROUBLE);
    expect(at(still, 6, 0)).toBeGreaterThan(3 * at(still, -3, 0));
    // The board behind the dome, away from the lamp, lies in its shadow.
    expect(at(still, -10.5, 0)).toBeLessThan(0.3 * at(still, 11, 8));
    const near = image(NO_TROUBLE, { ...bench, lampMm: 100 });
    expect(at(near, 12, 11) / at(near, -11, 11)).toBeGreaterThan(
      1.2 * (at(still, 12, 11) / at(still, -11, 11)),
    );
    expect(at(image({ ...NO_TROUBLE, ambient: 0.2 }), -10.5, 0)).toBeGreaterThan(at(still, -10.5, 0) + 0.02);
  });

  test.each(standInSculpts.map((s) => [s.id, s] as const))(
    'has a true normal wherever the %s is smooth',
    (_id, s) => {
      let [n, off] = [0, 0];
      for (let y = -s.heightMm / 2; y < s.heightMm / 2; y += 0.7)
        for (let x = -s.widthMm / 2; x < s.widthMm / 2; x += 0.7) {
          const normal = trueNormal(s, x, y);
          if (!normal) continue;
          n++;
          off = Math.max(off, Math.abs(Math.hypot(...normal) - 1));
          if (normal[2] <= 0) off = 1;
        }
      expect(n).toBeGreaterThan(100);
      expect(off).toBeLessThan(1e-9);
    },
  );
});
