import { describe, expect, test } from '@jest/globals';
import {
  hexToLab,
  masstoneOf,
  mixLab,
  paintsById,
  pigmentOf,
  spectrumToLab,
  towline,
} from '../../src/index.js';

const byId = paintsById(towline);
const lch = ({ l, a, b }: { l: number; a: number; b: number }) => ({
  l,
  c: Math.hypot(a, b),
  h: ((Math.atan2(b, a) * 180) / Math.PI + 360) % 360,
});
const one = (id: string) => lch(hexToLab(byId.get(id)!.hex));
/** Dried colour of a mix, and of the point half way between what a screen would show. */
const mixed = (...mix: readonly (readonly [string, number])[]) =>
  lch(
    spectrumToLab(
      masstoneOf(
        pigmentOf(
          mix.map(([paint, parts]) => ({ paint, parts })),
          byId,
        ),
      ),
    ),
  );
const middle = (p: string, q: string) =>
  lch(mixLab(hexToLab(byId.get(p)!.hex), hexToLab(byId.get(q)!.hex), 0.5));

/** What painters expect of mixes they make every evening, by direction and size. */
describe('common mixes come out as painters know them', () => {
  test('1. equal black and white is a dark grey, far below the middle', () => {
    const grey = mixed(['lampsoot', 1], ['chalk', 1]);
    expect(grey.l).toBeLessThan(middle('lampsoot', 'chalk').l - 8);
    expect(grey.l).toBeGreaterThan(18);
    expect(grey.c).toBeLessThan(8);
  });
  test('2. one drop of black in eight of yellow darkens it by more than ten values', () => {
    expect(mixed(['lamp-yellow', 8], ['lampsoot', 1]).l).toBeLessThan(one('lamp-yellow').l - 10);
  });
  test('3. black turns yellow toward green', () => {
    expect(mixed(['lamp-yellow', 3], ['lampsoot', 1]).h).toBeGreaterThan(one('lamp-yellow').h + 4);
  });
  test('4. yellow and violet make a brown: dull, between both, never green', () => {
    const brown = mixed(['lamp-yellow', 2], ['dusk-violet', 1]);
    expect(brown.c).toBeLessThan(0.6 * one('lamp-yellow').c);
    expect(brown.h).toBeLessThan(105);
  });
  test('5. yellow and blue make a green', () => {
    const green = mixed(['lamp-yellow', 2], ['bargee-blue', 1]);
    expect(green.h).toBeGreaterThan(105);
    expect(green.h).toBeLessThan(200);
  });
  test('6. red and yellow make an orange between them', () => {
    const orange = mixed(['stern-red', 1], ['lamp-yellow', 2]);
    expect(orange.h).toBeGreaterThan(one('stern-red').h);
    expect(orange.h).toBeLessThan(one('lamp-yellow').h);
  });
  test('7. white in red gives a pink that is cooler than the red', () => {
    const pink = mixed(['stern-red', 1], ['chalk', 3]);
    expect(pink.l).toBeGreaterThan(one('stern-red').l + 15);
    const apart = ((pink.h - one('stern-red').h + 540) % 360) - 180;
    expect(apart).toBeLessThan(3);
  });
  test('8. red and blue make a dull violet, darker than either’s middle', () => {
    const violet = mixed(['stern-red', 1], ['bargee-blue', 1]);
    expect(violet.l).toBeLessThan(middle('stern-red', 'bargee-blue').l + 1);
    expect(violet.h > 270 || violet.h < 35).toBe(true);
  });
  test('9. red-brown and blue make a near black', () => {
    const dark = mixed(['gate-brown', 1], ['weir-blue', 1]);
    expect(dark.l).toBeLessThan(28);
    expect(dark.c).toBeLessThan(14);
  });
  test('10. white in ochre is lighter and paler, not pink', () => {
    const pale = mixed(['ferry-ochre', 1], ['chalk', 1]);
    expect(pale.l).toBeGreaterThan(one('ferry-ochre').l + 8);
    expect(pale.c).toBeLessThan(one('ferry-ochre').c);
    expect(Math.abs(pale.h - one('ferry-ochre').h)).toBeLessThan(14);
  });
  test('11. a strong blue rules white: one to four is still plainly blue', () => {
    const blue = mixed(['bargee-blue', 1], ['chalk', 4]);
    expect(blue.c).toBeGreaterThan(18);
    expect(blue.l).toBeLessThan(80);
  });
  test('12. brown deepens yellow to gold without turning it green', () => {
    const gold = mixed(['lamp-yellow', 3], ['gate-brown', 1]);
    expect(gold.l).toBeLessThan(one('lamp-yellow').l - 10);
    expect(gold.h).toBeLessThan(one('lamp-yellow').h + 1);
  });
});
