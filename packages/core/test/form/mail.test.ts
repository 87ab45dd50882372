import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  boundsOf,
  FINISHED,
  forms,
  formSchema,
  gridAround,
  hexToLab,
  inside,
  labToHex,
  layersOf,
  linearToLab,
  LINEAR_OF_BYTE,
  modelOf,
  newPart,
  newPiece,
  paintingOrder,
  paintPart,
  partSheet,
  preparePart,
  type FormOf,
} from '../../src/index.js';

const mail = (over: Partial<FormOf<'mail'>> = {}): FormOf<'mail'> => ({ ...forms.mail.defaults, ...over });
const PATTERNS = [
  ['links', mail()],
  ['scales', mail({ pattern: 'scales', linkMm: 1.5 })],
] as const;

/** A part of mail alone, on a grid fine enough to see its links. */
function laid(form: FormOf<'mail'>, pxPerMm = 30) {
  const part = newPart('p', form);
  const piece = newPiece('x', 'X', [part]);
  const p = preparePart(part, piece);
  const layers = layersOf(p, gridAround(p.shape.model.rings, pxPerMm, 1));
  const bytes = paintPart(p, layers, { ...FINISHED, edges: false, glints: false, tints: 0 }, 'painted');
  const lightness = (i: number) =>
    linearToLab([0, 1, 2].map((c) => LINEAR_OF_BYTE[bytes[i * 4 + c]]) as [number, number, number]).l;
  return { part, piece, p, layers, lightness };
}

describe.each(PATTERNS)('%s over a body', (_, form) => {
  const { layers, lightness } = laid(form);
  const { alpha } = layers.surface;
  const seen = (holds: (fine: number) => boolean) =>
    [...alpha.keys()].filter((i) => alpha[i] === 1 && holds(layers.fine![i]));

  test('leave what lies between them dark, wherever the light falls', () => {
    const between = seen((fine) => fine < 0.02);
    expect(between.length).toBeGreaterThan(200);
    expect(Math.max(...between.map(lightness))).toBeLessThan(15);
  });

  test('have tops that follow the body’s own light, as bright as it is', () => {
    const tops = seen((fine) => fine > 0.95).sort((i, k) => layers.value[i] - layers.value[k]);
    const fifth = Math.floor(tops.length / 5);
    const means = [0, 1, 2, 3, 4].map((k) => {
      const some = tops.slice(k * fifth, (k + 1) * fifth);
      return some.reduce((sum, i) => sum + lightness(i), 0) / some.length;
    });
    means.slice(1).forEach((l, k) => expect(l).toBeGreaterThanOrEqual(means[k]));
    expect(means[4] - means[0]).toBeGreaterThan(30);
  });

  test('keep the same light in the mean, however coarse the picture', () => {
    const mean = (px: number) => {
      const { layers: l } = laid(form, px);
      let [sum, n] = [0, 0];
      l.surface.alpha.forEach((a, i) => ((sum += a * l.fine![i]), (n += a)));
      return sum / n;
    };
    const fine = mean(30);
    // Links too small to be seen are one even tone.
    expect(mean(1)).toBeCloseTo(modelOf(form).fine!.mean, 5);
    expect(Math.abs(mean(1) / fine - 1)).toBeLessThan(0.08);
  });

  test('are touched by a brush on their tops alone: every light covers that share of its zone', () => {
    const { part, piece } = laid(form);
    const sheet = partSheet(part, piece);
    const order = paintingOrder(piece, new Map([[part.id, sheet]]));
    const lights = order.filter((l) => l.role === 'value' && l.parts[0].number > 1);
    expect(lights.length).toBeGreaterThan(2);
    for (const { parts } of lights) {
      const zone = sheet.zones.zones[parts[0].number - 1];
      expect(parts[0].coverShare).toBeCloseTo(zone.coverShare * modelOf(form).fine!.tops, 6);
      expect(parts[0].where).toContain('side of a nearly dry brush');
    }
  });
});

describe('relief that is finer than any zone', () => {
  test('never keeps more than all or less than nothing, and repeats round the body', () => {
    const place = fc.double({ min: -20, max: 20, noNaN: true });
    for (const [, form] of PATTERNS) {
      const { fine } = modelOf({ ...form, wrapDeg: 0 });
      fc.assert(
        fc.property(place, place, (x, y) => {
          const kept = fine!.at(x, y);
          expect(kept).toBeGreaterThanOrEqual(0);
          expect(kept).toBeLessThanOrEqual(1);
          expect(fine!.at(x + form.linkMm, y)).toBeCloseTo(kept, 6);
        }),
      );
    }
  });

  test('links larger than their part are drawn as large as fit three of them, and that is said', () => {
    const { fine, notes } = modelOf(mail({ widthMm: 3, heightMm: 2.4, linkMm: 5 }));
    expect(fine!.pitchMm).toBeCloseTo(0.8, 9);
    expect(notes!.join()).toContain('too large for this part');
  });

  test('nine thousand links are one patch, as ninety are', () => {
    const many = modelOf(mail({ widthMm: 90, heightMm: 60, linkMm: 0.8 }));
    expect(many.patches).toHaveLength(1);
    expect(many.edges).toEqual([]);
  });

  test('a hem may hang or rise, but leaves the upper quarter of the part', () => {
    for (const hemMm of [-100, -2, 0, 3, 100]) {
      const form = mail({ hemMm });
      expect(formSchema.safeParse(form).success).toBe(true);
      const { rings } = modelOf(form);
      const { bottom, top } = boundsOf(rings);
      expect(inside(rings, 0, 0.3 * form.heightMm)).toBe(true);
      expect(top).toBeCloseTo(form.heightMm / 2, 6);
      if (hemMm > 0) expect(bottom).toBeCloseTo(-form.heightMm / 2 - hemMm, 6);
    }
  });

  test('is not drawn over the undercoat', () => {
    const { p, layers } = laid(mail());
    const under = {
      ...FINISHED,
      laid: 0,
      lining: false,
      edges: false,
      glints: false,
      bounce: false,
      tints: 0,
    };
    const bytes = paintPart(p, layers, under, 'painted');
    const whole = [...layers.surface.alpha.keys()].filter((i) => layers.surface.alpha[i] === 1);
    expect(new Set(whole.map((i) => bytes[i * 4])).size).toBe(1);
    expect(hexToLab(labToHex(p.palette.undercoat)).l).toBeCloseTo(p.palette.undercoat.l, 0);
  });
});
