import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  coated,
  coatsNeeded,
  CONTRAST_RATIO,
  deltaE,
  film,
  filmBand,
  fullyCovering,
  GLAZED,
  hexToLab,
  luminance,
  masstoneOf,
  mixLabOf,
  mixPigment,
  paintModel,
  paintSpectrum,
  spectrumToLab,
  thicknessOf,
  wetAndDry,
  type PaintRecord,
} from '../../src/index.js';

const paint = (hex: string, over: Partial<PaintRecord> = {}): PaintRecord => ({
  hex,
  kind: 'paint',
  opacity: 'opaque',
  tint: 'normal',
  finish: 'matt',
  ...over,
});
const ochre = paint('#c08a2e', { opacity: 'semi-opaque' });
const white = paint('#f6f5f0');
const black = paint('#1a1a1c');
const medium = paint('#ffffff', { kind: 'medium' });
const unit = fc.double({ min: 0.001, max: 8, noNaN: true });
const share = fc.double({ min: 0.01, max: 0.95, noNaN: true });

describe('a film', () => {
  test('of no thickness shows the ground, of great thickness itself', () => {
    fc.assert(
      fc.property(unit, unit, share, (k, s, ground) => {
        expect(filmBand(k * 1e-9, s * 1e-9, ground)).toBeCloseTo(ground, 6);
        expect(filmBand(k * 1e4, s * 1e4, ground)).toBeCloseTo(fullyCovering(k / s), 6);
      }),
    );
  });

  test('stays between its ground and its own colour, and only moves one way as it grows', () => {
    fc.assert(
      fc.property(unit, unit, share, (k, s, ground) => {
        const own = fullyCovering(k / s);
        let before = ground;
        for (const x of [0.05, 0.1, 0.3, 0.7, 1.5, 4]) {
          const now = filmBand(k * x, s * x, ground);
          expect(now).toBeGreaterThanOrEqual(Math.min(ground, own) - 1e-9);
          expect(now).toBeLessThanOrEqual(Math.max(ground, own) + 1e-9);
          expect(Math.abs(now - own)).toBeLessThanOrEqual(Math.abs(before - own) + 1e-9);
          before = now;
        }
      }),
    );
  });

  test('laid in two halves is the film laid at once', () => {
    fc.assert(
      fc.property(unit, unit, share, (k, s, ground) => {
        const twice = filmBand(k / 2, s / 2, filmBand(k / 2, s / 2, ground));
        expect(twice).toBeCloseTo(filmBand(k, s, ground), 8);
      }),
    );
  });

  test('that does not scatter only absorbs, there and back', () => {
    expect(filmBand(0.4, 0, 0.5)).toBeCloseTo(0.5 * Math.exp(-0.8), 12);
    expect(filmBand(0.4, 1e-8, 0.5)).toBeCloseTo(filmBand(0.4, 0, 0.5), 5);
  });

  test('thins with water, and a glaze is a quarter of a coat', () => {
    expect(thicknessOf(2, 1)).toBeCloseTo(0.6, 12);
    expect(thicknessOf(1, 0, GLAZED)).toBeCloseTo(0.15, 12);
  });
});

describe('a paint', () => {
  test.each(['opaque', 'semi-opaque', 'semi-transparent', 'transparent'] as const)(
    'that is %s meets the contrast ratio of its class',
    (opacity) => {
      for (const kind of ['paint', 'ink'] as const) {
        const model = paintModel(paint('#8a4a2e', { opacity, kind }));
        const over = (y: number) => luminance(film(model, 1, new Float64Array(36).fill(y)));
        expect(over(0) / over(0.8)).toBeCloseTo(CONTRAST_RATIO[opacity], 3);
      }
    },
  );

  test('covers to its own colour; an ink shows its colour as one coat over white', () => {
    expect(deltaE(mixLabOf([{ paint: ochre, drops: 1 }]), hexToLab(ochre.hex))).toBeLessThan(0.1);
    const ink = paint('#c8102e', { kind: 'ink', opacity: 'transparent' });
    const laid = spectrumToLab(film(paintModel(ink), 1, new Float64Array(36).fill(0.95)));
    expect(deltaE(laid, hexToLab(ink.hex))).toBeLessThan(1.5);
  });

  test('goes further in a mix the stronger its tint, and dark paints further than pale ones', () => {
    const at = (tint: PaintRecord['tint']) =>
      mixLabOf([
        { paint: paint('#1f3fa0', { tint }), drops: 1 },
        { paint: white, drops: 4 },
      ]).l;
    expect(at('weak')).toBeGreaterThan(at('normal'));
    expect(at('normal')).toBeGreaterThan(at('strong'));
    expect(at('strong')).toBeGreaterThan(at('very strong'));
    expect(paintModel(black).strength).toBeGreaterThan(paintModel(white).strength);
  });

  test('media and varnishes hold no pigment', () => {
    expect(paintModel(medium)).toMatchObject({ s: 0, strength: 0 });
    expect(paintModel({ ...medium, kind: 'varnish' }).k.every((k) => k === 0)).toBe(true);
  });
});

describe('a mix', () => {
  const parts = fc.record({
    o: fc.integer({ min: 1, max: 9 }),
    w: fc.integer({ min: 1, max: 9 }),
    b: fc.integer({ min: 1, max: 9 }),
  });
  const portions = ({ o, w, b }: { o: number; w: number; b: number }) => [
    { paint: ochre, drops: o },
    { paint: white, drops: w },
    { paint: black, drops: b },
  ];

  test('does not depend on order or on how much is mixed', () => {
    fc.assert(
      fc.property(parts, (p) => {
        const straight = mixLabOf(portions(p));
        expect(deltaE(straight, mixLabOf(portions(p).reverse()))).toBeLessThan(1e-6);
        const triple = mixLabOf(portions({ o: 3 * p.o, w: 3 * p.w, b: 3 * p.b }));
        expect(deltaE(straight, triple)).toBeLessThan(1e-6);
      }),
    );
  });

  test('lies, band by band, between its darkest and its lightest part', () => {
    fc.assert(
      fc.property(parts, (p) => {
        const mixed = masstoneOf(mixPigment(portions(p)));
        const own = [ochre, white, black].map((x) => masstoneOf(paintModel(x)));
        mixed.forEach((r, i) => {
          expect(r).toBeGreaterThanOrEqual(Math.min(...own.map((o) => o[i])) - 1e-9);
          expect(r).toBeLessThanOrEqual(Math.max(...own.map((o) => o[i])) + 1e-9);
        });
      }),
    );
  });

  test('with medium keeps its covering colour and covers less', () => {
    const plain = [{ paint: ochre, drops: 1 }];
    const thinned = [...plain, { paint: medium, drops: 2 }];
    expect(deltaE(mixLabOf(plain), mixLabOf(thinned))).toBeLessThan(1e-6);
    expect(mixPigment(thinned).s).toBeCloseTo(mixPigment(plain).s / 3, 9);
    const ground = paintSpectrum('#141414');
    const until = { water: 0.5 };
    expect(coatsNeeded(mixPigment(thinned), ground, until).exact).toBeGreaterThan(
      2.9 * coatsNeeded(mixPigment(plain), ground, until).exact,
    );
  });

  test('of nothing that colours is refused, and so are no drops', () => {
    expect(() => mixPigment([{ paint: medium, drops: 1 }])).toThrow(/pigment/);
    expect(() => mixPigment([{ paint: ochre, drops: 0 }])).toThrow(/drops/);
    expect(() => mixPigment([{ paint: ochre, drops: NaN }])).toThrow(/drops/);
  });
});

describe('coats', () => {
  const ground = paintSpectrum('#141414');

  test('more water, more coats; a kinder eye, fewer', () => {
    const needed = (water: number, until = 2) =>
      coatsNeeded(mixPigment([{ paint: ochre, drops: 1 }]), ground, { water, until }).exact;
    expect(needed(1)).toBeGreaterThan(needed(0.5));
    expect(needed(1) / needed(0)).toBeCloseTo(2, 3);
    expect(needed(1, 4)).toBeLessThan(needed(1));
  });

  test('none is needed over its own colour, and the count given hides the ground', () => {
    const pigment = mixPigment([{ paint: ochre, drops: 1 }]);
    expect(coatsNeeded(pigment, paintSpectrum('#c08a2e'), { water: 1 })).toMatchObject({
      coats: 1,
      exact: 0,
    });
    const { coats } = coatsNeeded(pigment, ground, { water: 1 });
    const target = spectrumToLab(masstoneOf(pigment));
    expect(deltaE(spectrumToLab(coated(pigment, ground, coats, 1)), target)).toBeLessThan(2);
    expect(deltaE(spectrumToLab(coated(pigment, ground, coats - 1, 1)), target)).toBeGreaterThan(2);
  });

  test('that never hide say so', () => {
    const ink = mixPigment([{ paint: paint('#f0d040', { kind: 'ink', opacity: 'transparent' }), drops: 1 }]);
    expect(coatsNeeded(ink, ground, { water: 5, most: 4 })).toEqual({ coats: 4, exact: 4, reached: false });
  });
});

test('wet paint is darker when matt, and gloss black is lighter wet', () => {
  const look = (p: PaintRecord, finish: PaintRecord['finish']) =>
    wetAndDry(mixPigment([{ paint: p, drops: 1 }]), finish);
  for (const p of [ochre, white, paint('#7c7f82')]) {
    const { wet, dry } = look(p, 'matt');
    expect(wet.l).toBeLessThan(dry.l);
  }
  const gloss = look(black, 'gloss');
  expect(gloss.wet.l).toBeGreaterThan(gloss.dry.l);
});
