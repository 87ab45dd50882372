import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  findInPhoto,
  photoFindings,
  planRasterOf,
  lockKeepersArm,
  type PartReading,
  type PhotoFindingId,
} from '../../src/index.js';

const look = (over: Partial<PartReading['plan']> = {}): PartReading['plan'] => ({
  mean: 45,
  median: 42,
  darkest: 12,
  lightest: 88,
  a: 6,
  b: 22,
  light: [-1, -2],
  ...over,
});
/** A large metal part that is painted as planned. */
const reading = (over: Partial<PartReading> = {}): PartReading => ({
  part: 0,
  areaMm2: 60,
  points: 6000,
  read: 1,
  thick: true,
  metal: true,
  plan: look(),
  photo: look(),
  lighterBy: 0,
  agreement: 0.95,
  lightOffMm: 0.1,
  gapFilledBy: 0,
  paleTimes: 1,
  chromaTimes: 1,
  hueTurnDeg: 0,
  edgesLit: 1,
  spill: { mm2: 0, from: null, at: [0, 0] },
  restAgrees: over.agreement ?? 0.95,
  weight: 1,
  ...over,
});
const raster = planRasterOf(lockKeepersArm, { longSide: 120 });
const found = (...readings: PartReading[]) => findInPhoto(readings, raster);

/** For each kind a part that shows it beyond its limit, and nothing else. */
const SHOWN: Record<PhotoFindingId, Partial<PartReading>> = {
  'missed-part': { photo: look({ darkest: 40, lightest: 48 }), agreement: 0.1 },
  'gap-filled': { gapFilledBy: 14 },
  'light-moved': { agreement: 0.6, lightOffMm: 2.6, photo: look({ light: [1.5, -2] }) },
  'too-bright': { lighterBy: 11 },
  'too-dark': { lighterBy: -11 },
  'wrong-hue': { hueTurnDeg: 40, photo: look({ a: -9, b: 21 }) },
  'washed-out-hue': { chromaTimes: 0.4, photo: look({ a: 2.4, b: 8.8 }) },
  'too-large': { paleTimes: 3.4 },
  'too-small': { paleTimes: 0.12 },
  spill: { spill: { mm2: 0.8, from: 1, at: [3, -1] } },
  'edges-lost': { edgesLit: 0.1 },
};

describe('what a photo shows of a part', () => {
  test('a chain or a rim that was not painted is named; one whose pattern or range is there is not', () => {
    const thin = (agreement: number, darkest: number, lightest: number, points = 300) =>
      found(reading({ thick: false, areaMm2: 1, points, agreement, photo: look({ darkest, lightest }) })).map(
        (f) => f.id,
      );
    const { darkest, lightest } = look();
    const flat = [darkest + 10, darkest + 16] as const;
    expect(thin(0.05, ...flat)).toEqual(['missed-part']);
    expect(thin(0.05, darkest, lightest)).toEqual([]);
    expect(thin(0.7, ...flat)).toEqual([]);
    // Of a handful of points nothing is said.
    expect(thin(0.05, ...flat, 60)).toEqual([]);
  });

  test('is nothing of one that is painted as planned', () => expect(found(reading())).toEqual([]));

  test.each(Object.keys(SHOWN) as PhotoFindingId[])('%s is named with its figure, and alone', (id) => {
    const shown = found(reading(SHOWN[id]));
    expect(shown.map((f) => f.id)).toEqual([id]);
    const [f] = shown;
    expect(f.certain).toBe(true);
    expect(f.measured).toBeGreaterThanOrEqual(photoFindings[id].limit);
    expect(f.part).toBe(lockKeepersArm.parts[0].id);
    expect(f.message.startsWith(lockKeepersArm.parts[0].name)).toBe(true);
    expect(f.message.endsWith('.')).toBe(true);
    expect(f.message).toMatch(/\d/);
  });

  test('there is a case for every kind there is', () =>
    expect(Object.keys(SHOWN).sort()).toEqual(Object.keys(photoFindings).sort()));

  test('between what wants looking at and the limit it is asked, not told', () => {
    const [f] = found(reading({ lighterBy: 5.2 }));
    expect(f).toMatchObject({ id: 'too-bright', certain: false });
    expect(f.message).toMatch(/look whether it bothers you\.$/);
    expect(found(reading({ lighterBy: 4 }))).toEqual([]);
  });

  test('what another finding explains is left out', () => {
    // A part that was never painted is also too dark; that is no second fault.
    const both = found(reading({ ...SHOWN['missed-part'], lighterBy: -12 }));
    expect(both.map((f) => f.id)).toEqual(['missed-part']);
  });

  test('what matters most comes first, over all parts', () => {
    const all = found(
      reading({ lighterBy: 7 }),
      reading({ part: 1, lighterBy: 14 }),
      reading({ part: 2, lighterBy: 5 }),
    );
    expect(all.map((f) => f.measured)).toEqual([14, 7, 5]);
  });

  test('lies where the light of the part is in the photo', () => {
    const [left, right] = [-5, 5].map(
      (x) => found(reading({ lighterBy: 11, photo: look({ light: [x, 0] }) }))[0].at.xMm,
    );
    expect(right - left).toBeCloseTo(10, 9);
  });
});

describe('what cannot be judged is not told', () => {
  test('values of very small parts, of few points, or half out of the picture', () => {
    for (const over of [{ areaMm2: 1 }, { points: 100 }, { read: 0.3 }])
      expect(photoFindings['too-bright'].measure(reading({ lighterBy: 20, ...over }))).toBeNull();
  });

  test('hue of grey parts and of coarse ones; light and palest place of flat ones', () => {
    expect(photoFindings['wrong-hue'].measure(reading({ hueTurnDeg: null }))).toBeNull();
    expect(photoFindings['wrong-hue'].measure(reading({ hueTurnDeg: 60, points: 200 }))).toBeNull();
    const flat = { plan: look({ darkest: 40, lightest: 50 }), agreement: 0.2, paleTimes: 9, lightOffMm: 9 };
    for (const id of ['light-moved', 'too-large', 'too-small', 'missed-part'] as const)
      expect(photoFindings[id].measure(reading(flat))).toBeNull();
  });

  test('cloth has its value judged and nothing that is metal’s alone', () => {
    const cloth = reading({
      metal: false,
      gapFilledBy: null,
      paleTimes: null,
      agreement: 0.1,
      lightOffMm: 8,
    });
    expect(found(cloth)).toEqual([]);
    expect(found({ ...cloth, lighterBy: 12 }).map((f) => f.id)).toEqual(['too-bright']);
  });

  test('a small part is told with more room than a large one, never with less', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -20, max: 20, noNaN: true }),
        fc.double({ min: 2, max: 100, noNaN: true }),
        (lighterBy, areaMm2) => {
          for (const id of ['too-bright', 'too-dark'] as const) {
            const [small, large] = [areaMm2, 200].map((area) =>
              photoFindings[id].measure(reading({ lighterBy, areaMm2: area })),
            );
            expect(small!).toBeLessThanOrEqual(large!);
            expect(small!).toBeGreaterThanOrEqual(0);
          }
        },
      ),
    );
  });
});
