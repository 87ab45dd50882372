import { describe, expect, test } from '@jest/globals';
import { focalInPhoto, focalText, newPart, forms, type PartReading } from '../../src/index.js';

const names = ['Visor', 'Breastplate', 'Left greave', 'Right greave', 'Blade', 'Cloak', 'Rivet'];
const parts = names.map((name, i) => newPart(`p${i}`, forms.plate.defaults, name));
/** Read parts by their means in plan and photo; the cloak is cloth, the rivet a fleck. */
const read = (means: readonly (readonly [plan: number, photo: number])[]) =>
  means.map(([plan, photo], part) => ({
    part,
    metal: part !== 5,
    areaMm2: part === 6 ? 0.4 : 40,
    plan: { mean: plan },
    photo: { mean: photo },
  })) as unknown as PartReading[];

describe('the focal part in a photo', () => {
  const planned = read([
    [50, 41],
    [45, 55],
    [40, 42],
    [38, 46],
    [44, 48],
    [90, 90],
    [95, 95],
  ]);

  test('stands where its mean has it among metal that is seen at a squint', () => {
    const found = focalInPhoto(planned, parts, 'p0')!;
    expect([found.planned, found.seen]).toEqual([1, 5]);
    expect(found.ahead.map((p) => p.name)).toEqual(['Breastplate', 'Blade', 'Right greave', 'Left greave']);
    expect(focalText(found, parts[0])).toBe(
      'At a squint the visor is number 5 in brightness, planned is 1: breastplate, blade, right greave and 1 more are seen before it.',
    );
  });

  test('among the first three, or while the plan has it further back, nothing is said', () => {
    const first = focalInPhoto(planned, parts, 'p1')!;
    expect(first.seen).toBe(1);
    expect(focalText(first, parts[1])).toBeNull();
    expect(focalText({ planned: 6, seen: 9, ahead: [] }, parts[0])).toBeNull();
  });

  test('that was not read, or is none, is not told', () => {
    expect(focalInPhoto(planned, parts, null)).toBeNull();
    expect(focalInPhoto(planned, parts, 'another')).toBeNull();
    expect(focalInPhoto(planned.slice(1), parts, 'p0')).toBeNull();
  });
});
