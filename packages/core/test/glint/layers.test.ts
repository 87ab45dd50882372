import { describe, expect, test } from '@jest/globals';
import {
  areaOf,
  besselI0Scaled,
  bounceTilt,
  fitTone,
  forms,
  gridAround,
  keyDirection,
  layersOf,
  MOST_SHARE,
  plannedCover,
  plannedValue,
  preparePart,
  thresholdOf,
  toned,
  type Form,
} from '../../src/index.js';
import { blade, dome, part, rigged, tube } from '../support.js';

const plan = [1, 0.78, 0.56, 0.36, 0.2, 0.08, 0.01];

describe('exposure and coverage', () => {
  test('the plan read one way and the other agrees', () => {
    plan.forEach((share, k) => {
      expect(plannedCover(plan, thresholdOf(k, plan.length))).toBeCloseTo(share, 9);
      if (k > 0) expect(plannedValue(plan, 1 - share)).toBeCloseTo(thresholdOf(k, plan.length), 9);
    });
  });

  test('a tone rises, and equal radiance keeps equal value', () => {
    const radiances = Float32Array.from({ length: 3000 }, (_, i) =>
      i < 1000 ? 0.2 : Math.sin(i) * 0.3 + 0.5,
    ).sort();
    const tone = fitTone(radiances, plan);
    const values = Array.from({ length: 501 }, (_, i) => toned(tone, i / 500));
    expect(values.filter((v, i) => v < (values[i - 1] ?? 0) - 1e-6)).toEqual([]);
    expect(Math.min(...values)).toBeGreaterThanOrEqual(0);
    expect(Math.max(...values)).toBeLessThanOrEqual(1);
    expect(toned(tone, 0.2)).toBe(toned(tone, 0.2));
  });

  test('a uniform distribution lands half way between plan and light', () => {
    const even = Float32Array.from({ length: 10000 }, (_, i) => i / 9999);
    const tone = fitTone(even, plan);
    const p = 0.64;
    const raw = ((p - 0.01) / 0.983) ** 0.85;
    expect(toned(tone, p)).toBeCloseTo((plannedValue(plan, p) + raw) / 2, 2);
  });
});

test('the scaled Bessel function meets its published values (Abramowitz and Stegun, table 9.8)', () => {
  for (const [x, value] of [
    [0, 1],
    [1, 0.4657596],
    [5, 0.1835408],
    [10, 0.1278333],
    [20, 0.0897803],
  ])
    expect(besselI0Scaled(x)).toBeCloseTo(value, 6);
});

describe('bounce', () => {
  const p = preparePart(part(dome(12)), rigged({ keyClockHours: 10.5 }));
  const layers = layersOf(p, gridAround(p.shape.model.rings, 14, 2));
  const [lx, ly] = keyDirection(rigged({ keyClockHours: 10.5 }).rig);
  const flat = Math.hypot(lx, ly);
  /** Value along the line from the middle to the rim away from the light; radius as a share. */
  const along = (values: Float32Array) =>
    Array.from({ length: 97 }, (_, i) => {
      const { grid } = layers.surface;
      const r = (i / 100) * 6;
      const col = Math.floor(((-lx / flat) * r - grid.leftMm) * grid.pxPerMm);
      const row = Math.floor((grid.topMm - (-ly / flat) * r) * grid.pxPerMm);
      return values[row * grid.width + col];
    });

  test('never rises above the mid step, and only lightens near its crest', () => {
    const lightened = layers.value.filter((v, i) => v > layers.body[i]);
    expect(lightened.length).toBeGreaterThan(0);
    expect(Math.max(...lightened)).toBeLessThanOrEqual(p.midValue + 1e-6);
    const line = along(layers.value);
    const crest = line.indexOf(Math.max(...line.slice(70)));
    expect(crest / 100).toBeCloseTo(Math.sin(bounceTilt) / 0.97, 1);
  });

  test('keeps a dark gap of at least 8 % of the profile inside it', () => {
    const line = along(layers.value);
    const crest = Math.max(...line.slice(70));
    const step = 1 / (p.steps - 1);
    let longest = 0;
    let run = 0;
    for (let i = 40; i < 90; i++) {
      run = line[i] < crest - 1.2 * step ? run + 1 : 0;
      longest = Math.max(longest, run);
    }
    expect(longest).toBeGreaterThanOrEqual(8);
  });
});

const cap: Form = { ...forms.dome.defaults, widthMm: 10, heightMm: 10, fullness: 0.3 };

describe('edges', () => {
  // A shallow cap: a full dome rolls out of sight and has a silhouette, no edge.
  const p = preparePart(part(cap), rigged({ keyClockHours: 10.5 }));
  const layers = layersOf(p, gridAround(p.shape.model.rings, 14, 2));

  test('are no darker than what they lie on, and in shade at most the mid step', () => {
    const { grid } = layers.surface;
    const [lx, ly] = keyDirection(rigged({ keyClockHours: 10.5 }).rig);
    let [shaded, darker, lighter] = [0, 0, 0];
    layers.lines!.edgeAlpha.forEach((a, i) => {
      if (a < 0.05) return;
      darker = Math.max(darker, layers.value[i] - layers.lines!.edgeValue[i]);
      const x = grid.leftMm + ((i % grid.width) + 0.5) / grid.pxPerMm;
      const y = grid.topMm - (Math.floor(i / grid.width) + 0.5) / grid.pxPerMm;
      const away = (x * lx + y * ly) / Math.hypot(x, y) / Math.hypot(lx, ly) < -0.5;
      if (!away) return;
      shaded++;
      lighter = Math.max(lighter, layers.lines!.edgeValue[i] - Math.max(p.midValue, layers.value[i]));
    });
    expect(darker).toBeLessThanOrEqual(1e-6);
    expect(lighter).toBeLessThanOrEqual(1e-3);
    expect(shaded).toBeGreaterThan(20);
  });

  test('in full light stand one step above the zone beside them', () => {
    const { grid } = layers.surface;
    const [lx, ly] = keyDirection(rigged({ keyClockHours: 10.5 }).rig);
    const flat = Math.hypot(lx, ly);
    const at = (r: number) =>
      Math.floor((grid.topMm - (ly / flat) * r) * grid.pxPerMm) * grid.width +
      Math.floor(((lx / flat) * r - grid.leftMm) * grid.pxPerMm);
    const rim = at(4.9);
    expect(layers.lines!.edgeAlpha[rim]).toBeGreaterThan(0.5);
    const above = layers.lines!.edgeValue[rim] - layers.value[at(4.5)];
    expect(above * (p.steps - 1)).toBeGreaterThan(0.7);
    expect(above * (p.steps - 1)).toBeLessThan(1.3);
  });

  test('are lost over about a third of the shaded length of a blade', () => {
    const b = preparePart(part(blade), rigged({ keyClockHours: 9 }));
    const l = layersOf(b, gridAround(b.shape.model.rings, 12, 2));
    const right = b.shape.model.edges[1].points;
    const { grid } = l.surface;
    const strengths = right.slice(1, -12).map(([x, y]) => {
      const col = Math.floor((x - 0.1 - grid.leftMm) * grid.pxPerMm);
      const row = Math.floor((grid.topMm - y) * grid.pxPerMm);
      return l.lines!.edgeAlpha[row * grid.width + col];
    });
    const top = Math.max(...strengths);
    const lost = strengths.filter((s) => s < top * 0.4).length / strengths.length;
    expect(lost).toBeGreaterThan(0.15);
    expect(lost).toBeLessThan(0.55);
  });
});

describe('glints', () => {
  test('cover at most 2 % together, and a tiny part gets one', () => {
    for (const form of [
      dome(10),
      dome(3),
      blade,
      tube(3),
      { kind: 'disc', widthMm: 5, heightMm: 5, surface: 'turned', rimMm: 0.8 } as const,
    ]) {
      const p = preparePart(part(form), rigged());
      const area = p.metal!.glints.reduce((s, g) => s + Math.PI * g.radiusMm ** 2 * g.stretch, 0);
      expect(p.metal!.glints.length).toBeGreaterThan(0);
      expect(area).toBeLessThanOrEqual(areaOf(p.shape.model.rings) * MOST_SHARE + 1e-9);
    }
    expect(
      preparePart(
        part({ ...blade, lengthMm: 2.4, widthMm: 1.2, shoulderWidthMm: 1.2, pointMm: 0.6 }),
        rigged(),
      ).metal!.glints.length,
    ).toBeLessThanOrEqual(1);
  });
});

describe('a surface that mirrors one value everywhere', () => {
  const shallow = {
    kind: 'dome',
    widthMm: 10,
    heightMm: 10,
    side: 'convex',
    fullness: 0.2,
    ridgeDeg: 0,
    rimMm: 0,
  } as const;

  test('is graded toward the light instead', () => {
    for (const [hours, x, y] of [
      [12, 0, 1],
      [3, 1, 0],
      [7.5, -0.7, -0.7],
    ]) {
      const p = preparePart(
        part(shallow, { polish: 'dull', place: { pitchDeg: -50 } }),
        rigged({ keyClockHours: hours, keyHeightDeg: 30 }),
      );
      expect(p.metal!.body.flat).toEqual([true]);
      const { surface, value } = layersOf(p, gridAround(p.shape.model.rings, 8, 1));
      const { grid } = surface;
      const at = (r: number) =>
        value[
          Math.floor((grid.topMm - y * r) * grid.pxPerMm) * grid.width +
            Math.floor((x * r - grid.leftMm) * grid.pxPerMm)
        ];
      expect(at(4)).toBeGreaterThan(at(0));
      expect(at(0)).toBeGreaterThan(at(-4));
    }
  });

  test('but not where it is polished and the light shows in it', () => {
    const p = preparePart(
      part(shallow, { polish: 'mirror' }),
      rigged({ keyClockHours: 12, keyHeightDeg: 80 }),
    );
    expect(p.metal!.body.flat).toEqual([false]);
  });
});
