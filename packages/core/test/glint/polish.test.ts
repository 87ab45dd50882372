import { describe, expect, test } from '@jest/globals';
import {
  bandValue,
  forms,
  newPart,
  newPiece,
  POLISHES,
  preparePart,
  trimSide,
  valuesOn,
  type Form,
  type FormOf,
  type Part,
  type Piece,
  type Polish,
  type PreparedPart,
} from '../../src/index.js';
import {
  defaultsOf,
  lightnessOf,
  prepared,
  quantile,
  shareBelow,
  twelveLights,
  valuesOf,
} from './metalSheet.js';

const shiniestFirst = (of: (polish: Polish) => number) => POLISHES.map(of);
const falls = (list: readonly number[]) =>
  expect(list.filter((v, i) => v >= (list[i - 1] ?? Infinity))).toEqual([]);

describe.each(['dome', 'tube', 'band'] as const)('on a %s', (kind) => {
  test.each(twelveLights)('contrast falls from mirror to dull under %p', (rig) => {
    const all = POLISHES.map((polish) => lightnessOf(prepared(defaultsOf(kind), { polish, rig })));
    falls(all.map((l) => quantile(l, 0.98) - quantile(l, 0.02)));
    falls(all.map((l) => quantile(l, 0.98)));
    falls(all.map((l) => quantile(l, 0.75) - quantile(l, 0.25)));
  });

  test('every polish keeps the range that it is known by', () => {
    for (const polish of POLISHES) {
      const p = prepared(defaultsOf(kind), { polish });
      const l = lightnessOf(p);
      expect(quantile(l, 0.98) - quantile(l, 0.02)).toBeGreaterThan(p.metal!.polish.rangeL);
    }
  });
});

const blade: Form = { ...forms.blade.defaults, lengthMm: 30, widthMm: 5, shoulderWidthMm: 5 };

test.each(['dome', 'tube', 'plate', 'blade', 'relief', 'band'] as const)(
  'gloss black is black on a %s, at any polish',
  (kind) => {
    for (const rig of twelveLights)
      for (const polish of ['mirror', 'polished'] as const)
        expect(
          shareBelow(
            lightnessOf(
              prepared(kind === 'blade' ? blade : defaultsOf(kind), { metal: 'gloss-black', polish, rig }),
            ),
            20,
          ),
        ).toBeGreaterThanOrEqual(0.65);
  },
);

test('gloss black still has its light, and steel under the same light is no gloss black', () => {
  for (const rig of twelveLights) {
    const black = lightnessOf(prepared(defaultsOf('dome'), { metal: 'gloss-black', polish: 'mirror', rig }));
    expect(quantile(black, 0.995)).toBeGreaterThan(60);
    const steel = lightnessOf(prepared(defaultsOf('dome'), { polish: 'mirror', rig }));
    expect(shareBelow(steel, 20)).toBeLessThan(0.6);
  }
});

test('a part that faces away from the light is darker as a whole', () => {
  const overhead = { keyClockHours: 12, keyHeightDeg: 35, viewElevationDeg: 35 };
  const mean = (pitchDeg: number) => {
    const v = valuesOf(prepared(defaultsOf('dome'), { rig: overhead, place: { pitchDeg } }));
    return v.reduce((a, b) => a + b, 0) / v.length;
  };
  const [under, slightly, level] = [-80, -45, 0].map(mean);
  expect(under).toBeLessThan(slightly);
  expect(slightly).toBeLessThan(level);
  expect(under).toBeLessThan(0.6 * level);
});

describe('a blade', () => {
  /** Steepest slope along its facets in L* a mm, and the share of its borders that run out within 0.3 mm. */
  function borders(polish: Polish, rig: Partial<Piece['rig']>): { steepest: number; hard: number } {
    const p = prepared(blade, { polish, rig });
    const { lengthMm } = p.part.form as FormOf<'blade'>;
    const { low, range } = {
      low: p.palette.colours[0].l,
      range: p.palette.colours[6].l - p.palette.colours[0].l,
    };
    const n = 6000;
    let steepest = 0;
    let [hard, all] = [0, 0];
    for (const f of p.metal!.body.composition.facets) {
      const line = Float64Array.from(
        { length: n },
        (_, i) => low + range * bandValue(f, 0.6, 0.8 * ((i + 0.5) / n)),
      );
      const step = (0.8 * lengthMm) / n;
      for (let i = 1; i < n; i++) {
        const slope = Math.abs(line[i] - line[i - 1]) / step;
        steepest = Math.max(steepest, slope);
        // A border is where a step's worth of lightness, about 14, is crossed.
        all += Math.abs(line[i] - line[i - 1]);
        if (slope > 14 / 0.3) hard += Math.abs(line[i] - line[i - 1]);
      }
    }
    return { steepest, hard: hard / all };
  }

  test.each(twelveLights)(
    'has a crisp side and a long fade on every band, crisper the shinier, under %p',
    (rig) => {
      const all = shiniestFirst((polish) => borders(polish, rig).steepest);
      falls(all);
      expect(all[0]).toBeGreaterThan(300);
      const hard = POLISHES.map((polish) => borders(polish, rig).hard);
      expect(hard[0]).toBeGreaterThan(0.3);
      expect(hard[0]).toBeLessThan(0.75);
      expect(hard[4]).toBeLessThan(0.05);
    },
  );
});

describe('a plate', () => {
  const key = { keyClockHours: 12, keyHeightDeg: 50, viewElevationDeg: 20 };
  const mean = (polish: Polish, pitchDeg: number) => {
    const v = valuesOf(prepared(defaultsOf('plate'), { polish, rig: key, place: { pitchDeg } }));
    return { mean: v.reduce((a, b) => a + b, 0) / v.length, top: quantile(v, 0.98) };
  };

  test.each(POLISHES)('in %s follows its pose: square to the light, slanting, turned away', (polish) => {
    const [square, slanting, away] = [40, -20, -70].map((pitch) => mean(polish, pitch));
    falls([square.mean, slanting.mean, away.mean]);
    falls([square.top, slanting.top, away.top]);
    expect(away.mean).toBeLessThan(0.65 * square.mean);
  });

  test('has its light toward the light, wherever that is', () => {
    const middle = (keyClockHours: number) => {
      const p = prepared(defaultsOf('plate'), { polish: 'mirror', rig: { keyClockHours, keyHeightDeg: 30 } });
      const [face] = p.metal!.body.composition.facets;
      let [u, v, w] = [0, 0, 0];
      for (let i = 0; i < 40; i++)
        for (let k = 0; k < 40; k++) {
          const [x, y] = [(i + 0.5) / 40, (k + 0.5) / 40];
          const value = bandValue(face, x, y) ** 3;
          u += value * x;
          v += value * y;
          w += value;
        }
      return [u / w, v / w];
    };
    const [upperLeft, upperRight, lowerRight, lowerLeft] = [10.5, 1.5, 4.5, 7.5].map(middle);
    expect(upperLeft[1]).toBeGreaterThan(lowerLeft[1]);
    expect(upperRight[1]).toBeGreaterThan(lowerRight[1]);
    expect(upperRight[0]).toBeGreaterThan(upperLeft[0]);
    expect(lowerRight[0]).toBeGreaterThan(lowerLeft[0]);
  });
});

test('gold lives in its middle: half of a dome lies between values 45 and 80', () => {
  for (const polish of ['mirror', 'polished'] as const) {
    const l = lightnessOf(prepared(defaultsOf('dome'), { metal: 'gold', polish }));
    expect(shareBelow(l, 80) - shareBelow(l, 45)).toBeGreaterThan(0.45);
    expect(shareBelow(l, 20)).toBeLessThan(0.1);
  }
});

/** Mean of the values of a part's points that lie above a height, or below it. */
function meanWhere(p: PreparedPart, counts: (yMm: number) => boolean): number {
  const s = p.shape.canonical;
  const { value } = valuesOn(s, p);
  let [sum, n] = [0, 0];
  value.forEach((v, i) => {
    const yMm = s.grid.topMm - Math.floor(i / s.grid.width) / s.grid.pxPerMm;
    if (s.alpha[i] < 0.5 || !counts(yMm)) return;
    sum += v;
    n++;
  });
  return sum / n;
}

test('trim bent to a ring is light toward the light, thin and dark on its far side', () => {
  const p = prepared(defaultsOf('ring'), { rig: { keyClockHours: 12 } });
  expect(meanWhere(p, (y) => y > 1.5)).toBeGreaterThan(1.5 * meanWhere(p, (y) => y < -1.5));
});

test('straight trim along the upper border of a plate is lighter than along its lower one', () => {
  const plate = newPart('plate', { ...forms.plate.defaults, taper: 0 });
  const trim = (id: string, yMm: number): Part => {
    const base = newPart(id, {
      ...forms.tube.defaults,
      startWidthMm: 1,
      endWidthMm: 1,
      lengthMm: 9,
      endCurve: 0,
    });
    return { ...base, place: { ...base.place, yMm, rollDeg: 90 } };
  };
  const parts = [plate, trim('upper', 6), trim('lower', -6), trim('across', 0)];
  const piece = newPiece('framed', 'Framed', parts);
  const mean = (id: string) =>
    meanWhere(
      preparePart(
        parts.find((q) => q.id === id)!,
        { ...piece, rig: { ...piece.rig, fallOff: 0 } },
      ),
      () => true,
    );
  expect(mean('upper')).toBeGreaterThan(1.3 * mean('lower'));
  expect(trimSide(parts[1], parts)).toEqual({ out: [1, 0], weight: 1 });
  expect(trimSide(parts[3], parts)).toBeNull();
});
