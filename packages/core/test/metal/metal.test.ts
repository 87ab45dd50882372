import { describe, expect, test } from '@jest/globals';
import {
  colouredMetal,
  deltaE,
  hexToLab,
  hueWord,
  metalAt,
  metalById,
  metalFromColours,
  metalOfPath,
  metals,
  readsAs,
  targetsOf,
  valuesOf,
  RefusedInput,
} from '../../src/index.js';

describe('a metal', () => {
  test.each([...metals, colouredMetal(250), colouredMetal(-30)].map((m) => [m.id, m] as const))(
    '%s rises in value and passes through its own colours',
    (_, metal) => {
      const path = metal.path.map(hexToLab);
      path.slice(1).forEach((c, i) => expect(c.l).toBeGreaterThan(path[i].l));
      for (const c of path) expect(deltaE(metalAt(metal, c.l), c)).toBeLessThan(0.01);
      for (let l = 0; l <= 100; l += 5) expect(metalAt(metal, l).l).toBeCloseTo(l, 9);
      // Beyond both ends it runs out into black and white.
      expect(metalAt(metal, 0)).toMatchObject({ a: expect.closeTo(0, 9), b: expect.closeTo(0, 9) });
      expect(metalAt(metal, 100)).toMatchObject({ a: expect.closeTo(0, 9), b: expect.closeTo(0, 9) });
    },
  );

  test('gives as many steps as asked, even or crowded, between its ends or others', () => {
    const gold = metalById('gold');
    const even = valuesOf(gold, { steps: 5, from: 10, to: 90 });
    expect(even).toEqual([10, 30, 50, 70, 90].map((v) => expect.closeTo(v, 9)));
    const light = valuesOf(gold, { steps: 5, from: 10, to: 90, crowd: 1 });
    expect(light[4] - light[3]).toBeLessThan(light[1] - light[0]);
    expect([light[0], light[4]]).toEqual([10, 90]);
    expect(targetsOf(gold, { steps: 7 })).toHaveLength(7);
    expect(() => valuesOf(gold, { steps: 1 })).toThrow(/steps held 1; accepted: 2 to 12/);
    expect(() => valuesOf(gold, { steps: 5, from: 90, to: 10 })).toThrow(
      /accepted: the last above the first/,
    );
    expect(() => metalById('mithril')).toThrow(/accepted: one of cold-steel/);
  });

  test('is read from its own ladder, and from no other’s', () => {
    for (const metal of metals) {
      const reading = readsAs(targetsOf(metal, { steps: 7 }), metals, metal);
      expect(reading.metal.id).toBe(metal.id);
      expect(reading.off).toBeLessThan(0.5);
      expect(reading.add).toBeNull();
    }
  });

  test('gold without its yellows is taken for copper or bronze, and the yellows are what it lacks', () => {
    const skipped = ['#35202b', '#6a3520', '#a05a35', '#c98a5e', '#efd3bd', '#fbf6e3'].map(hexToLab);
    const reading = readsAs(skipped, metals, metalById('gold'));
    expect(['copper', 'bronze']).toContain(reading.metal.id);
    expect(reading.add).toMatch(/yellows|oranges/);
  });

  test('names hues as a painter does', () => {
    expect(
      ['#a02020', '#d08020', '#d8c820', '#20a040', '#2040c0', '#7c7f82'].map((h) => hueWord(hexToLab(h))),
    ).toEqual(
      ['oranges', 'yellows', 'yellows', 'greens', 'violets', 'greys'].map((w, i) =>
        i === 0
          ? expect.stringMatching(/reds|oranges/)
          : i === 1
            ? expect.stringMatching(/oranges|yellows/)
            : i === 4
              ? expect.stringMatching(/blues|violets/)
              : w,
      ),
    );
  });
});

describe('a metal after colours that were seen', () => {
  const gold = metalById('gold');
  const seen = [10, 30, 31, 50, 70, 90].map((l) => metalAt(gold, l));

  test('has their hue and chroma at their values, and its id tells it again', () => {
    const metal = metalFromColours(seen);
    for (const c of seen) expect(deltaE(metalAt(metal, c.l), c)).toBeLessThan(2.5);
    expect(metal.path).toHaveLength(5);
    expect(metalOfPath(metal.id)).toEqual(metal);
    expect(
      readsAs(
        valuesOf(metal, { steps: 6 }).map((l) => metalAt(metal, l)),
        metals,
        gold,
      ).metal.id,
    ).toBe('gold');
  });

  test('keeps an id that a piece may hold, however many were tapped', () => {
    const many = metalFromColours(Array.from({ length: 20 }, (_, i) => metalAt(gold, 5 * i + 1)));
    expect(many.path.length).toBeLessThanOrEqual(7);
    expect(many.id.length).toBeLessThanOrEqual(60);
    expect(many.id).toMatch(/^[a-z0-9-]+$/);
  });

  test('is refused where all are of one value, and other ids are none', () => {
    expect(() => metalFromColours([metalAt(gold, 50), metalAt(gold, 51)])).toThrow(RefusedInput);
    expect(() => metalFromColours([])).toThrow(/none/);
    expect(metalOfPath('gold')).toBeNull();
  });
});
