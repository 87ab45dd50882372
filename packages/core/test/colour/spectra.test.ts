import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  BANDS,
  deltaE,
  fromLinear,
  greyOf,
  hexToLab,
  hexToLinear,
  labToHex,
  labToLinear,
  linearToHex,
  linearToLab,
  luminance,
  luminanceOf,
  mixLab,
  nmOf,
  paintSpectrum,
  reconstruct,
  RGB_TO_XYZ,
  seededRandom,
  spectrumToLab,
  spectrumToLinear,
  toLinear,
  WEIGHTS,
  WHITE,
  XYZ_TO_RGB,
} from '../../src/index.js';
import { runs } from '../support.js';

const hex = fc.stringMatching(/^#[0-9a-f]{6}$/);

describe('sRGB and Lab', () => {
  test('the transfer curve and its inverse agree, and are continuous at the joint', () => {
    for (let i = 0; i <= 255; i++) expect(fromLinear(toLinear(i / 255)) * 255).toBeCloseTo(i, 6);
    expect(toLinear(0.04045 + 1e-9)).toBeCloseTo(toLinear(0.04045), 6);
  });

  test('the matrices are inverses', () => {
    for (let r = 0; r < 3; r++) {
      for (let c = 0; c < 3; c++) {
        const sum = [0, 1, 2].reduce((s, k) => s + RGB_TO_XYZ[r][k] * XYZ_TO_RGB[k][c], 0);
        expect(sum).toBeCloseTo(r === c ? 1 : 0, 10);
      }
    }
  });

  test('every hex comes back from Lab as it was', () => {
    fc.assert(
      fc.property(hex, (h) => expect(labToHex(hexToLab(h))).toBe(h)),
      { numRuns: runs(400) },
    );
  });

  test('white, black and a mid grey have their published values', () => {
    expect(hexToLab('#ffffff').l).toBeCloseTo(100, 3);
    expect(hexToLab('#000000').l).toBeCloseTo(0, 6);
    expect(hexToLab('#777777').l).toBeCloseTo(50.03, 1);
    expect(hexToLab('#808080').l).toBeCloseTo(53.585, 2);
  });

  test('the grey of a colour has its value and no hue', () => {
    fc.assert(
      fc.property(hex, (h) => {
        const grey = greyOf(hexToLab(h));
        expect(grey).toEqual({ l: hexToLab(h).l, a: 0, b: 0 });
        const [r, g, b] = labToLinear(grey);
        expect(Math.max(r, g, b) - Math.min(r, g, b)).toBeLessThan(2e-3);
      }),
    );
  });

  test('luminance of a value inverts the cube root', () => {
    for (const l of [0, 4, 8, 20, 50, 76, 100]) {
      const y = luminanceOf(l);
      const back = y > 216 / 24389 ? 116 * Math.cbrt(y) - 16 : (24389 / 27) * y;
      expect(back).toBeCloseTo(l, 6);
    }
  });

  test('mixing in Lab runs straight from one to the other', () => {
    const [a, b] = [hexToLab('#1f3fa0'), hexToLab('#f5ce1e')];
    expect(mixLab(a, b, 0)).toEqual(a);
    expect(deltaE(mixLab(a, b, 1), b)).toBeLessThan(1e-9);
    expect(mixLab(a, b, 0.5).l).toBeCloseTo((a.l + b.l) / 2, 9);
  });

  test('a bad colour is refused by name', () => {
    for (const bad of ['', '#12345', 'red', '#gggggg', '#1234567'])
      expect(() => hexToLinear(bad)).toThrow(/colour/);
  });

  test('colours outside the gamut are clipped, not wrapped', () => {
    expect(linearToHex([1.4, -0.2, 0.5])).toMatch(/^#ff00[0-9a-f]{2}$/);
  });
});

describe('spectra', () => {
  test('36 bands from 380 to 730 nm; a perfect reflector is exactly the white', () => {
    expect(BANDS).toBe(36);
    expect([nmOf(0), nmOf(BANDS - 1)]).toEqual([380, 730]);
    WEIGHTS.forEach((row, i) => expect(row.reduce((a, b) => a + b, 0)).toBeCloseTo(WHITE[i], 10));
  });

  test('500 random colours come back; all that is lost is the clamp of channels near 0 and 1', () => {
    const random = seededRandom(3);
    const held = (v: number) => Math.min(0.998, Math.max(0.0004, v));
    let sum = 0;
    for (let i = 0; i < 500; i++) {
      const lin = [toLinear(random()), toLinear(random()), toLinear(random())] as const;
      const back = spectrumToLab(reconstruct(lin));
      expect(deltaE(back, linearToLab([held(lin[0]), held(lin[1]), held(lin[2])]))).toBeLessThan(1e-5);
      const off = deltaE(back, linearToLab(lin));
      expect(off).toBeLessThan(0.5);
      sum += off;
    }
    expect(sum / 500).toBeLessThan(0.01);
  });

  test('reflectances lie between nothing and everything, whatever the colour', () => {
    fc.assert(
      fc.property(hex, (h) => {
        const r = reconstruct(hexToLinear(h));
        expect(Math.min(...r)).toBeGreaterThan(0);
        expect(Math.max(...r)).toBeLessThan(1);
      }),
      { numRuns: runs(100) },
    );
  });

  test('greys have flat spectra, and brighter greys reflect more everywhere', () => {
    let before = 0;
    for (const grey of ['#202020', '#606060', '#a0a0a0', '#e0e0e0']) {
      const r = reconstruct(hexToLinear(grey));
      expect(Math.max(...r) - Math.min(...r)).toBeLessThan(0.02);
      expect(Math.min(...r)).toBeGreaterThan(before);
      before = Math.max(...r);
      expect(luminance(r)).toBeCloseTo(toLinear(parseInt(grey.slice(1, 3), 16) / 255), 3);
    }
  });

  test('paints reflect between 0.5 and 95 per cent', () => {
    for (const h of ['#000000', '#ffffff', '#ff0000', '#00ff00']) {
      const r = paintSpectrum(h);
      expect(Math.min(...r)).toBeGreaterThanOrEqual(0.005);
      expect(Math.max(...r)).toBeLessThanOrEqual(0.95);
    }
  });

  test('linear light of a spectrum is that of its colour', () => {
    const lin = hexToLinear('#5a6a7c');
    spectrumToLinear(reconstruct(lin)).forEach((v, i) => expect(v).toBeCloseTo(lin[i], 6));
  });
});
