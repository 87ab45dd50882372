import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { areaOf, forms, modelOf, newPart, SAMPLE, type FormOf } from '../../src/index.js';
import { facesUnder, runs } from '../support.js';

const gem = (over: Partial<FormOf<'gem'>> = {}): FormOf<'gem'> => ({ ...forms.gem.defaults, ...over });
const anyGem = fc.record({
  sides: fc.integer({ min: 3, max: 16 }),
  table: fc.constantFrom(0, 0.2, 0.45, 0.9),
  slopeDeg: fc.integer({ min: 5, max: 75 }),
});

describe('a cut stone', () => {
  test('is covered by its faces, each flat and facing outward', () => {
    fc.assert(
      fc.property(anyGem, (over) => {
        const model = modelOf(gem(over));
        expect(model.patches).toHaveLength(over.sides + (over.table > 0 ? 1 : 0));
        const sum = model.patches.reduce((t, p) => t + areaOf(p.rings), 0);
        expect(sum).toBeCloseTo(areaOf(model.rings), 6);
        const out = new Float64Array(SAMPLE.size);
        for (const patch of model.patches.slice(0, over.sides)) {
          const [ring] = patch.rings;
          const [mx, my] = [0, 1].map((c) => ring.reduce((t, p) => t + p[c], 0) / ring.length);
          patch.at(mx, my, out);
          // Away from the middle, as its place is.
          expect(out[SAMPLE.nx] * mx + out[SAMPLE.ny] * my).toBeGreaterThan(0);
          expect(Math.hypot(out[SAMPLE.nx], out[SAMPLE.ny], out[SAMPLE.nz])).toBeCloseTo(1, 9);
        }
      }),
    );
  });

  test('has faces graded against each other: the more a face is lit, the lighter it is in the mean', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 3, max: 9 }),
        fc.double({ min: 0, max: 12, noNaN: true }),
        fc.integer({ min: 0, max: 359 }),
        (sides, keyClockHours, rollDeg) => {
          const part = newPart('p', gem({ sides, slopeDeg: 45, table: 0.3 }));
          const faces = facesUnder({ ...part, place: { ...part.place, rollDeg } }, keyClockHours);
          const sorted = faces.sort((f, g) => f.lit - g.lit);
          const [darkest, lightest] = [sorted[0], sorted[sorted.length - 1]];
          if (lightest.lit - darkest.lit > 0.15) expect(lightest.mean).toBeGreaterThan(darkest.mean);
        },
      ),
      { numRuns: runs(30) },
    );
  });

  test('without a table meets in a point, and with one has a rim round it', () => {
    expect(modelOf(gem({ table: 0 })).edges.filter((e) => e.closed)).toHaveLength(1);
    expect(modelOf(gem()).edges.filter((e) => e.closed)).toHaveLength(2);
  });
});
