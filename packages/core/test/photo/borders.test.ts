import { beforeAll, describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  lockMilitia,
  mend,
  middleOfPlan,
  ORDINARY_HAND,
  PLAIN_SHOT,
  photoFindings,
  photoReport,
  readyPlan,
  sluiceWarden,
  type PhotoReport,
  type Planted,
  type ReadyPlan,
} from '../../src/index.js';
import { beyondBorders } from '../../src/photo/beyond.js';
import { edgePoints, edgesLit } from '../../src/photo/readEdges.js';
import { photoOf, shotOf, smallPlan } from './support.js';
import { orderOf } from '../support.js';

const piece = lockMilitia;
const partAt = (id: string) => piece.parts.findIndex((p) => p.id === id);

describe('what lies beyond a border', () => {
  const WIDTH = 30;
  const HEIGHT = 24;
  const PX = 10;
  const at = (x: number, y: number) => y * WIDTH + x;

  test('is the nearest point of another part, as far away as it is', () => {
    fc.assert(
      fc.property(fc.integer({ min: 6, max: 22 }), (border) => {
        const of = new Int16Array(WIDTH * HEIGHT).fill(-1);
        for (let y = 2; y < HEIGHT - 2; y++)
          for (let x = 2; x < WIDTH - 2; x++) of[at(x, y)] = x < border ? 0 : 1;
        const places = { of, count: 2, depth: new Uint8Array(of.length) };
        const { nearest, mm } = beyondBorders(places, WIDTH, PX, 0.5);
        for (let x = 2; x < WIDTH - 2; x++) {
          const i = at(x, 10);
          // From the middle of a point to the line between the two.
          const away = (x < border ? border - x - 0.5 : x - border + 0.5) / PX;
          if (away <= 0.5 + 1e-9) {
            expect(of[nearest[i]]).toBe(1 - of[i]);
            expect(mm[i]).toBeCloseTo(away, 5);
          } else expect(nearest[i]).toBe(-1);
        }
      }),
    );
  });

  test('is nothing where only background is', () => {
    const of = new Int16Array(WIDTH * HEIGHT).fill(-1);
    for (let y = 5; y < 15; y++) for (let x = 5; x < 15; x++) of[at(x, y)] = 0;
    const { nearest } = beyondBorders({ of, count: 1, depth: new Uint8Array(of.length) }, WIDTH, PX, 2);
    expect(nearest.every((j) => j === -1)).toBe(true);
  });
});

describe('bright edges', () => {
  const WIDTH = 60;
  const level = { width: WIDTH, pxPerMm: 10 };
  const points = Array.from({ length: WIDTH * 40 }, (_, i) => i);
  const places = {
    of: new Int16Array(points.length),
    count: 1,
    depth: Uint8Array.from(points, (i) => Math.min(i % WIDTH, 20)),
  };
  const on = { level, places, mm2PerPoint: 0.01 };
  /** A plate with a bright rim of 0.2 mm on its left, which is so much lighter than the rest. */
  const rimmed = (by: number) => Float32Array.from(points, (i) => 40 + (i % WIDTH < 2 ? by : 0));

  const lit = (plan: Float32Array, photo: Float32Array) =>
    edgesLit(edgePoints(plan, points, on), { plan, photo }, points, on);

  test('are there as far as they stand out, and not where all is lighter', () => {
    const plan = rimmed(30);
    for (const share of [0, 0.5, 1, 1.3]) expect(lit(plan, rimmed(30 * share))).toBeCloseTo(share, 5);
    const brighter = plan.map((l) => l + 9);
    expect(lit(plan, brighter)).toBeCloseTo(1, 5);
  });

  test('are none on a flat plate, and lie where the plan has them', () => {
    expect(lit(rimmed(0), rimmed(30))).toBeNull();
    expect(edgePoints(rimmed(30), points, on).every(({ i }) => i % WIDTH < 2)).toBe(true);
  });
});

describe('borders and edges in a photo', () => {
  let plan: ReadyPlan;
  beforeAll(() => {
    plan = smallPlan(piece);
  });
  const report = (faults: readonly Planted[], seed: number) =>
    photoReport(
      plan,
      photoOf(plan.raster, { hand: ORDINARY_HAND, faults, seed }, shotOf({ turnDeg: 4, tiltDeg: 3 })),
    );
  const certain = ({ findings }: PhotoReport) => findings.filter((f) => f.certain);
  /** The first cure of a finding. */
  const cureOf = (shown: PhotoReport, finding: PhotoReport['findings'][number]) => {
    const order = orderOf(piece);
    return mend(plan, shown, finding, { piece, order, after: null, now: Date.now() }).cures[0];
  };

  describe('one hat spilt on, and its brim without bright edges', () => {
    const toward = Math.PI / 2;
    let shown: PhotoReport;
    beforeAll(() => {
      shown = report(
        [
          { part: partAt('hat'), kind: 'spill', amount: 1.4, toward },
          { part: partAt('hat-brim'), kind: 'edges-lost', amount: 1 },
        ],
        21,
      );
    });

    test('paint of a neighbour on a part is named with whose it is, where it lies, and what covers it', () => {
      const found = certain(shown).find((f) => f.id === 'spill' && f.part === 'hat')!;
      expect(found.measured).toBeGreaterThan(photoFindings.spill.limit);
      expect(found.measured).toBeLessThan(2);
      const { spill, photo } = shown.readings.find((r) => r.part === partAt('hat'))!;
      expect(found.message).toContain(piece.parts[spill.from!].name);
      // It was let run at the lower end, below the part's light.
      expect(spill.at[1]).toBeGreaterThan(photo.light[1]);
      expect(found.at.yMm).toBeCloseTo(middleOfPlan(plan.raster).yMm - spill.at[1], 6);
      const cure = cureOf(shown, found);
      expect(cure.id).toBe('tidy');
      expect(cure.measured).toBeLessThan(found.limit);
    });

    test('edges that were left out are named, and drawn they are there', () => {
      const found = shown.findings.find((f) => f.id === 'edges-lost')!;
      expect(found.part).toBe('hat-brim');
      const cure = cureOf(shown, found);
      expect(cure.id).toBe('draw-edges');
      expect(cure.measured).toBeLessThan(found.limit);
    });
  });

  test('a part that is lighter all over was not spilt on, nor one whose borders a hand strayed from; edges are there', () => {
    const { findings, readings } = report([{ part: partAt('hat'), kind: 'value', amount: 14 }], 22);
    expect(findings.filter((f) => f.id === 'spill' && f.certain)).toEqual([]);
    const edged = readings.filter((r) => photoFindings['edges-lost'].measure(r) !== null);
    expect(edged.length).toBeGreaterThan(0);
    for (const r of edged) expect(r.edgesLit!).toBeGreaterThan(0.4);
  });
});

test('a gap that was filled is told, though some of it looks like a neighbour’s paint', () => {
  // At its full size: where a point is a fifth of a mm, all of a gap looks so.
  const plan = readyPlan(sluiceWarden);
  const part = sluiceWarden.parts.findIndex((p) => p.id === 'fauld-1');
  const paint = {
    hand: ORDINARY_HAND,
    faults: [{ part, kind: 'gap-filled', amount: 1 }] as Planted[],
    seed: 418,
  };
  const { findings } = photoReport(plan, photoOf(plan.raster, paint, PLAIN_SHOT));
  const told = findings.filter((f) => f.part === 'fauld-1' && f.certain).map((f) => f.id);
  expect(told).toContain('gap-filled');
});
