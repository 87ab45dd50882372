import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  areaOf,
  boundsOf,
  canonicalGrid,
  cellOf,
  dot,
  ellipse,
  FORM_KINDS,
  formSchema,
  forms,
  gridAround,
  gridIn,
  inside,
  lineBetween,
  lockKeepersArm,
  modelOf,
  MOST_POINTS,
  NOTHING,
  placedBounds,
  placeOf,
  pose,
  SAMPLE,
  signedArea,
  sizeOf,
  surfaceOf,
  surfaceOfPatch,
  turn,
  fitPicture,
  type Form,
} from '../../src/index.js';
import { blade, dome, runs, tube } from '../support.js';

const angle = fc.double({ min: -50, max: 50, noNaN: true });
const FORMS: readonly Form[] = [
  ...FORM_KINDS.map((k) => forms[k].defaults),
  dome(9, 6, 'scoop'),
  tube(3, 9, 14, 0.4),
  { ...blade, ridge: 0.4 },
];
const anyForm = fc.constantFrom(...FORMS);
const sample = (
  form: Form,
  turned: { yawDeg: number; pitchDeg: number },
  p: number,
  x: number,
  y: number,
) => {
  const out = new Float64Array(SAMPLE.size);
  pose(modelOf(form), turned).patches[p].at(x, y, out);
  return out;
};

describe('geometry', () => {
  test('areas, bounds and insides of an ellipse and a ring', () => {
    const outer = ellipse(3, 2, 720);
    expect(signedArea(outer)).toBeCloseTo(Math.PI * 6, 2);
    expect(areaOf([outer, ellipse(1, 1, 720)])).toBeCloseTo(Math.PI * 5, 2);
    expect(boundsOf([outer])).toEqual({ left: -3, right: 3, bottom: -2, top: 2 });
    expect(inside([outer, ellipse(1, 1)], 2, 0)).toBe(true);
    expect(inside([outer, ellipse(1, 1)], 0.5, 0)).toBe(false);
    expect(inside([outer], 3.1, 0)).toBe(false);
  });

  test('a turn keeps lengths, and a line is cut evenly', () => {
    const [x, y] = turn(2, 1, 0.7);
    expect(Math.hypot(x, y)).toBeCloseTo(Math.hypot(2, 1), 12);
    const line = lineBetween([0, 0], [0, 3], 0.5);
    expect(line).toHaveLength(7);
    expect(line[6]).toEqual([0, 3]);
  });

  test('grid places and cells are inverses, rolled or not', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -3, max: 3, noNaN: true }),
        fc.double({ min: -9, max: 9, noNaN: true }),
        fc.double({ min: -9, max: 9, noNaN: true }),
        (rollRad, x, y) => {
          const grid = gridAround([ellipse(5, 4)], 7, 2, rollRad);
          const [c, r] = cellOf(grid, [x, y]);
          const [bx, by] = placeOf(grid, c, r);
          expect(bx).toBeCloseTo(x, 9);
          expect(by).toBeCloseTo(y, 9);
        },
      ),
    );
  });

  test('no grid grows past the most points there may be', () => {
    const grid = gridAround([ellipse(200, 200)], 1000, 2);
    expect(grid.width * grid.height).toBeLessThanOrEqual(MOST_POINTS);
  });
});

describe('a form', () => {
  test.each(FORM_KINDS)("%s: its defaults are a piece's, its numbers have the format's ranges", (kind) => {
    const definition = forms[kind];
    expect(formSchema.safeParse(definition.defaults).success).toBe(true);
    for (const n of definition.numbers) {
      const at = (value: number) => formSchema.safeParse({ ...definition.defaults, [n.key]: value }).success;
      expect(at(n.min)).toBe(true);
      expect(at(n.max)).toBe(true);
      expect(at(n.min - 1e-3)).toBe(false);
      expect(at(n.max + 1e-3)).toBe(false);
    }
    for (const c of definition.choices)
      for (const o of c.options)
        expect(formSchema.safeParse({ ...definition.defaults, [c.key]: o.value }).success).toBe(true);
    expect(sizeOf(definition.defaults).every((s) => s > 0)).toBe(true);
  });

  test('stays a surface at every size that the format allows', () => {
    const size = fc.oneof(fc.constantFrom(0.2, 400), fc.double({ min: 0.2, max: 400, noNaN: true }));
    fc.assert(
      fc.property(fc.constantFrom(...FORM_KINDS), size, size, size, (kind, a, b, c) => {
        const sizes = [a, b, c, a, b, c];
        const form = { ...forms[kind].defaults } as Record<string, unknown>;
        forms[kind].numbers
          .filter((n) => n.key.endsWith('Mm') && n.min >= 0.2)
          .forEach((n, i) => (form[n.key] = sizes[i]));
        const model = modelOf(form as Form);
        expect(areaOf(model.rings)).toBeGreaterThan(0);
        const s = surfaceOf(model, canonicalGrid(model, 600));
        let [points, broken] = [0, 0];
        for (let i = 0; i < s.patch.length; i++) {
          if (s.patch[i] === NOTHING) continue;
          points++;
          if (!Number.isFinite(s.nx[i] + s.ny[i] + s.nz[i] + s.u[i] + s.v[i])) broken++;
        }
        expect(broken).toBe(0);
        expect(points).toBeGreaterThan(0);
      }),
      { numRuns: runs(60) },
    );
  });

  test('its patches fill its outline', () => {
    for (const form of FORMS) {
      const model = modelOf(form);
      const sum = model.patches.reduce((s, p) => s + areaOf(p.rings), 0);
      expect(sum / areaOf(model.rings)).toBeCloseTo(1, 2);
    }
  });

  test('covers as much of a raster as its area', () => {
    fc.assert(
      fc.property(anyForm, fc.double({ min: -3, max: 3, noNaN: true }), (form, rollRad) => {
        const model = modelOf(form);
        const s = surfaceOf(model, gridAround(model.rings, 12, 2, rollRad));
        const covered = s.alpha.reduce((a, b) => a + b, 0) / 144;
        expect(covered / areaOf(model.rings)).toBeCloseTo(1, 1);
        expect(Math.abs(covered / areaOf(model.rings) - 1)).toBeLessThan(0.015);
        expect(s.alpha.findIndex((a, i) => a > 0 && s.patch[i] === NOTHING)).toBe(-1);
      }),
      { numRuns: runs(30) },
    );
  });

  test('has edges on its outline or its ridge, with unit directions outward', () => {
    for (const form of FORMS) {
      const model = modelOf(form);
      for (const edge of model.edges) {
        expect(edge.outward).toHaveLength(edge.points.length);
        edge.points.forEach(([x, y], i) => {
          const [ox, oy] = edge.outward[i];
          if (edge.kind === 'crease') expect([ox, oy]).toEqual([0, 0]);
          else expect(Math.hypot(ox, oy)).toBeCloseTo(1, 6);
          const middle = edge.closed || (i > edge.points.length * 0.1 && i < edge.points.length * 0.9);
          if (edge.kind === 'hard' && middle)
            expect(inside(model.rings, x - ox * 0.05, y - oy * 0.05)).toBe(true);
        });
      }
    }
  });

  test('where it puts its glint, its normal is midway between light and eye', () => {
    fc.assert(
      fc.property(
        anyForm,
        angle,
        angle,
        fc.double({ min: 0, max: 6.28, noNaN: true }),
        fc.double({ min: 0.05, max: 0.75, noNaN: true }),
        (form, yawDeg, pitchDeg, around, tilt) => {
          const turned = { yawDeg: yawDeg / 3, pitchDeg: pitchDeg / 3 };
          const half = [
            Math.cos(around) * tilt,
            Math.sin(around) * tilt,
            Math.sqrt(1 - tilt * tilt),
          ] as const;
          const model = pose(modelOf(form), turned);
          model.patches.forEach((patch, p) => {
            const at = patch.glintAt?.(half, half);
            if (!at || !inside(patch.rings, at[0], at[1])) return;
            const out = sample(form, turned, p, at[0], at[1]);
            const n = [out[SAMPLE.nx], out[SAMPLE.ny], out[SAMPLE.nz]] as const;
            const cosine = dot(n, half);
            // A tube turns across its axis alone, as a link on edge does: there the glint is the nearest it comes.
            if (form.kind === 'row') {
              expect(cosine).toBeGreaterThan(Math.sqrt(1 - tilt * tilt) - 0.35);
              return;
            }
            if (form.kind === 'tube') expect(cosine).toBeGreaterThan(Math.sqrt(1 - half[1] ** 2) - 0.35);
            else expect(cosine).toBeGreaterThan(form.kind === 'ring' || form.kind === 'disc' ? 0.97 : 0.9999);
          });
        },
      ),
      { numRuns: runs(120) },
    );
  });

  test('a turn of the front moves what faces the eye', () => {
    const right = sample(dome(10), { yawDeg: 30, pitchDeg: 0 }, 0, 0, 0);
    expect(right[SAMPLE.nx]).toBeCloseTo(0.5, 6);
    const up = sample(dome(10), { yawDeg: 0, pitchDeg: 30 }, 0, 0, 0);
    expect(up[SAMPLE.ny]).toBeCloseTo(0.5, 6);
    const away = sample(dome(10), { yawDeg: 80, pitchDeg: 0 }, 0, 4, 0);
    expect(away[SAMPLE.nz]).toBeCloseTo(0.05, 6);
  });

  test('continues past its outline without a jump', () => {
    for (const form of [dome(10), tube(6), forms.band.defaults]) {
      const model = modelOf(form);
      const grid = gridAround(model.rings, 10, 6);
      const s = surfaceOfPatch(model, 0, grid, 4);
      let [worst, beyond] = [0, 0];
      for (let i = 1; i < s.nx.length; i++) {
        if (i % grid.width === 0 || s.alpha[i] === 0 || s.alpha[i - 1] === 0) continue;
        beyond++;
        worst = Math.max(worst, Math.abs(s.nx[i] - s.nx[i - 1]));
      }
      expect(worst).toBeLessThan(0.25);
      // More than the patch itself: a strip along all of its outline.
      expect(beyond).toBeGreaterThan(areaOf(model.rings) * 100 * 1.1);
    }
  });
});

describe('a picture', () => {
  const elbow = lockKeepersArm.parts.find((p) => p.id === 'elbow')!;
  const model = modelOf(elbow.form);

  test('shows all of what it is fitted to', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 300, noNaN: true }),
        fc.double({ min: 0.5, max: 300, noNaN: true }),
        (w, h) => {
          const p = fitPicture({ left: 5, right: 5 + w, bottom: -h, top: 0 }, 640, 480);
          expect(p.leftMm).toBeLessThan(5);
          expect(p.leftMm + p.width / p.pxPerMm).toBeGreaterThan(5 + w);
          expect(p.topMm).toBeGreaterThan(0);
          expect(p.topMm - p.height / p.pxPerMm).toBeLessThan(-h);
        },
      ),
    );
  });

  test("a part's grid lies on the picture's points and holds the whole part", () => {
    const b = placedBounds(model, elbow.place);
    const picture = fitPicture(b, 321, 243);
    const { grid, column, row } = gridIn(picture, model, elbow.place)!;
    expect((grid.leftMm + elbow.place.xMm - picture.leftMm) * picture.pxPerMm).toBeCloseTo(column, 6);
    expect((picture.topMm - grid.topMm - elbow.place.yMm) * picture.pxPerMm).toBeCloseTo(row, 6);
    expect(column + grid.width).toBeLessThanOrEqual(picture.width);
    expect(gridIn({ ...picture, leftMm: 500 }, model, elbow.place)).toBeNull();
  });
});
