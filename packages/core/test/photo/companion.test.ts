import { beforeAll, describe, expect, test } from '@jest/globals';
import {
  besideAnother,
  lockMilitia,
  ORDINARY_HAND,
  photoReport,
  type PartBeside,
  type PartReading,
  type Planted,
  type ReadyPlan,
} from '../../src/index.js';
import { photoOf, shotOf, smallPlan } from './support.js';

const piece = lockMilitia;
const partAt = (id: string) => piece.parts.findIndex((p) => p.id === id);

describe('two of a batch, painted by one hand and photographed apart', () => {
  let plan: ReadyPlan;
  let first: readonly PartReading[];
  const readings = (faults: readonly Planted[], seed: number, turnDeg: number) =>
    photoReport(
      plan,
      photoOf(
        plan.raster,
        { hand: ORDINARY_HAND, faults, seed },
        shotOf({ turnDeg, stops: 0.3 * (seed % 3) }),
      ),
    ).readings;
  const shown = (list: readonly PartBeside[]) => list.filter((p) => p.shows.length > 0).map((p) => p.part);
  beforeAll(() => {
    plan = smallPlan(piece);
    first = readings([], 21, 3);
  });

  test('differ in nothing that is told', () => {
    const alike = besideAnother(first, readings([], 22, -5), plan.raster.parts);
    expect(alike.length).toBeGreaterThan(5);
    expect(shown(alike).length).toBeLessThanOrEqual(1);
  });

  test('are told apart where one of them strays, and by how much', () => {
    const faults: readonly Planted[] = [
      { part: partAt('hat'), kind: 'value', amount: 16 },
      { part: partAt('skirt'), kind: 'hue', amount: 48 },
    ];
    const strayed = readings(faults, 23, 4);
    const apart = besideAnother(strayed, first, plan.raster.parts);
    expect(shown(apart).slice(0, 2).sort()).toEqual(['hat', 'skirt']);
    const hat = apart.find((p) => p.part === 'hat')!;
    expect(hat.lighterBy).toBeGreaterThan(9);
    expect(hat.shows[0]).toMatch(/^1?\d of value lighter$/);
    // The other way round it is the other that is darker.
    const back = besideAnother(first, strayed, plan.raster.parts);
    expect(back.find((p) => p.part === 'hat')!.lighterBy).toBeCloseTo(-hat.lighterBy, 9);
  });

  test('parts that only one of them shows are left out', () => {
    const list = besideAnother(first, first.slice(1), plan.raster.parts);
    expect(list).toHaveLength(first.length - 1);
    expect(list.every((p) => p.lighterBy === 0 && p.shows.length === 0)).toBe(true);
  });
});
