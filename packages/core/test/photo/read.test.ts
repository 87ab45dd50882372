import { beforeAll, describe, expect, test } from '@jest/globals';
import {
  fitPhotoTone,
  labPicture,
  layerOf,
  lockMilitia,
  mend,
  ORDINARY_HAND,
  photoFindings,
  photoReport,
  readyPlan,
  seededRandom,
  withCure,
  type OrderLayer,
  type PhotoFindingId,
  type PhotoReport,
  type PlantedKind,
  type ReadyPlan,
  type TonePair,
} from '../../src/index.js';
import { photoOf, shotOf, SMALL, smallPlan } from './support.js';
import { orderOf } from '../support.js';

const piece = lockMilitia;
const partAt = (id: string) => piece.parts.findIndex((p) => p.id === id);

describe('the tone of a photo without a card', () => {
  const curve = (photo: number) => 8 + 0.7 * photo + 0.002 * photo * photo;

  test('is one rising curve, whatever a quarter of the parts strays', () => {
    const random = seededRandom(4);
    const pairs = Array.from({ length: 24 }, (_, part) =>
      Array.from({ length: 8 }, (): TonePair => {
        const photo = 8 + 80 * random();
        return { photo, plan: curve(photo) + (part < 6 ? -9 : 0) + 2 * (random() - 0.5), weight: 1, part };
      }),
    ).flat();
    const { at, weightOf } = fitPhotoTone(pairs);
    for (let v = 12; v <= 84; v += 6) {
      expect(Math.abs(at(v) - curve(v))).toBeLessThan(1.5);
      expect(at(v + 1)).toBeGreaterThan(at(v));
    }
    expect(weightOf.get(2)!).toBeLessThan(0.1);
    expect(weightOf.get(12)!).toBeGreaterThan(0.7);
  });
});

describe('a photo is read part by part', () => {
  let plan: ReadyPlan;
  let order: readonly OrderLayer[];
  beforeAll(() => {
    plan = smallPlan(piece);
    order = orderOf(piece);
  });
  const report = (faults: readonly { part: number; kind: PlantedKind; amount: number }[], seed: number) =>
    photoReport(
      plan,
      photoOf(
        plan.raster,
        { hand: ORDINARY_HAND, faults, seed },
        shotOf({ tiltDeg: 4, leanDeg: 30, turnDeg: 3 }),
      ),
    );
  const certain = ({ findings }: PhotoReport) =>
    findings.filter((f) => f.certain).map((f) => [f.part, f.id] as const);

  let clean: PhotoReport;
  let faulty: PhotoReport;
  beforeAll(() => {
    clean = report([], 11);
    faulty = report(
      FAULTS.map(([id, kind, amount]) => ({ part: partAt(id), kind, amount })),
      12,
    );
  });

  test('where nothing is wrong an ordinary hand is left in peace', () => {
    expect(certain(clean).length).toBeLessThanOrEqual(1);
  });

  test('nor where it is half painted: what lies flat as yet has no palest area to be too large', () => {
    const after = layerOf(order.find((l) => l.role === 'value')!);
    const half = readyPlan(piece, { ...SMALL, after });
    const photo = photoOf(half.raster, { hand: ORDINARY_HAND, faults: [], seed: 3 }, shotOf({ turnDeg: 3 }));
    const shown = photoReport(half, photo);
    expect(certain(shown).length).toBeLessThanOrEqual(1);
    const flat = shown.readings.filter((r) => r.plan.lightest - r.plan.median < 3);
    expect(flat.length).toBeGreaterThan(0);
    for (const r of flat) expect(r.paleTimes).toBeNull();
  });

  /** Faults at twice what bears them, on parts that bear each. */
  const FAULTS: readonly (readonly [id: string, PlantedKind, amount: number, PhotoFindingId])[] = [
    ['hat', 'value', 16, 'too-bright'],
    ['shoulder-right', 'missed', 1, 'missed-part'],
    ['skirt', 'hue', 34, 'wrong-hue'],
    ['boss', 'value', -16, 'too-dark'],
  ];

  test('faults are named each on its part, with figure and place, and nothing else is', () => {
    const named = certain(faulty);
    for (const [id, , , as] of FAULTS) expect(named).toContainEqual([id, as]);
    expect(named.filter(([part]) => !FAULTS.some(([id]) => id === part)).length).toBeLessThanOrEqual(1);
    const bright = faulty.findings.find((f) => f.id === 'too-bright' && f.part === 'hat')!;
    expect(bright.message).toMatch(/ is 1\d of value lighter than planned/);
    expect(bright.measured).toBeGreaterThan(bright.limit);
  });

  test('what mends a finding is tried out: the first brings it under its limit, and none is dearer than painting again', () => {
    for (const finding of faulty.findings.filter((f) => f.certain)) {
      const mended = mend(plan, faulty, finding, { piece, order, after: null, now: Date.now() });
      expect(mended.when.wait).toBe(false);
      const [first] = mended.cures;
      if (piece.parts[partAt(finding.part)].finish.kind !== 'metal') {
        expect(mended.cures).toEqual([]);
        continue;
      }
      expect(first.measured).toBeLessThan(finding.limit);
      const whole = mended.cures.find((c) => c.id === 'repaint')!;
      for (const cure of mended.cures) expect(cure.minutes).toBeLessThanOrEqual(whole.minutes);
      const after = withCure(faulty.onPlan!, mended, first);
      const shift = (planes: { lightness: Float32Array }) =>
        mended.points.reduce((s, i) => s + planes.lightness[i], 0) / mended.points.length;
      if (finding.id === 'too-bright') expect(shift(after)).toBeLessThan(shift(faulty.onPlan!) - 3);
      if (finding.id === 'too-dark') expect(shift(after)).toBeGreaterThan(shift(faulty.onPlan!) + 3);
    }
  });

  test('a whole figure too bright is told with a card behind it, and said to be relative without', () => {
    const all = piece.parts.map((_, part) => ({ part, kind: 'value' as const, amount: 8 }));
    const photo = photoOf(plan.raster, { hand: ORDINARY_HAND, faults: all, seed: 13 }, shotOf({ curve: 0 }));
    const without = photoReport(plan, photo);
    expect(without.onPlan!.wholeLighterBy).toBeNull();
    expect(without.notes.map((n) => n.id)).toContain('relative');
    const card = photoReport(plan, photo, { cardHex: '#7c7c7c' });
    expect(Math.abs(card.onPlan!.wholeLighterBy! - 8)).toBeLessThan(2);
    expect(card.notes.map((n) => n.id)).not.toContain('relative');
  });

  test('where it is burnt out it is not read, and is seen as light as it can tell', () => {
    const shot = shotOf({ stops: 1.3 });
    const { onPlan, notes } = photoReport(
      plan,
      photoOf(plan.raster, { hand: ORDINARY_HAND, faults: [], seed: 5 }, shot),
    );
    const { clipped, lightness, seen } = onPlan!;
    const burnt = [...clipped.keys()].filter((i) => clipped[i] && plan.places.of[i] >= 0);
    expect(burnt.length).toBeGreaterThan(20);
    const sound = [...clipped.keys()].filter((i) => !clipped[i] && plan.places.of[i] >= 0);
    const mean = (of: readonly number[]) => of.reduce((s, i) => s + seen.lightness[i], 0) / of.length;
    expect(burnt.every((i) => Number.isNaN(lightness[i]))).toBe(true);
    expect(mean(burnt)).toBeGreaterThan(mean(sound) + 15);
    expect(sound.every((i) => Object.is(lightness[i], seen.lightness[i]))).toBe(true);
    expect(notes.length).toBeGreaterThan(0);
  });

  test('every finding says when it is one, and keeps still below', () => {
    const { readings } = clean;
    for (const definition of Object.values(photoFindings)) {
      expect(definition.lookFrom).toBeLessThan(definition.limit);
      for (const r of readings) {
        const measured = definition.measure(r);
        if (measured !== null) expect(measured).toBeGreaterThanOrEqual(0);
      }
    }
  });
});

test('a picture of values has no colour', () => {
  const planes = {
    lightness: Float32Array.of(40, NaN),
    a: Float32Array.of(30, 0),
    b: Float32Array.of(-20, 0),
  };
  const [r, g, b] = labPicture(planes, 'value');
  expect(Math.max(r, g, b) - Math.min(r, g, b)).toBeLessThanOrEqual(1);
  const colour = labPicture(planes, 'colour');
  expect(Math.max(...colour.slice(0, 3)) - Math.min(...colour.slice(0, 3))).toBeGreaterThan(20);
});
