import { describe, expect, test } from '@jest/globals';
import {
  areaOf,
  copiesOf,
  forms,
  FORM_KINDS,
  freeId,
  lightnessOf,
  mirroredForm,
  modelOf,
  placedBounds,
  preparePart,
  sluiceWarden,
  twinsOf,
} from '../../src/index.js';
import { part, rigged } from '../support.js';

describe('a mirrored twin', () => {
  test('stands on the other side with the mirrored outline, and mirrored twice is the part again', () => {
    for (const p of sluiceWarden.parts) {
      const [twin] = twinsOf([p], []);
      const [back] = twinsOf([twin], []);
      expect(back).toEqual({ ...p, place: { ...back.place } });
      const [a, b] = [placedBounds(modelOf(p.form), p.place), placedBounds(modelOf(twin.form), twin.place)];
      expect(b.left).toBeCloseTo(-a.right, 6);
      expect(b.right).toBeCloseTo(-a.left, 6);
      expect([b.bottom, b.top]).toEqual([expect.closeTo(a.bottom, 6), expect.closeTo(a.top, 6)]);
    }
  });

  test('is named for its side and takes a free id', () => {
    const [twin] = twinsOf(
      [sluiceWarden.parts.find((p) => p.id === 'greave-left')!],
      sluiceWarden.parts.map((p) => p.id),
    );
    expect(twin.id).toBe('greave-right-2');
    expect(twin.name).toBe('Greave, right shin');
  });

  test('under the mirrored light has the same values', () => {
    const bent = { ...forms.tube.defaults, section: 'ridged', bowMm: 1, swell: 0.2 } as const;
    const p = part(bent, { place: { xMm: 4, rollDeg: 20, yawDeg: 15 } });
    const [twin] = twinsOf([p], []);
    const of = (q: typeof p, keyClockHours: number) => lightnessOf(preparePart(q, rigged({ keyClockHours })));
    const [a, b] = [of(p, 10), of(twin, 2)];
    expect(b.mean).toBeCloseTo(a.mean, 0);
    expect(Math.abs(b.high - a.high)).toBeLessThan(2);
  });
});

test('forms keep their area in a mirror', () => {
  for (const kind of FORM_KINDS) {
    const form = forms[kind].defaults;
    expect(areaOf(modelOf(mirroredForm(form)).rings)).toBeCloseTo(areaOf(modelOf(form).rings), 6);
  }
});

test('copies have ids of their own, moved and in order', () => {
  const [a, b] = sluiceWarden.parts;
  const copies = copiesOf(
    [a, b],
    sluiceWarden.parts.map((p) => p.id),
    2,
    -1,
  );
  expect(copies.map((c) => c.id)).toEqual([`${a.id}-2`, `${b.id}-2`]);
  expect(copies[0].place.xMm).toBeCloseTo(a.place.xMm + 2);
  expect(freeId('knee', new Set(['knee', 'knee-2']))).toBe('knee-3');
  expect(freeId('knee', new Set())).toBe('knee');
});
