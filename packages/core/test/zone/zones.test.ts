import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  areaOf,
  gridAround,
  openingWidth,
  preparePart,
  thresholdOf,
  valuesOn,
  surfaceOf,
  zonesOf,
  type Form,
} from '../../src/index.js';
import { blade, dome, part, rigged, runs, tube } from '../support.js';

const FORMS: [string, Form][] = [
  ['dome', dome(11, 9)],
  ['tube', tube(6, 8, 15, 0.2)],
  ['blade', blade],
  ['band', { kind: 'band', widthMm: 12, heightMm: 4.5, sagMm: 2, flareMm: 0.6, wrapDeg: 65, crownDeg: 38 }],
  ['ring', { kind: 'ring', widthMm: 9, heightMm: 6, thicknessMm: 1.8 }],
  ['disc', { kind: 'disc', widthMm: 8, heightMm: 8, surface: 'cast', rimMm: 0.9 }],
];

/** The counting grid stands askew, or it would count a straight upright border a whole point off. */
const ASKEW_RAD = 0.3;

describe.each(FORMS)('zones of a %s', (_, form) => {
  test('own shares sum to 1 and cover shares are nested, under any light', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 12, noNaN: true }),
        fc.double({ min: 5, max: 85, noNaN: true }),
        fc.integer({ min: 2, max: 7 }),
        (keyClockHours, keyHeightDeg, steps) => {
          const z = zonesOf(preparePart(part(form, { steps }), rigged({ keyClockHours, keyHeightDeg })), {
            points: 3000,
          });
          expect(z.zones).toHaveLength(steps);
          expect(z.zones.reduce((s, q) => s + q.ownShare, 0)).toBeCloseTo(1, 9);
          expect(z.zones[0].coverShare).toBe(1);
          for (let k = 1; k < steps; k++) {
            expect(z.zones[k].coverShare).toBeLessThanOrEqual(z.zones[k - 1].coverShare + 1e-9);
            expect(z.zones[k].ownMm2).toBeGreaterThanOrEqual(-1e-6);
          }
        },
      ),
      { numRuns: runs(12) },
    );
  });

  test('areas agree with a grid four times finer: 1 % in sum, 2 % for zones of 1 mm2 and more', () => {
    const p = preparePart(part(form), rigged({ keyClockHours: 10.2, keyHeightDeg: 31 }));
    const z = zonesOf(p);
    const outline = areaOf(p.shape.model.rings);
    expect(Math.abs(z.areaMm2 / outline - 1)).toBeLessThan(1e-3);
    const px = 4 * Math.min(40, Math.sqrt(24000 / outline));
    const s = surfaceOf(p.shape.model, gridAround(p.shape.model.rings, px, 2, ASKEW_RAD));
    const { value } = valuesOn(s, p);
    const counted = z.zones.map((_, k) => {
      let n = 0;
      for (let i = 0; i < value.length; i++)
        if (
          s.patch[i] !== 255 &&
          s.alpha[i] >= 0.5 &&
          value[i] >= thresholdOf(k, p.steps) &&
          (k === p.steps - 1 || value[i] < thresholdOf(k + 1, p.steps))
        )
          n++;
      return n / px / px;
    });
    const errors = z.zones.map((q, k) => Math.abs(q.ownMm2 - counted[k]));
    expect(errors.reduce((a, b) => a + b, 0)).toBeLessThanOrEqual(0.01 * z.areaMm2);
    z.zones.forEach((_q, k) => {
      if (counted[k] >= 1) expect(errors[k] / counted[k]).toBeLessThanOrEqual(0.02);
    });
  });
});

describe('opening width', () => {
  const mask = (w: number, h: number, f: (x: number, y: number) => boolean) =>
    Uint8Array.from({ length: w * h }, (_, i) => (f(i % w, Math.floor(i / w)) ? 1 : 0));

  test('of a bar is its width', () => {
    const m = mask(120, 60, (x, y) => x >= 10 && x < 110 && y >= 20 && y < 34);
    const { narrowest, main } = openingWidth(m, 120, 60, 10);
    expect(Math.abs(narrowest - 1.4)).toBeLessThan(0.2);
    expect(Math.abs(main - 1.4)).toBeLessThan(0.2);
  });

  test('is that of the narrowest piece worth painting; specks do not count', () => {
    const both = mask(
      160,
      60,
      (x, y) => (x >= 5 && x < 60 && y >= 10 && y < 40) || (x >= 80 && x < 150 && y >= 20 && y < 26),
    );
    expect(Math.abs(openingWidth(both, 160, 60, 10).narrowest - 0.6)).toBeLessThan(0.2);
    // Most of it is the broad piece: the bar, a fifth of the whole, does not narrow that.
    expect(openingWidth(both, 160, 60, 10).main).toBeGreaterThan(2);
    const speck = mask(160, 60, (x, y) => (x >= 5 && x < 60 && y >= 10 && y < 40) || (x === 100 && y === 20));
    expect(openingWidth(speck, 160, 60, 10).narrowest).toBeGreaterThan(2);
    expect(
      openingWidth(
        mask(20, 20, () => false),
        20,
        20,
        10,
      ),
    ).toEqual({ narrowest: 0, main: 0 });
  });
});

test('blend widths on a tube match the slope of its values', () => {
  const p = preparePart(
    part(tube(8), { polish: 'dull' }),
    rigged({ keyClockHours: 9.5, viewElevationDeg: 0 }),
  );
  const z = zonesOf(p);
  for (const b of z.borders) {
    expect(b.hardMm + b.softMm).toBeGreaterThanOrEqual(0);
    if (b.softMm > 5) expect(b.blendMm).toBeGreaterThanOrEqual(0.3);
  }
  expect(z.borders.some((b) => b.softMm > 5)).toBe(true);
});
