import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  add,
  deg,
  dot,
  areaOf,
  droppedSteps,
  fallOffShare,
  FINISHED,
  forms,
  FORM_KINDS,
  gridAround,
  inside,
  keyDirection,
  layersOf,
  MOST_SHARE,
  normalise,
  paintPart,
  preparePart,
  SAMPLE,
  shapeOf,
  sluiceWarden,
  stepsForSize,
  surfaceOf,
  tintTaken,
  TO_EYE,
  turnZ,
  rad,
  valuesOn,
  zonesOf,
  type Form,
  type Piece,
} from '../../src/index.js';
import { dome, part, rigged, runs, tube } from '../support.js';

const angle = (most: number) => fc.double({ min: -most, max: most, noNaN: true });
const anyForm = fc.constantFrom<Form>(
  ...FORM_KINDS.map((kind): Form => forms[kind].defaults),
  { ...forms.tube.defaults, section: 'ridged', swell: 0.2, bowMm: 0.8 },
  { ...forms.tube.defaults, section: 'half-round' },
  { ...forms.dome.defaults, ridgeDeg: 14 },
  { ...forms.dome.defaults, rimMm: 0.8 },
);
const places = fc.record({
  xMm: angle(200),
  yMm: angle(200),
  rollDeg: angle(180),
  yawDeg: angle(60),
  pitchDeg: angle(60),
  depthMm: angle(20),
});
const clock = fc.double({ min: 0, max: 12, noNaN: true });
const height = fc.double({ min: 5, max: 85, noNaN: true });

describe('however a part is placed and turned', () => {
  test('shares sum to 1 and are nested, values stay in 0..1, glints lie on it and cover at most 2 %', () => {
    fc.assert(
      fc.property(anyForm, places, clock, height, (form, place, keyClockHours, keyHeightDeg) => {
        const p = preparePart(part(form, { place }), rigged({ keyClockHours, keyHeightDeg }));
        const z = zonesOf(p, { points: 2000 });
        expect(z.zones.reduce((s, q) => s + q.ownShare, 0)).toBeCloseTo(1, 9);
        z.zones
          .slice(1)
          .forEach((q, k) => expect(q.coverShare).toBeLessThanOrEqual(z.zones[k].coverShare + 1e-9));
        expect(valuesOn(p.shape.canonical, p).value.filter((v) => !(v >= 0 && v <= 1 + 1e-6))).toHaveLength(
          0,
        );
        const { rings, corners } = p.shape.model;
        let area = 0;
        for (const g of p.metal!.glints) {
          area += Math.PI * g.radiusMm ** 2 * g.stretch;
          const onCorner = corners.some((c) => Math.hypot(c.at[0] - g.at[0], c.at[1] - g.at[1]) < 1e-6);
          expect(onCorner || inside(rings, g.at[0] * 0.999, g.at[1] * 0.999)).toBe(true);
        }
        expect(area).toBeLessThanOrEqual(areaOf(rings) * MOST_SHARE * (1 + 1e-9));
      }),
      { numRuns: runs(16) },
    );
  });

  test('where it stands changes nothing under the main light alone', () => {
    fc.assert(
      fc.property(anyForm, places, (form, place) => {
        const here = preparePart(part(form, { place: { ...place, xMm: 0, yMm: 0, depthMm: 0 } }), rigged());
        const there = preparePart(part(form, { place }), rigged());
        const s = here.shape.canonical;
        expect(valuesOn(s, there).value).toEqual(valuesOn(s, here).value);
      }),
      { numRuns: runs(20) },
    );
  });

  test('rolled together with light and world it keeps its own map', () => {
    fc.assert(
      fc.property(anyForm, places, angle(180), (form, place, by) => {
        const base = rigged({ keyClockHours: 10, viewElevationDeg: 0, neighbours: [] });
        const still = preparePart(part(form, { place }), base);
        const turned = preparePart(part(form, { place: { ...place, rollDeg: place.rollDeg + by } }), base);
        // The same key and up in the part's own frame give the same values.
        const light = {
          ...turned.light,
          key: turnZ(turned.light.key, rad(by)),
          up: turnZ(turned.light.up, rad(by)),
        };
        light.key.forEach((c, i) => expect(c).toBeCloseTo(still.light.key[i], 9));
        light.up.forEach((c, i) => expect(c).toBeCloseTo(still.light.up[i], 9));
      }),
      { numRuns: runs(20) },
    );
  });

  test('a dome turned by yaw and pitch has its glint where its turned normal is midway between light and eye', () => {
    fc.assert(
      fc.property(angle(40), angle(40), angle(180), (yawDeg, pitchDeg, rollDeg) => {
        const piece = rigged({ keyClockHours: 10.75, keyHeightDeg: 40 });
        const p = preparePart(part(dome(9), { place: { yawDeg, pitchDeg, rollDeg } }), piece);
        const half = turnZ(normalise(add(keyDirection(piece.rig), TO_EYE)), -rad(rollDeg));
        const [patch] = p.shape.model.patches;
        const out = new Float64Array(8);
        for (const g of p.metal!.glints) {
          patch.at(g.at[0], g.at[1], out);
          const n = [out[SAMPLE.nx], out[SAMPLE.ny], out[SAMPLE.nz]] as const;
          expect(deg(Math.acos(Math.min(1, dot(normalise(n), half))))).toBeLessThan(2);
        }
      }),
      { numRuns: runs(16) },
    );
  });
});

describe('fall-off', () => {
  const low = (yMm: number, xMm = 0) => part(dome(9), { id: 'low', place: { xMm, yMm } });
  const focal = part(dome(9), { id: 'focal', place: { yMm: 48 } });
  const piece = (other: Piece['parts'][number], fallOff = 1): Piece => ({
    ...rigged({ fallOff, focalPart: 'focal', keyClockHours: 9 }),
    heightMm: 54,
    parts: [focal, other],
  });

  test('drops the top step by one for each third of the height, half a step more away from the light', () => {
    expect(droppedSteps(low(48), piece(low(48)), 7)).toBe(0);
    expect(droppedSteps(low(30), piece(low(30)), 7)).toBeCloseTo(1, 9);
    expect(droppedSteps(low(12), piece(low(12)), 7)).toBeCloseTo(2, 9);
    expect(droppedSteps(low(12), piece(low(12), 0.5), 7)).toBeCloseTo(1, 9);
    // The light comes from the left: far to the right is its far side.
    expect(droppedSteps(low(30, 20), piece(low(30, 20)), 7)).toBeCloseTo(1.5, 9);
    expect(droppedSteps(low(30, -20), piece(low(30, -20)), 7)).toBeCloseTo(1, 9);
    expect(droppedSteps(low(60), piece(low(60)), 7)).toBe(0);
    expect(droppedSteps(focal, piece(low(12)), 7)).toBe(0);
  });

  test('leaves the lightest place that many steps lower and never lightens', () => {
    const quiet = preparePart(low(12), piece(low(12)));
    const plain = preparePart(low(12), piece(low(12), 0));
    const s = plain.shape.canonical;
    const [a, b] = [valuesOn(s, quiet).body, valuesOn(s, plain).body];
    const top = Math.max(...b);
    expect(Math.max(...a)).toBeCloseTo(top * (1 - fallOffShare(2, 7)), 5);
    expect(Math.max(...a.map((v, i) => v - b[i]))).toBeLessThanOrEqual(1e-6);
    // What each step aims at is told for the darker part: less of every light.
    quiet.aimed.slice(1).forEach((share, k) => expect(share).toBeLessThanOrEqual(plain.aimed[k + 1]));
  });
});

describe('tint', () => {
  const lit = (tint: number) =>
    preparePart(
      part(dome(9)),
      rigged({
        tint,
        skyHex: '#3060ff',
        groundHex: '#a04010',
        neighbours: [
          {
            id: 'lamp',
            name: 'Lamp',
            hex: '#ff8000',
            strength: 1,
            where: { kind: 'far', clockHours: 4, heightDeg: 10, sizeDeg: 30 },
          },
        ],
      }),
    );

  test('is none in glints and in the lights, strongest in the mids, fading in shadow', () => {
    expect([tintTaken(0), tintTaken(1), tintTaken(0.9)]).toEqual([0, 0, 0]);
    expect(tintTaken(0.45)).toBe(1);
    for (let v = 0.02; v < 0.34; v += 0.02) expect(tintTaken(v)).toBeGreaterThan(tintTaken(v - 0.02));
    const [with1, without] = [lit(1), lit(0)];
    const grid = gridAround(with1.shape.model.rings, 16, 1);
    const [a, b] = [layersOf(with1, grid), layersOf(without, grid)];
    const [x, y] = [paintPart(with1, a, FINISHED, 'painted'), paintPart(without, b, FINISHED, 'painted')];
    let [dots, coloured] = [0, 0];
    a.glints!.forEach((g, i) => {
      const same = [0, 1, 2].every((c) => x[i * 4 + c] === y[i * 4 + c]);
      if (g > 0.995) {
        dots++;
        expect(same).toBe(true);
      } else if (!same) coloured++;
    });
    expect(dots).toBeGreaterThan(5);
    expect(coloured).toBeGreaterThan(1000);
  });

  test('sky colours what faces up, ground what faces down, a neighbour what mirrors it', () => {
    const p = lit(1);
    const { tints, surface } = layersOf(p, gridAround(p.shape.model.rings, 10, 1));
    const share = (id: string, f: (x: number, y: number) => boolean) => {
      const { weight } = tints.find((t) => t.source.id === id)!;
      const { width, leftMm, topMm, pxPerMm } = surface.grid;
      return weight.reduce(
        (s, w, i) => s + (f(leftMm + (i % width) / pxPerMm, topMm - Math.floor(i / width) / pxPerMm) ? w : 0),
        0,
      );
    };
    expect(share('sky', (_x, y) => y > 1)).toBeGreaterThan(10 * share('sky', (_x, y) => y < -1));
    expect(share('ground', (_x, y) => y < -1)).toBeGreaterThan(10 * share('ground', (_x, y) => y > 1));
    expect(share('by-lamp', (x, y) => x > 0 && y < 0)).toBeGreaterThan(
      4 * share('by-lamp', (x, y) => x < 0 && y > 0),
    );
  });
});

test('value steps follow the narrowest size: two and a dot, three or four, five, seven', () => {
  for (const [mm, steps] of [
    [0.5, 3],
    [1.5, 3],
    [2.5, 4],
    [4, 5],
    [6, 7],
    [40, 7],
  ])
    expect(Math.min(7, stepsForSize(mm))).toBe(steps);
  for (const p of sluiceWarden.parts.filter((q) => q.finish.kind === 'metal')) {
    const { narrowestMm } = shapeOf(p).model;
    expect(preparePart(p, sluiceWarden).steps).toBe(Math.min(7, stepsForSize(narrowestMm)));
  }
});

/** Exact slope of the values at a place: central differences over a hundredth of a mm. */
function slopeAt(p: ReturnType<typeof preparePart>, x: number, y: number): number {
  const d = 0.01;
  const grid = { width: 3, height: 3, pxPerMm: 1 / d, leftMm: x - 1.5 * d, topMm: y + 1.5 * d, rollRad: 0 };
  const { value } = valuesOn(surfaceOf(p.shape.model, grid), p);
  return Math.hypot(value[5] - value[3], value[1] - value[7]) / (2 * d);
}

test.each([
  ['dome', dome(12), 'dull'],
  ['dome', dome(12), 'satin'],
  ['tube', tube(9), 'dull'],
  ['tube', tube(9), 'burnished'],
] as const)('blend widths on a %s agree with the slope of its values within 5 %%', (_, form, polish) => {
  const p = preparePart(
    part(form, { polish }),
    rigged({ keyClockHours: 10, keyHeightDeg: 35, viewElevationDeg: 0 }),
  );
  let compared = 0;
  for (const border of zonesOf(p).borders) {
    if (border.softMm < 4) continue;
    const widths = border.soft.flatMap((line) =>
      line.slice(1).map((b, i) => {
        const [x, y] = [(line[i][0] + b[0]) / 2, (line[i][1] + b[1]) / 2];
        return {
          mm: Math.hypot(b[0] - line[i][0], b[1] - line[i][1]),
          width: 1 / (p.steps - 1) / slopeAt(p, x, y),
        };
      }),
    );
    widths.sort((a, b) => a.width - b.width);
    let left = widths.reduce((s, w) => s + w.mm, 0) / 2;
    const exact = widths.find((w) => (left -= w.mm) <= 0)!.width;
    compared++;
    expect(Math.abs(border.blendMm / exact - 1)).toBeLessThan(0.05);
  }
  expect(compared).toBeGreaterThanOrEqual(3);
});
