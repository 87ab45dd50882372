import { describe, expect, test } from '@jest/globals';
import {
  cutFromSculpt,
  findPeaks,
  newPart,
  normalise,
  shapeOf,
  type Point,
  type Sculpt,
  type Vec3,
} from '../../src/index.js';

const PX = 20;
const SIZE = 12;
const HASH = 'b'.repeat(64);

/** A 3D file's surface from its height over mm; null where nothing is. */
function surfaceOf(heightAt: (x: number, y: number) => number | null, open = true): Sculpt {
  const n = SIZE * PX;
  const s: Sculpt = {
    width: n,
    height: n,
    pxPerMm: PX,
    nx: new Float32Array(n * n),
    ny: new Float32Array(n * n),
    heightMm: new Float32Array(n * n),
    confidence: new Uint8Array(n * n),
    visibility: open ? new Uint8Array(n * n).fill(255) : null,
    stepsHold: open,
  };
  const e = 1e-3;
  for (let i = 0; i < n * n; i++) {
    const [x, y] = [((i % n) + 0.5 - n / 2) / PX, (n / 2 - Math.floor(i / n) - 0.5) / PX];
    const z = heightAt(x, y);
    if (z === null) continue;
    const slope = (dx: number, dy: number) =>
      ((heightAt(x + dx, y + dy) ?? z) - (heightAt(x - dx, y - dy) ?? z)) / (2 * e);
    const [gx, gy] = [slope(e, 0), slope(0, e)];
    const long = Math.hypot(gx, gy, 1);
    s.nx[i] = -gx / long;
    s.ny[i] = -gy / long;
    s.heightMm[i] = z;
    s.confidence[i] = 255;
  }
  return s;
}

const square = (half: number): Point[] => [
  [-half, -half],
  [half, -half],
  [half, half],
  [-half, half],
];
const circle = (radius: number): Point[] =>
  Array.from({ length: 60 }, (_, i) => [
    radius * Math.cos((i * Math.PI) / 30),
    radius * Math.sin((i * Math.PI) / 30),
  ]);
const modelOf = (surface: Sculpt, outline: readonly Point[]) => {
  const { form } = cutFromSculpt(outline, HASH, [0, 0], 'as drawn');
  return shapeOf(newPart('p', { ...form, creases: 'none' }), [], { surfaces: new Map([[HASH, surface]]) })
    .model;
};
const lipsOf = (surface: Sculpt, outline: readonly Point[]) => modelOf(surface, outline).edges;
const longOf = (points: readonly Point[]) =>
  points.slice(1).reduce((t, p, i) => t + Math.hypot(p[0] - points[i][0], p[1] - points[i][1]), 0);

const inSquare = (x: number, y: number, half: number) => Math.max(Math.abs(x), Math.abs(y)) <= half;
const table = surfaceOf((x, y) => (inSquare(x, y, 3) ? 1 : 0));

describe('the lips of a part cut from a 3D file', () => {
  test('a plate that stands over its ground has one all round', () => {
    const [lip, ...more] = lipsOf(table, square(3));
    expect(more).toEqual([]);
    expect([lip.kind, lip.closed]).toEqual(['hard', true]);
  });

  test('a part that ends in the middle of a plane has none', () => {
    expect(
      lipsOf(
        surfaceOf(() => 0),
        square(3),
      ),
    ).toEqual([]);
  });

  test('what lies under its neighbour has none: the lip is the neighbour’s', () => {
    expect(
      lipsOf(
        surfaceOf((x, y) => (inSquare(x, y, 3) ? 0 : 1)),
        square(3),
      ),
    ).toEqual([]);
  });

  test('a ball rolls out of sight and has none; a sheet that ends there has one', () => {
    const radius = 4;
    const ball = surfaceOf((x, y) => {
      const q = radius * radius - x * x - y * y;
      return q > 0 ? Math.sqrt(q) : null;
    });
    expect(lipsOf(ball, circle(3.95))).toEqual([]);
    const sheet = surfaceOf((x, y) => (Math.hypot(x, y) < radius ? 0.2 * x : null));
    expect(lipsOf(sheet, circle(3.95))).toHaveLength(1);
  });

  test('a face that folds away outward has one along that side alone, a hollow none', () => {
    const roof = (way: number) => surfaceOf((x) => (x > 3 ? way * (x - 3) : 0));
    const [lip, ...more] = lipsOf(roof(-1.2), square(3));
    expect(more).toEqual([]);
    expect(lip.closed).toBe(false);
    expect(longOf(lip.points)).toBeCloseTo(6, 0);
    for (const [x, y] of lip.points.slice(8, -8)) {
      expect(x).toBeCloseTo(3, 1);
      expect(Math.abs(y)).toBeLessThanOrEqual(3);
    }
    expect(lipsOf(roof(1.2), square(3))).toEqual([]);
  });

  test('mirrored, the lip is on the other side', () => {
    const roof = surfaceOf((x) => (x > 3 ? 1.2 * (3 - x) : 0));
    const { form } = cutFromSculpt(square(3), HASH, [0, 0], 'as drawn');
    const part = newPart('p', { ...form, creases: 'none', mirrored: 'yes' });
    const { edges } = shapeOf(part, [], { surfaces: new Map([[HASH, roof]]) }).model;
    expect(edges).toHaveLength(1);
    for (const [x] of edges[0].points.slice(8, -8)) expect(x).toBeCloseTo(-3, 1);
  });

  test('a lamp scan, whose heights run over steps, keeps its outline as drawn', () => {
    const scan = surfaceOf(() => 0, false);
    expect(lipsOf(scan, square(3))).toMatchObject([{ kind: 'hard', closed: true }]);
  });
});

describe('a dot on a measured surface', () => {
  const toward: Vec3 = normalise([0.1, 0.2, 1]);
  /** A plane turned away from `toward`, with a ball of this radius on it that faces it. */
  const knob = (radius: number) =>
    surfaceOf((x, y) => {
      const q = radius * radius - (x - 1) ** 2 - (y - 1) ** 2;
      return 0.6 * x + (q > 0 ? Math.sqrt(q) : 0);
    });
  const patchOf = (s: Sculpt) => modelOf(s, square(4)).patches[0];

  test('needs room round it: a knob as small as the dot gets none, a large one its own', () => {
    expect(findPeaks(patchOf(knob(0.3)), toward, 0.3)).toEqual([]);
    const [at] = findPeaks(patchOf(knob(2.4)), toward, 0.3);
    expect(Math.hypot(at[0] - 1, at[1] - 1)).toBeLessThan(2.4);
  });

  test('lies nowhere that the light is shut out of', () => {
    const ball = knob(2.4);
    for (const stepsHold of [true, false]) {
      const shut: Sculpt = { ...ball, stepsHold, visibility: ball.visibility!.map(() => 100) };
      expect(findPeaks(patchOf(shut), toward, 0.3)).toEqual([]);
    }
  });

  test('lies wholly on its part', () => {
    // A slope whose best place is at the very border.
    const curve = surfaceOf((x) => -0.05 * (x - 4) ** 2);
    for (const [x] of findPeaks(patchOf(curve), normalise([0, 0, 1]), 0.3)) expect(x).toBeLessThan(3.7);
  });
});
