import { describe, expect, test } from '@jest/globals';
import {
  adjustmentsFor,
  areaOf,
  copiesOf,
  mirroredAdjustment,
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
  type Adjustment,
} from '../../src/index.js';
import { dome, part, rigged } from '../support.js';

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

describe('what was changed by hand goes along with copies', () => {
  const p = part(dome(9), { id: 'knee' });
  const hold = {
    id: 'hold-1',
    part: 'knee',
    kind: 'zone-hold',
    patch: 0,
    anchor: { u: 0.7, v: 0.4 },
    radiusMm: 1.2,
    value: 0.9,
  } as const;

  test('to a duplicate as it is, under ids of its own', () => {
    const [copy] = copiesOf([p], ['knee'], 2, 0);
    const made = adjustmentsFor([p], [copy], [hold], false);
    expect(made).toEqual([{ ...hold, id: 'hold-1-2', part: 'knee-2' }]);
  });

  test('to a mirrored twin mirrored: the twin under the mirrored light has the same lightness', () => {
    const twins = twinsOf([p], ['knee']);
    const made = adjustmentsFor([p], twins, [hold], true);
    expect(made[0]).toMatchObject({ part: twins[0].id, anchor: { v: 0.4 } });
    const of = (q: typeof p, all: readonly Adjustment[], keyClockHours: number) =>
      lightnessOf(preparePart(q, { ...rigged({ keyClockHours }), parts: [q], adjustments: [...all] }));
    const [a, b] = [of(p, [hold], 10), of(twins[0], made, 2)];
    expect(b.mean).toBeCloseTo(a.mean, 0);
    expect(Math.abs(of(twins[0], [], 2).mean - b.mean)).toBeGreaterThan(0.2);
  });

  test('faces, dots and lips of a blade trade places; twice mirrored is as it was', () => {
    const blade = forms.blade.defaults;
    const all: Adjustment[] = [
      { id: 'a', part: 'b', kind: 'band-centre', facet: 0, band: 1, by: 0.1 },
      { id: 'b', part: 'b', kind: 'glint-move', glint: 'e1-0', by: { u: 0.1, v: 0 } },
      {
        id: 'c',
        part: 'b',
        kind: 'cut',
        patch: 1,
        points: [
          { u: 0.2, v: 0.3 },
          { u: 0.5, v: 0.6 },
        ],
        mark: 'cut',
        widthMm: 0.3,
        lip: 'left',
      },
      { id: 'd', part: 'b', kind: 'edge', value: 0.5 },
    ];
    const once = all.map((x) => mirroredAdjustment(x, blade));
    expect(once[0]).toMatchObject({ facet: 1, by: 0.1 });
    expect(once[1]).toMatchObject({ glint: 'e0-0' });
    expect(once[2]).toMatchObject({ patch: 0, lip: 'right' });
    expect(once.map((x) => mirroredAdjustment(x, blade))).toEqual(all);
    const onDome: Adjustment = {
      id: 'e',
      part: 'b',
      kind: 'border-pull',
      patch: 0,
      anchor: { u: 0.2, v: 0.5 },
      by: { u: 0.1, v: 0.2 },
      reachMm: 1,
    };
    expect(mirroredAdjustment(onDome, forms.dome.defaults)).toMatchObject({
      anchor: { u: 0.8 },
      by: { u: -0.1, v: 0.2 },
    });
  });
});
