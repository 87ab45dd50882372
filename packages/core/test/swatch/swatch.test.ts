import { describe, expect, test } from '@jest/globals';
import {
  cardMarks,
  contrastFrom,
  CONTRAST_RATIO,
  deltaE,
  film,
  hexToLab,
  masstoneOf,
  MILD_DESK,
  mixPigment,
  opacityOf,
  paintModel,
  paintSpectrum,
  readCard,
  strengthFrom,
  STRONG_DESK,
  swatchPhoto,
  thicknessOf,
  tintOf,
  towline,
  type PaintRecord,
  type Spectrum,
  type SwatchConditions,
  RefusedInput,
} from '../../src/index.js';
import { LONG } from '../support.js';

const paints = towline.filter((p) => p.kind === 'paint');
/** What the reader makes of dots of these reflectances under the stand-in camera. */
const photographed = (dots: readonly Spectrum[], conditions: SwatchConditions, seed: number) =>
  readCard(
    swatchPhoto(
      dots.map((r) => ({ r })),
      conditions,
      seed,
    ),
    cardMarks(dots.length),
  ).dots;
const COLD_DESK = { ...STRONG_DESK, warmth: -STRONG_DESK.warmth };

describe('colours from a photo of a card', () => {
  test.each([
    ['a mild cast', MILD_DESK, 2],
    ['a strong warm cast', STRONG_DESK, 4],
    ['a strong cold cast', COLD_DESK, 4],
  ] as const)('lie near the truth under %s', (_, conditions, most) => {
    for (const seed of LONG ? [1, 2, 3] : [1]) {
      const dots = photographed(
        paints.map((p) => paintSpectrum(p.hex)),
        conditions,
        seed,
      );
      dots.forEach((d, i) => expect(deltaE(d.lab, hexToLab(paints[i].hex))).toBeLessThan(most));
    }
  });

  test('say what light there was', () => {
    const cast = (conditions: SwatchConditions) =>
      readCard(swatchPhoto([], conditions, 1), cardMarks(0)).cast;
    expect([cast(STRONG_DESK), cast(COLD_DESK), cast({ ...MILD_DESK, warmth: 0 })]).toEqual([
      'the light was strongly warm',
      expect.stringContaining('cold'),
      'the light was close to neutral',
    ]);
  });

  test('are refused where the photo tells nothing, with what to do', () => {
    const dots = [{ r: paintSpectrum('#8a4a22') }];
    const reading =
      (conditions: SwatchConditions, over: Partial<ReturnType<typeof cardMarks>> = {}) =>
      () =>
        readCard(swatchPhoto(dots, conditions, 1), { ...cardMarks(1), ...over });
    for (const broken of [
      reading({ ...MILD_DESK, exposure: 1.6 }),
      reading({ ...MILD_DESK, exposure: 0.02 }),
      reading(MILD_DESK, { grey: cardMarks(1).white }),
      reading(MILD_DESK, { white: [20, 60] }),
    ])
      expect(broken).toThrow(RefusedInput);
    expect(reading({ ...MILD_DESK, exposure: 1.6 })).toThrow(/burnt out.*darker/);
    expect(reading({ ...MILD_DESK, exposure: 0.02 })).toThrow(/too dark/);
  });

  test('bare card tapped in place of a dot is told', () => {
    const marks = { ...cardMarks(1), dots: [[480, 300] as const] };
    const [dot] = readCard(swatchPhoto([{ r: paintSpectrum('#8a4a22') }], MILD_DESK, 1), marks).dots;
    expect(dot.message).toMatch(/bare card/);
  });
});

const record = (hex: string, over: Partial<PaintRecord> = {}): PaintRecord => ({
  hex,
  kind: 'paint',
  opacity: 'semi-opaque',
  tint: 'normal',
  finish: 'matt',
  ...over,
});
const white = record('#f6f5f0', { opacity: 'opaque' });

describe('strength from one test mix', () => {
  const mixed = (paint: PaintRecord, whites: number) =>
    masstoneOf(
      mixPigment([
        { paint, drops: 1 },
        { paint: white, drops: whites },
      ]),
    );

  test('comes back within 15 % from a photo of the dried mix', () => {
    const tests = ['#1b3a5c', '#8f2a24', '#c08a34', '#1c392f', '#4a3462'].flatMap((hex) =>
      [0.4, 1, 2.2, 5].map((planted) => ({ hex, planted })),
    );
    const dots = photographed(
      tests.map(({ hex, planted }) => mixed(record(hex, { strength: planted }), 4)),
      MILD_DESK,
      5,
    );
    tests.forEach(({ hex, planted }, i) => {
      const { strength, reached } = strengthFrom(record(hex), {
        drops: 1,
        with: { paint: white, drops: 4 },
        hex: dots[i].hex,
      });
      expect(reached).toBe(true);
      expect(Math.abs(strength / planted - 1)).toBeLessThan(0.15);
    });
  });

  test('a mix that no strength gives is told', () => {
    const odd = strengthFrom(record('#8f2a24'), {
      drops: 1,
      with: { paint: white, drops: 4 },
      hex: '#000000',
    });
    expect(odd.reached).toBe(false);
  });

  test('names the class it comes nearest to', () =>
    expect([0.45, 1.1, 2.5, 3.9].map(tintOf)).toEqual(['weak', 'normal', 'strong', 'very strong']));
});

describe('opacity from one, two and three coats on black and white', () => {
  const [blackHex, whiteHex] = ['#161616', '#f2f1ec'];

  test.each(['#1b3a5c', '#8f2a24', '#c08a34', '#9ba5ac', '#f0d878'])(
    'of %s comes back within 0.03',
    (hex) => {
      for (const planted of [0.62, 0.8, 0.9, 0.95, 0.98]) {
        const model = paintModel(record(hex, { contrast: planted }));
        const water = 0.5;
        const over = (ground: string, coats: number) =>
          film(model, thicknessOf(coats, water), paintSpectrum(ground));
        const counts = [1, 2, 3];
        const dots = photographed(
          counts.flatMap((n) => [over(blackHex, n), over(whiteHex, n)]),
          MILD_DESK,
          9,
        );
        const pairs = counts.map((coats, i) => ({
          coats,
          overBlack: dots[2 * i].hex,
          overWhite: dots[2 * i + 1].hex,
        }));
        const { contrast } = contrastFrom(record(hex), { pairs, water, blackHex, whiteHex });
        expect(Math.abs(contrast - planted)).toBeLessThan(0.03);
      }
    },
  );

  test('wants a pair, and names the class', () => {
    expect(() => contrastFrom(white, { pairs: [], water: 0, blackHex, whiteHex })).toThrow(RefusedInput);
    for (const [opacity, contrast] of Object.entries(CONTRAST_RATIO))
      expect(opacityOf(contrast)).toBe(opacity);
  });
});

test('what was measured counts before the class', () => {
  const guessed = paintModel(record('#8f2a24'));
  const measured = paintModel(record('#8f2a24', { contrast: 0.7, strength: 3 }));
  expect(measured.s).toBeLessThan(guessed.s);
  expect(measured.strength).toBeCloseTo(3 * guessed.strength, 9);
  expect(paintModel(record('#8f2a24', { contrast: null, strength: null }))).toEqual(guessed);
});
