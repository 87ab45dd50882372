import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  arranged,
  bandValue,
  brightBands,
  endsRatio,
  forms,
  gapBetween,
  lightsInside,
  modelOf,
  overlapAtRidge,
  POLISHES,
  polishModels,
  preparePart,
  seenBands,
  valuesOn,
  widthOf,
  widthRatio,
  type FacetBands,
  type Form,
  type FormOf,
  type Polish,
} from '../../src/index.js';
import { composed } from '../critique/planted.js';
import { part, rigged, runs } from '../support.js';

const blade = (lengthMm: number, widthMm: number, over: Partial<FormOf<'blade'>> = {}): FormOf<'blade'> => ({
  ...forms.blade.defaults,
  lengthMm,
  widthMm,
  shoulderWidthMm: widthMm,
  pointMm: Math.min(widthMm * 1.2, lengthMm * 0.3),
  ...over,
});
/** A blade stands upright: light at 9 o'clock is square to it, tilt is measured from there. */
const hoursOf = (tiltDeg: number, fromRight: boolean) =>
  (fromRight ? 3 - tiltDeg / 30 : 9 + tiltDeg / 30) % 12;
const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const settings = fc.record({
  tilt: number(-90, 90),
  fromRight: fc.boolean(),
  length: number(8, 80),
  width: number(1, 12),
  height: number(5, 60),
  polish: fc.constantFrom<Polish>(...POLISHES),
  seed: fc.integer({ min: 0, max: 2 ** 31 }),
  edges: fc.constantFrom('two' as const, 'right' as const, 'left' as const),
});

/** Bands that are there, whatever their brightness, from heel to tip. */
const there = (f: FacetBands) =>
  f.bands
    .filter((b) => b.present > 0.5 && b.centre > -0.02 && b.centre < 1.02)
    .sort((a, b) => a.centre - b.centre);

test('whatever the blade, the light and the seed, every rule of bands holds or the count is reduced with a reason', () => {
  const counts = new Set<number>();
  fc.assert(
    fc.property(settings, ({ tilt, fromRight, length, width, height, polish, seed, edges }) => {
      const form = blade(length, width, {
        edges,
        ridge: edges === 'two' ? 0 : edges === 'right' ? 0.2 : -0.2,
      });
      const { facets, composition } = composed(form, hoursOf(tilt, fromRight), height, polish, seed);
      const most = polishModels[polish].bands[1];
      composition.facets.forEach((f, i) => {
        const { lengthMm, widthMm } = facets[i].facet;
        if (f.gradient !== null) {
          expect(widthMm).toBeLessThan(1.5);
          return;
        }
        expect(widthMm).toBeGreaterThanOrEqual(1.5);
        if (f.bands.length < most)
          expect(
            composition.notes.filter((s) => s.includes(i === 0 ? 'left facet' : 'right facet')),
          ).toHaveLength(most - f.bands.length);
        counts.add(f.bands.length);
        const bands = there(f);
        bands.slice(1).forEach((b, k) => expect(widthRatio(bands[k], b)).toBeGreaterThanOrEqual(1.3));
        const gaps = bands.slice(1).map((b, k) => gapBetween(bands[k], b));
        gaps
          .slice(1)
          .forEach((g, k) =>
            expect(Math.max(g, gaps[k]) / Math.max(1e-9, Math.min(g, gaps[k]))).toBeGreaterThanOrEqual(1.15),
          );
        gaps.forEach((g) => expect(g).toBeGreaterThan(0));
        for (const b of f.bands) {
          expect(endsRatio(b)).toBeGreaterThanOrEqual(1.6);
          if (f.bands.length > 1) expect(widthOf(b) * lengthMm).toBeGreaterThanOrEqual(1 - 1e-9);
        }
        expect(lightsInside(f).length).toBeGreaterThanOrEqual(1);
      });
      const [left, right] = composition.facets;
      for (const a of brightBands(left))
        for (const b of brightBands(right)) expect(overlapAtRidge(a, b)).toBeLessThanOrEqual(0.2 + 1e-9);
      // At the very tip only one face is light.
      if (left.gradient === null && right.gradient === null)
        expect(Math.min(bandValue(left, 0.5, 0.995), bandValue(right, 0.5, 0.995))).toBeLessThan(0.45);
    }),
    { numRuns: runs(500) },
  );
  expect([...counts].sort()).toEqual([1, 2, 3, 4]);
});

test("the lit face's main light goes toward the end nearer the light for tilts of 10 to 80 degrees, for 500 seeds", () => {
  fc.assert(
    fc.property(settings, number(10, 80), fc.constantFrom(1, -1), (s, tilt, up) => {
      const form = blade(s.length, Math.max(3.2, s.width));
      const { composition } = composed(form, hoursOf(up * tilt, s.fromRight), s.height, s.polish, s.seed);
      const lit = composition.facets[0].lit > 0.5 ? 0 : 1;
      expect(lit).toBe(s.fromRight ? 1 : 0);
      const toward = up;
      const main = (f: FacetBands) => f.bands.find((b) => b.number === 0)!.centre - 0.5;
      expect(Math.sign(main(composition.facets[lit]))).toBe(toward);
      expect(Math.sign(main(composition.facets[1 - lit]))).toBe(-toward);
    }),
    { numRuns: runs(500) },
  );
});

test('along a drag of the light all round, in steps of one degree, no band that is seen moves more than 5 % of the length', () => {
  for (const [length, width, polish, seed] of [
    [8, 4, 'mirror', 1],
    [25, 5, 'mirror', 2],
    [40, 7, 'polished', 3],
    [80, 12, 'mirror', 4],
    [60, 6, 'satin', 5],
  ] as const) {
    const at = (d: number) =>
      composed(blade(length, width), (d / 30) % 12, 27, polish, seed).composition.facets;
    let before = at(0);
    let [moved, widened] = [0, 0];
    for (let d = 1; d <= 360; d++) {
      const now = at(d);
      now.forEach((f, i) => {
        for (const b of f.bands) {
          const was = before[i].bands.find((o) => o.number === b.number)!;
          if (b.peak === 0 && was.peak === 0) continue;
          moved = Math.max(moved, Math.abs(b.centre - was.centre));
          // It widens slowly as the light comes round to the side of the blade.
          widened = Math.max(widened, Math.abs(b.halfWidth / was.halfWidth - 1));
        }
      });
      before = now;
    }
    expect(moved).toBeLessThanOrEqual(0.05);
    expect(widened).toBeLessThan(0.02);
  }
});

test('bands are arranged with no two gaps alike, also without the last one', () => {
  fc.assert(
    fc.property(
      fc.array(number(0, 0.999), { minLength: 8, maxLength: 8 }),
      fc.integer({ min: 2, max: 4 }),
      (draws, n) => {
        const halves = Array.from({ length: n }, (_, b) => 0.09 / 1.45 ** b);
        const places = arranged(halves, draws);
        expect(places[0]).toBe(0);
        const unlike = (count: number) => {
          const some = places
            .slice(0, count)
            .map((at, b) => ({ at, half: halves[b] }))
            .sort((a, b) => a.at - b.at);
          // Round the circle: the last meets the first one turn later.
          const gaps = some.map((s, i) => {
            const next = i + 1 < some.length ? some[i + 1] : { ...some[0], at: some[0].at + 1.24 };
            return next.at - s.at - s.half - next.half;
          });
          const sorted = gaps.sort((a, b) => a - b);
          sorted.slice(1).forEach((g, i) => expect(g / sorted[i]).toBeGreaterThan(1.3));
        };
        unlike(n);
        if (n > 2) unlike(n - 1);
      },
    ),
    { numRuns: runs(300) },
  );
});

describe('another composition', () => {
  test('comes when asked for, and the same number gives the same one', () => {
    const bands = (composition: number) => {
      const p = part(blade(40, 7), { polish: 'mirror' });
      const asked = { ...p, finish: { ...p.finish, composition } } as typeof p;
      return preparePart(asked, rigged()).metal!.body.composition.facets.map((f) =>
        f.bands.map((b) => b.centre),
      );
    };
    expect(bands(3)).toEqual(bands(3));
    expect(new Set([0, 1, 2, 3, 4].map((n) => JSON.stringify(bands(n)))).size).toBe(5);
  });

  test('lit freely, lights stay where they are while the light moves', () => {
    const centres = (keyClockHours: number) =>
      preparePart(part(blade(40, 7)), {
        ...rigged({ keyClockHours }),
        approach: { ...rigged().approach, blade: 'free' },
      }).metal!.body.composition.facets.map((f) => f.bands.find((b) => b.number === 0)!.centre);
    expect(centres(8)).toEqual(centres(10.75));
  });
});

describe.each<readonly [string, Form, readonly number[]]>([
  ['with a hollow', blade(40, 8, { fullerMm: 2 }), [0, 1]],
  ['single-edged and curved', blade(40, 8, { edges: 'right', ridge: 0.2, curveMm: -4 }), [0, 1]],
  ['notched', blade(40, 8, { notches: [{ side: 'left', at: 0.4, widthMm: 2, depthMm: 1.2 }] }), [0, 1]],
  ['a flat plate', { ...forms.plate.defaults, widthMm: 10, heightMm: 20 }, [0]],
  ['a broad plate', { ...forms.plate.defaults, widthMm: 24, heightMm: 9 }, [0]],
])('a facet %s', (_, form, facets) => {
  test('is composed, and its values fill 0 to 1', () => {
    const p = preparePart(part(form, { polish: 'polished' }), rigged());
    expect(p.metal!.body.composition.facets).toHaveLength(facets.length);
    for (const f of p.metal!.body.composition.facets) expect(seenBands(f).length).toBeGreaterThanOrEqual(1);
    const s = p.shape.canonical;
    const { value } = valuesOn(s, p);
    const seen = [...value].filter((_v, i) => s.patch[i] < 200);
    expect(seen.every((v) => v >= 0 && v <= 1)).toBe(true);
    expect(Math.max(...seen) - Math.min(...seen)).toBeGreaterThan(0.6);
  });
});

describe('what a blade cannot have is drawn as it can, and told', () => {
  test.each([
    [
      'a hollow wider than its blade',
      blade(30, 4, { fullerMm: 9 }),
      /hollow is wider than the blade: drawn 2\.8 mm instead of 9 mm/,
    ],
    [
      'a notch deeper than the face',
      blade(30, 4, { notches: [{ side: 'right', at: 0.5, widthMm: 2, depthMm: 9 }] }),
      /notch 1 is drawn 1\.6 mm deep/,
    ],
    [
      'two notches in one place',
      blade(30, 6, {
        notches: [
          { side: 'right', at: 0.5, widthMm: 2, depthMm: 1 },
          { side: 'right', at: 0.52, widthMm: 2, depthMm: 1 },
        ],
      }),
      /notch 2 is left out/,
    ],
    [
      'an outline that crosses itself',
      {
        ...forms.relief.defaults,
        bumps: [],
        outline: [
          { x: -1, y: -1 },
          { x: 1, y: 1 },
          { x: 1, y: -1 },
          { x: -1, y: 1 },
        ],
      } as Form,
      /crosses itself/,
    ],
    [
      'heads that do not fit',
      { ...forms.rivets.defaults, count: 9, lengthMm: 4, headMm: 2 } as Form,
      /9 heads fit only 0\.5 mm/,
    ],
  ])('%s', (_, form, message) => {
    expect(modelOf(form).notes?.join()).toMatch(message);
  });
});
