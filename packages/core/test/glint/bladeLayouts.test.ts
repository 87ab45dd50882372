import { describe, expect, test } from '@jest/globals';
import {
  forms,
  modelOf,
  preparePart,
  SAMPLE,
  shapeOf,
  valuesOn,
  type ApproachValue,
  type FormOf,
  type Part,
} from '../../src/index.js';
import { part, rigged } from '../support.js';

type Blade = FormOf<'blade'>;
const straight = part({ ...forms.blade.defaults, lengthMm: 34, widthMm: 6, shoulderWidthMm: 6 });
const withLayout = (p: Part, blade: ApproachValue<'blade'>): Part => ({
  ...p,
  approach: { ...p.approach, blade },
});
const LIGHT = 0.42;

/** What is light on each face of a blade, by where it lies along it, under a light overhead. */
function lightOn(own: Part, rollDeg = 0, keyClockHours = 0) {
  const placed = { ...own, place: { ...own.place, rollDeg } };
  const p = preparePart(placed, rigged({ keyClockHours, keyHeightDeg: 27, fallOff: 0 }), shapeOf(placed));
  const { canonical } = p.shape;
  const { body } = valuesOn(canonical, p);
  return [0, 1].map((face) => {
    const along: { v: number; value: number }[] = [];
    canonical.patch.forEach((of, i) => of === face && along.push({ v: canonical.v[i], value: body[i] }));
    const light = along.filter((a) => a.value > LIGHT);
    return {
      along,
      share: light.length / along.length,
      middle: light.reduce((sum, a) => sum + a.v, 0) / Math.max(1, light.length),
      mean: (holds: (v: number) => boolean) => {
        const some = along.filter((a) => holds(a.v));
        return some.reduce((sum, a) => sum + a.value, 0) / some.length;
      },
    };
  });
}

describe('a horizontal blade under a light from above', () => {
  // Turned by a quarter its right face is the upper one, turned back its left one.
  const faces = (rollDeg: number, id = 'test') => {
    const [left, right] = lightOn({ ...straight, id }, rollDeg);
    return rollDeg > 0 ? { upper: right, lower: left } : { upper: left, lower: right };
  };

  test('has a large light on its upper face; that of its lower face is there, and less than two thirds of it', () => {
    const lowers: number[] = [];
    for (const id of ['test', 'a', 'b', 'c', 'spear', 'glaive'])
      for (const roll of [90, -90]) {
        const { upper, lower } = faces(roll, id);
        expect(upper.share).toBeGreaterThan(1.5 * lower.share);
        expect(upper.share).toBeGreaterThan(0.3);
        lowers.push(lower.share);
      }
    expect(lowers.reduce((a, b) => a + b, 0) / lowers.length).toBeGreaterThan(0.05);
  });

  test('has its upper light toward the higher end, the more so the more it is tilted', () => {
    // From level to half upright, tip up.
    const middles = [88, 75, 60, 45].map((roll) => faces(roll).upper.middle);
    middles.slice(1).forEach((m, i) => expect(m).toBeGreaterThan(middles[i] - 0.01));
    expect(middles[3]).toBeGreaterThan(middles[0] + 0.05);
  });
});

describe('a curved blade', () => {
  const curved = (over: Partial<Blade> = {}) =>
    part({ ...forms.blade.defaults, lengthMm: 40, widthMm: 6, shoulderWidthMm: 6, curveMm: 6, ...over });

  test('has facets that turn along the curve: no single normal a face', () => {
    const out = new Float64Array(SAMPLE.size);
    for (const curveMm of [4, -8]) {
      const { patches } = modelOf(curved({ curveMm }).form);
      for (const patch of patches) {
        const up = [-16, 0, 12].map((y) => {
          patch.at(0, y, out);
          expect(Math.hypot(out[SAMPLE.nx], out[SAMPLE.ny], out[SAMPLE.nz])).toBeCloseTo(1, 9);
          return out[SAMPLE.ny] / out[SAMPLE.nx];
        });
        // The blade leans one way below its middle and the other way above it.
        expect(up[0] * curveMm).toBeLessThan(-0.1);
        expect(up[1]).toBeCloseTo(0, 9);
        expect(up[2] * curveMm).toBeGreaterThan(0.1);
      }
    }
  });

  test('has its lights at the bend and at the ends, in wedges that open to the edge, at any of twelve lights', () => {
    for (const curveMm of [6, -6])
      for (let hour = 0; hour < 12; hour++) {
        const own = curved({ curveMm });
        const placed = preparePart(own, rigged({ keyClockHours: hour, fallOff: 0 }), shapeOf(own));
        const { facets } = placed.metal!.body.composition;
        facets.forEach((f, i) => {
          const outside = (i === 1) === curveMm > 0;
          const places = f.bands.map((b) => b.centre);
          expect(places[0]).toBeCloseTo(outside ? 0.52 : 0.16, 6);
          f.bands.forEach((b) => expect(b.growth).toBeGreaterThan(0.5));
          const widths = f.bands.map((b) => b.halfWidth);
          widths.slice(1).forEach((w, k) => expect(widths[k] / w).toBeGreaterThan(1.3));
        });
      }
  });
});

describe('other ways to light a blade', () => {
  const single = part({
    ...forms.blade.defaults,
    lengthMm: 34,
    widthMm: 6,
    shoulderWidthMm: 6,
    edges: 'right',
  });

  test('a flat blacked out stays black beside its cutting edge, whatever the light', () => {
    for (let hour = 0; hour < 12; hour++) {
      const [flat, bevel] = lightOn(withLayout(single, 'black-flat'), 0, hour);
      expect(flat.share).toBe(0);
      expect(flat.mean(() => true)).toBeLessThan(bevel.mean(() => true));
    }
  });

  test('away from the light each face grows lighter toward its far end', () => {
    const faces = lightOn(withLayout(straight, 'away'), 0, 0);
    for (const f of faces)
      expect(f.mean((v) => v < 0.25)).toBeGreaterThan(f.mean((v) => v > 0.6 && v < 0.8) + 0.2);
    // Upside down it is the other end.
    for (const f of lightOn(withLayout(straight, 'away'), 180, 0))
      expect(f.mean((v) => v > 0.6 && v < 0.8)).toBeGreaterThan(f.mean((v) => v < 0.25) + 0.1);
  });

  test('edges alone: faces stay below the mid step', () => {
    const alone: Part = { ...straight, approach: { ...straight.approach, edges: 'only' } };
    for (const f of lightOn(alone, 0, 10.5)) expect(f.share).toBeLessThan(0.001);
  });
});
