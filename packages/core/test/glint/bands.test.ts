import { describe, expect, test } from '@jest/globals';
import {
  bandValue,
  overlapAtRidge,
  preparePart,
  shapeOf,
  valuesOn,
  type FacetBands,
  type Polish,
} from '../../src/index.js';
import { blade, part, rigged } from '../support.js';

/** The blade's shape does not depend on its light: made once. */
const bladeShape = shapeOf(part(blade));
const composed = (keyClockHours: number, polish: Polish = 'polished', id = 'blade') =>
  preparePart(part(blade, { polish, id }), rigged({ keyClockHours, keyHeightDeg: 27 }), bladeShape).metal!
    .body.composition;

describe('the blade composer', () => {
  test("sends the lit facet's main light toward the end nearer the light, the other's away, for tilts of 10 to 80 degrees", () => {
    for (let tilt = 10; tilt <= 80; tilt += 5) {
      // The blade stands upright; light at 9 o'clock is square to it, 12 along it.
      for (const [hours, toward] of [
        [9 + tilt / 30, 1],
        [9 - tilt / 30, -1],
        [3 - tilt / 30, 1],
        [3 + tilt / 30, -1],
      ] as const) {
        const { facets } = composed(hours);
        const lit = facets[0].lit > 0.5 ? 0 : 1;
        expect(lit).toBe(hours > 6 ? 0 : 1);
        const main = facets[lit].bands[0].centre - 0.5;
        const other = facets[1 - lit].bands[0].centre - 0.5;
        expect(Math.sign(main - other)).toBe(toward);
        if (tilt >= 15) expect(Math.sign(main)).toBe(toward);
        if (tilt >= 15) expect(Math.sign(other)).toBe(-toward);
      }
    }
  });

  test('moves no band more than 5 % of the length a degree, all the way round', () => {
    for (const id of ['blade', 'spear', 'glaive']) {
      let before = composed(0, 'mirror', id);
      for (let d = 1; d <= 360; d++) {
        const now = composed((d / 30) % 12, 'mirror', id);
        now.facets.forEach((f, i) =>
          expect(Math.abs(f.bands[0].centre - before.facets[i].bands[0].centre)).toBeLessThan(0.05),
        );
        before = now;
      }
    }
  });

  test('shows no jump anywhere: crisp borders travel, a tenth of a degree changes few values by more than 0.05', () => {
    let before = composed(0, 'mirror');
    for (let d = 0.1; d <= 360; d += 0.1) {
      const now = composed((d / 30) % 12, 'mirror');
      const changes = now.facets.flatMap((f, i) =>
        Array.from({ length: 200 }, (_, k) => {
          const v = (k + 0.5) / 200;
          return Math.abs(bandValue(f, 0.6, v) - bandValue(before.facets[i], 0.6, v));
        }),
      );
      expect(changes.reduce((a, b) => a + b, 0) / changes.length).toBeLessThanOrEqual(0.02);
      expect(changes.filter((c) => c > 0.05).length / changes.length).toBeLessThanOrEqual(0.05);
      before = now;
    }
  });

  test('keeps neighbouring widths and the ends of a band unequal', () => {
    for (const polish of ['mirror', 'polished', 'satin'] as const) {
      for (let h = 0; h < 12; h += 0.5) {
        for (const f of composed(h, polish).facets) {
          const next = f.bands.map((b, i) => b.halfWidth / (f.bands[i + 1]?.halfWidth ?? 0));
          expect(Math.min(...next)).toBeGreaterThanOrEqual(1.3);
          const ends = f.bands.map((b) => (1 + b.growth) / (1 - b.growth));
          expect(Math.min(...ends)).toBeGreaterThanOrEqual(1.6);
        }
      }
    }
  });

  test('lets no two brights meet across the ridge', () => {
    const bright = (f: FacetBands) => f.bands.filter((b) => b.peak > 0.5 && b.centre > 0 && b.centre < 1);
    for (let h = 0; h < 12; h += 0.1) {
      const [left, right] = composed(h, 'mirror').facets;
      for (const a of bright(left))
        for (const b of bright(right)) expect(overlapAtRidge(a, b)).toBeLessThanOrEqual(0.2);
    }
  });

  test('says why it leaves a band out, and grades a facet too narrow for bands', () => {
    const small = preparePart(
      part({ ...blade, lengthMm: 6, widthMm: 4, shoulderWidthMm: 4, pointMm: 1 }, { polish: 'mirror' }),
      rigged(),
    );
    expect(small.metal!.body.composition.notes.join()).toMatch(/left out/);
    const thin = preparePart(
      part({ ...blade, widthMm: 2, shoulderWidthMm: 2 }),
      rigged({ keyClockHours: 11 }),
    );
    const [left, right] = thin.metal!.body.composition.facets;
    expect(left.gradient).not.toBeNull();
    expect(Math.sign(left.gradient!)).toBe(-Math.sign(right.gradient!));
  });

  test('makes the lit facet lighter as a whole', () => {
    for (const hours of [8, 9, 10, 11, 1, 2, 3, 4]) {
      const p = preparePart(part(blade), rigged({ keyClockHours: hours }));
      const s = p.shape.canonical;
      const { value } = valuesOn(s, p);
      const mean = (facet: number) => {
        const picked = value.filter((_, i) => s.patch[i] === facet);
        return picked.reduce((a, b) => a + b, 0) / picked.length;
      };
      expect(mean(hours > 6 ? 0 : 1)).toBeGreaterThan(mean(hours > 6 ? 1 : 0) + 0.05);
    }
  });
});
