import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  distance2,
  drawLines,
  ellipse,
  gridAround,
  intersect,
  layersOf,
  lightnessFrom,
  linePath,
  linesOf,
  lockKeepersArm,
  mapReport,
  partSheet,
  placeOf,
  preparePart,
  outlinesOf,
  ringsAbove,
  regionArea,
  regionPath,
  runsOf,
  shapeOf,
  strokesOf,
  surfaceRatio,
  writeSvg,
  zonesOf,
  type DrawnPart,
  type Grid,
} from '../../src/index.js';
import { dome, part, rigged, runs, tube } from '../support.js';

const square = (left: number, bottom: number, size: number) =>
  [
    [left, bottom],
    [left + size, bottom],
    [left + size, bottom + size],
    [left, bottom + size],
  ] as [number, number][];

describe('clipping', () => {
  test('of two squares is what they share; apart it is nothing', () => {
    expect(regionArea(intersect([square(0, 0, 2)], [square(1, 1, 2)]))).toBeCloseTo(1, 6);
    expect(intersect([square(0, 0, 1)], [square(3, 0, 1)])).toEqual([]);
    expect(intersect([], [square(0, 0, 1)])).toEqual([]);
  });

  test('keeps holes', () => {
    expect(regionArea(intersect([ellipse(3, 3, 360), ellipse(1, 1, 360)], [square(-5, -5, 10)]))).toBeCloseTo(
      Math.PI * 8,
      1,
    );
  });

  test('with itself changes nothing, whatever the shape', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.3, max: 50, noNaN: true }),
        fc.double({ min: 0.3, max: 50, noNaN: true }),
        (a, b) => {
          const ring = ellipse(a, b);
          expect(regionArea(intersect([ring], [ring])) / (Math.PI * a * b)).toBeCloseTo(1, 2);
        },
      ),
    );
  });
});

describe('contours', () => {
  const grid: Grid = gridAround([square(-4, -4, 8)], 16, 1);
  const field = new Float32Array(grid.width * grid.height).map((_, i) => {
    const [x, y] = placeOf(grid, (i % grid.width) + 0.5, Math.floor(i / grid.width) + 0.5);
    return 3 - Math.hypot(x, y);
  });

  test('of a cone are circles, to a hundredth of a grid step', () => {
    for (const r of [1, 2, 2.7]) {
      const rings = outlinesOf(ringsAbove(field, grid, 3 - r), grid);
      expect(rings).toHaveLength(1);
      expect(Math.abs(regionArea(intersect(rings, rings)))).toBeCloseTo(Math.PI * r * r, 1);
      for (const [x, y] of rings[0]) expect(Math.hypot(x, y)).toBeCloseTo(r, 2);
    }
  });

  test('are cut to where they are wanted', () => {
    const above = Uint8Array.from(field, (_, i) =>
      placeOf(grid, 0, Math.floor(i / grid.width) + 0.5)[1] > 0 ? 1 : 0,
    );
    const upper = linesOf(ringsAbove(field, grid, 1), grid, above);
    expect(upper).toHaveLength(1);
    const length = upper[0]
      .slice(1)
      .reduce((s, p, i) => s + Math.hypot(p[0] - upper[0][i][0], p[1] - upper[0][i][1]), 0);
    expect(length).toBeCloseTo(Math.PI * 2, 0);
    expect(upper[0].every(([, y]) => y > -0.1)).toBe(true);
  });

  test('runs of a closed ring join over its start', () => {
    const ring = ['a', 'b', 'c', 'd', 'e', 'a'];
    expect(runsOf(ring, (p) => p !== 'c')).toEqual([['d', 'e', 'a', 'b', 'c']]);
    expect(runsOf(ring, () => false)).toEqual([]);
    expect(runsOf(ring, () => true)).toEqual([ring]);
    expect(runsOf(ring, (p) => p === 'b' || p === 'd')).toEqual([
      ['b', 'c'],
      ['d', 'e'],
    ]);
  });
});

test('the distance transform is exact', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 2, max: 24 }),
      fc.integer({ min: 2, max: 24 }),
      fc.array(fc.nat(575), { minLength: 1, maxLength: 6 }),
      (w, h, seeds) => {
        const mask = new Uint8Array(w * h);
        seeds.forEach((s) => (mask[s % (w * h)] = 1));
        const d = distance2(mask, w, h);
        for (let i = 0; i < d.length; i++) {
          let best = Infinity;
          mask.forEach((m, j) => {
            if (m)
              best = Math.min(best, ((i % w) - (j % w)) ** 2 + (Math.floor(i / w) - Math.floor(j / w)) ** 2);
          });
          expect(d[i]).toBe(best);
        }
      },
    ),
    { numRuns: runs(60) },
  );
});

describe('figures of a part', () => {
  test('percentiles of a list; none of an empty one', () => {
    const l = lightnessFrom(Array.from({ length: 101 }, (_, i) => i));
    expect(l).toEqual({ low: 2, mean: 50, high: 98, middleHalf: 50 });
    expect(lightnessFrom([])).toEqual({ low: 0, mean: 0, high: 0, middleHalf: 0 });
  });

  test('a dome has more surface than it shows, a tube by half pi', () => {
    const ratio = (form: Parameters<typeof part>[0]) => surfaceRatio(preparePart(part(form), rigged()));
    expect(ratio(tube(6))).toBeCloseTo(Math.asin(0.985) / 0.985, 1);
    expect(ratio(dome(10))).toBeGreaterThan(1.4);
  });

  test('a part with less light on it has less contrast the duller it is', () => {
    const range = (polish: 'mirror' | 'dull') => {
      const { lightness } = partSheet(part(dome(10), { polish }), rigged());
      return lightness.high - lightness.low;
    };
    expect(range('mirror')).toBeGreaterThan(50);
    expect(range('dull')).toBeGreaterThan(20);
  });
});

describe('the report', () => {
  test("gives places along the view's axes, whatever the roll", () => {
    const report = (rollDeg: number) =>
      mapReport({ ...rigged({ keyClockHours: 11 }), parts: [part(dome(10, 10), { place: { rollDeg } })] })[0];
    const [a, b] = [report(0), report(75)];
    // A round dome looks the same however it is rolled, and its glint stays where the light is.
    expect(b.glints[0].xMm).toBeCloseTo(a.glints[0].xMm, 3);
    expect(b.glints[0].yMm).toBeCloseTo(a.glints[0].yMm, 3);
    a.steps.forEach((s, k) => expect(b.steps[k].coverShare).toBeCloseTo(s.coverShare, 1));
  });

  test('aims fall from 1, thresholds rise from 0', () => {
    for (const p of mapReport(lockKeepersArm, 6)) {
      expect(p.steps[0].threshold).toBe(0);
      if (p.id === 'sleeve') continue;
      expect(p.steps[0].aimedShare).toBe(1);
      p.steps.slice(1).forEach((s, k) => {
        expect(s.threshold).toBeGreaterThan(p.steps[k].threshold);
        expect(s.aimedShare!).toBeLessThan(p.steps[k].aimedShare!);
      });
    }
  });
});

describe('the drawing', () => {
  const drawn = lockKeepersArm.parts.map((p): DrawnPart => {
    const prepared = preparePart(p, lockKeepersArm, shapeOf(p));
    return {
      part: p,
      palette: prepared.palette,
      zones: zonesOf(prepared, { points: 3000 }),
      glints: prepared.metal?.glints ?? [],
      edges: strokesOf(prepared),
    };
  });
  const svg = writeSvg({ ...lockKeepersArm, name: 'Arm & <blade>' }, drawn, {
    left: -20,
    right: 20,
    bottom: -20,
    top: 25,
  });

  test('holds every part, with areas that are the reported ones, and escapes its texts', () => {
    expect(svg).toContain('<title>Arm &#38; &#60;blade&#62;</title>');
    for (const d of drawn) {
      expect(svg).toContain(`<g id="${d.part.id}"`);
      const group = svg.split(`<g id="${d.part.id}"`)[1].split('\n')[0];
      const said = [...group.matchAll(/data-cover-mm2="([\d.]+)"/g)].map((m) => Number(m[1]));
      const painted = d.zones.zones.filter((z) => z.cover.length > 0);
      expect(said).toHaveLength(painted.length);
      said.forEach((area, k) => expect(area).toBeCloseTo(painted[k].coverMm2, 2));
      // And the path drawn has that area.
      const paths = [...group.matchAll(/fill-rule="evenodd" d="([^"]+)"/g)].map((m) => m[1]);
      paths.forEach((d2, k) => {
        const area = d2
          .split('Z')
          .filter(Boolean)
          .reduce((sum, ring) => {
            const pts = ring
              .slice(1)
              .split('L')
              .map((q) => q.split(' ').map(Number));
            return (
              sum +
              pts.reduce(
                (s, [x, y], i) =>
                  s + (x * pts[(i + 1) % pts.length][1] - pts[(i + 1) % pts.length][0] * y) / 2,
                0,
              )
            );
          }, 0);
        expect(Math.abs(area)).toBeGreaterThan(painted[k].coverMm2 * 0.98 - 0.01);
        expect(Math.abs(area)).toBeLessThan(painted[k].coverMm2 * 1.02 + 0.01);
      });
    }
  });

  test('edges are strokes of the width they are painted with, none brighter than the ladder', () => {
    const blade = drawn.find((d) => d.part.id === 'blade')!;
    expect(blade.edges.length).toBeGreaterThan(1);
    for (const e of blade.edges) {
      expect(e.points.length).toBeGreaterThan(1);
      expect(e.value).toBeLessThanOrEqual(1);
    }
    const group = svg.split('<g id="blade"')[1].split('\n')[0];
    expect(group.match(/data-layer="edges">(.*?)<\/g>/)![1].match(/<path/g)).toHaveLength(blade.edges.length);
    expect(drawn.find((d) => d.part.id === 'sleeve')!.edges).toEqual([]);
  });

  test('paths turn y down', () => {
    expect(
      linePath([
        [1, 2],
        [3, -4],
      ]),
    ).toBe('M1 -2L3 4');
    expect(regionPath([square(0, 0, 1)])).toBe('M0 0L1 0L1 -1L0 -1Z');
  });

  test('as lines it is dark on the horizon, pale on edges, even elsewhere', () => {
    const p = preparePart(part(dome(10)), rigged());
    const layers = layersOf(p, gridAround(p.shape.model.rings, 14, 2));
    const bytes = drawLines(layers, p);
    const tones = new Map<number, number>();
    for (let i = 0; i < bytes.length; i += 4)
      if (bytes[i + 3] === 255) tones.set(bytes[i], (tones.get(bytes[i]) ?? 0) + 1);
    const most = [...tones].sort((a, b) => b[1] - a[1])[0];
    expect(most[0]).toBe(204);
    expect(Math.min(...tones.keys())).toBeLessThan(30);
    expect(Math.max(...tones.keys())).toBeGreaterThan(240);
  });
});
