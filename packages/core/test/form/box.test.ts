import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  areaOf,
  dot,
  forms,
  modelOf,
  newPart,
  SAMPLE,
  signedArea,
  type FormOf,
  type Vec3,
} from '../../src/index.js';
import { facesUnder, runs } from '../support.js';

const box = (over: Partial<FormOf<'box'>> = {}): FormOf<'box'> => ({ ...forms.box.defaults, ...over });
const seen = fc.record({
  widthMm: fc.integer({ min: 2, max: 40 }),
  heightMm: fc.integer({ min: 2, max: 40 }),
  sideMm: fc.integer({ min: -12, max: 12 }),
  topMm: fc.integer({ min: -12, max: 12 }),
});

const normalsOf = (form: FormOf<'box'>): Vec3[] => {
  const out = new Float64Array(SAMPLE.size);
  return modelOf(form).patches.map((patch) => {
    patch.at(0, 0, out);
    return [out[SAMPLE.nx], out[SAMPLE.ny], out[SAMPLE.nz]];
  });
};

describe('a box', () => {
  test('shows its front, and a side and its top where something is seen of them: together its outline', () => {
    fc.assert(
      fc.property(seen, (over) => {
        const model = modelOf(box(over));
        expect(model.patches).toHaveLength(1 + (over.sideMm !== 0 ? 1 : 0) + (over.topMm !== 0 ? 1 : 0));
        const sum = model.patches.reduce((t, p) => t + areaOf(p.rings), 0);
        expect(sum).toBeCloseTo(areaOf(model.rings), 6);
        // Counter-clockwise, so that its edges face outward.
        expect(signedArea(model.rings[0])).toBeGreaterThan(0);
      }),
    );
  });

  test('has faces that are square to each other and turned to the eye', () => {
    fc.assert(
      fc.property(seen, (over) => {
        const normals = normalsOf(box(over));
        normals.forEach((n, i) => {
          expect(Math.hypot(...n)).toBeCloseTo(1, 9);
          expect(n[2]).toBeGreaterThan(-1e-9);
          normals.slice(i + 1).forEach((m) => expect(dot(n, m)).toBeCloseTo(0, 9));
        });
      }),
    );
  });

  test('shows the side it is said to show: right faces right, top faces up, and the other way below 0', () => {
    const [, right, top] = normalsOf(box({ sideMm: 3, topMm: 3 }));
    expect([right[0] > 0, top[1] > 0]).toEqual([true, true]);
    const [, left, under] = normalsOf(box({ sideMm: -3, topMm: -3 }));
    expect([left[0] < 0, under[1] < 0]).toEqual([true, true]);
  });

  test('has faces that agree with one light: the fuller one stands in it, the lighter it is in the mean', () => {
    fc.assert(
      fc.property(
        seen.filter((s) => Math.abs(s.sideMm) > 1 && Math.abs(s.topMm) > 1),
        fc.double({ min: 0, max: 12, noNaN: true }),
        (over, keyClockHours) => {
          const faces = facesUnder(newPart('p', box({ ...over, widthMm: 12, heightMm: 12 })), keyClockHours);
          for (const f of faces)
            for (const g of faces) if (f.lit > g.lit + 0.1) expect(f.mean).toBeGreaterThan(g.mean);
        },
      ),
      { numRuns: runs(50) },
    );
  });
});
