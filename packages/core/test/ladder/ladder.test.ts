import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  chooseSteps,
  coldSteel,
  colourAt,
  deltaE,
  hexToLab,
  ladderColours,
  layPasses,
  schools,
  matteTones,
  midStep,
  metals,
  midValue,
  mixText,
  paintsById,
  placeOfShare,
  stepOf,
  stepShares,
  stepsForSize,
  thresholdOf,
  towline,
  withoutStep,
  withStepSplit,
  type Ladder,
} from '../../src/index.js';

const paints = paintsById(towline);
const colours = ladderColours(coldSteel, paints);

describe('cold steel', () => {
  test('climbs in seven steps whose gaps are neither too wide nor nothing', () => {
    expect(colours).toHaveLength(7);
    for (let k = 1; k < 7; k++) {
      const gap = colours[k].l - colours[k - 1].l;
      expect(gap).toBeGreaterThan(6);
      expect(gap).toBeLessThanOrEqual(18);
    }
    expect(colours[0].l).toBeLessThan(13);
    expect(colours[6].l).toBeGreaterThan(95);
  });

  test('is cold: its mids lean to blue, its lights hardly', () => {
    for (const k of [1, 2, 3]) expect(colours[k].b).toBeLessThan(-4);
    expect(Math.abs(colours[6].b)).toBeLessThan(4);
  });

  test('aims at shares that shrink', () => {
    coldSteel.steps.reduce((before, s) => {
      expect(s.aimedShare).toBeLessThanOrEqual(before);
      return s.aimedShare;
    }, 1);
  });

  test('is said in whole parts', () => {
    expect(mixText(coldSteel.steps[1].mix, paints)).toBe('8 Wet slate and 1 Lampsoot');
    expect(mixText(coldSteel.steps[6].mix, paints)).toBe('Chalk');
  });
});

describe('films of a ladder, dark first', () => {
  const lay = (ladder: typeof coldSteel, steps: number[]) => {
    const desk = { ladder, paints: [...paints.values()] };
    return layPasses(schools['dark-first'].passes(desk), steps, desk).passes;
  };
  const laid = lay(coldSteel, [0, 1, 2, 3, 4, 5, 6]);

  test('each step hides the one before with the coats it is given', () => {
    laid.forEach((s, k) => {
      expect(s.covers).toBe(true);
      expect(s.coats).toBeGreaterThanOrEqual(1);
      expect(s.coats).toBeLessThanOrEqual(5);
      expect(s.coats).toBeGreaterThanOrEqual(s.exactCoats - 1e-6);
      expect(deltaE(s.after[k], colours[k])).toBeLessThan(k === 6 ? 4 : 2);
    });
  });

  test('a pale step straight over the undercoat takes more coats than over its neighbour', () => {
    expect(lay(coldSteel, [4, 5])[0].exactCoats).toBeGreaterThan(laid[4].exactCoats);
  });

  test('an unknown undercoat is refused by name', () => {
    expect(() => lay({ ...coldSteel, undercoat: 'pink' }, [0, 1])).toThrow(/"pink"/);
    expect(() =>
      ladderColours(
        { ...coldSteel, steps: [{ ...coldSteel.steps[0], mix: [{ paint: 'x', parts: 1 }] }] },
        paints,
      ),
    ).toThrow(/"x"/);
  });
});

describe('values and steps', () => {
  test('a step holds the values nearest to its place', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 1, noNaN: true }), fc.integer({ min: 2, max: 12 }), (v, n) => {
        const k = stepOf(v, n);
        expect(Math.abs(v - k / (n - 1))).toBeLessThanOrEqual(0.5 / (n - 1) + 1e-9);
        expect(v).toBeGreaterThanOrEqual(thresholdOf(k, n) - 1e-9);
        if (k + 1 < n) expect(v).toBeLessThan(thresholdOf(k + 1, n) + 1e-9);
      }),
    );
  });

  test('the mid step is the upper middle counted from one', () => {
    expect([2, 3, 4, 5, 6, 7].map((n) => midStep(n) + 1)).toEqual([1, 2, 2, 3, 3, 4]);
    expect(midValue(7)).toBeCloseTo(0.5, 12);
  });

  test('a ramp passes through its steps and holds at its ends', () => {
    colours.forEach((c, k) => expect(deltaE(colourAt(colours, k / 6), c)).toBeLessThan(1e-6));
    expect(colourAt(colours, -3)).toEqual(colours[0]);
    expect(colourAt(colours, 9).l).toBeCloseTo(colours[6].l, 9);
    expect(colourAt([colours[2]], 0.7)).toEqual(colours[2]);
  });

  test('fewer steps keep the darkest and the lightest and stay in order', () => {
    for (let n = 1; n <= 9; n++) {
      const chosen = chooseSteps(coldSteel, n);
      expect(chosen).toHaveLength(Math.min(7, Math.max(2, n)));
      expect(chosen[0].id).toBe('s1');
      expect(chosen.at(-1)!.id).toBe('s7');
      const order = chosen.map((s) => coldSteel.steps.indexOf(s));
      expect([...order].sort((a, b) => a - b)).toEqual(order);
      expect(new Set(order).size).toBe(order.length);
    }
  });

  test('are evenly picked by their place where the steps are those of the metal, for every metal and number', () => {
    for (const { coverShares } of metals)
      for (let m = 2; m <= 12; m++) {
        const shares = stepShares(m, coverShares);
        const steps = shares.map((aimedShare, k) => ({ ...coldSteel.steps[0], id: `s${k}`, aimedShare }));
        for (let n = 2; n <= m; n++) {
          const places = Array.from({ length: n }, (_, k) => `s${Math.round((k * (m - 1)) / (n - 1))}`);
          expect(chooseSteps({ ...coldSteel, steps }, n, coverShares).map((s) => s.id)).toEqual(places);
        }
      }
  });

  test('stay those they were where a step is split for parts that have room for all, or two next to each other', () => {
    const between = (ladder: Ladder, k: number) => withStepSplit(ladder, k, ladder.steps[k].mix, 50);
    const ids = (ladder: Ladder, n: number) => chooseSteps(ladder, n).map((s) => s.id);
    for (let k = 0; k < 6; k++) {
      const once = between(coldSteel, k);
      const twice = between(once, (k + 2) % 7);
      for (let n = 2; n <= 7; n++)
        for (const l of [once, twice]) expect(ids(l, n)).toEqual(ids(coldSteel, n));
      expect(ids(once, 8)).toEqual(once.steps.map((s) => s.id));
      expect(ids(twice, 8)).toHaveLength(8);
    }
    // One that was taken out leaves the others even.
    for (let k = 1; k < 6; k++) expect(ids(withoutStep(coldSteel, k), 6)).toHaveLength(6);
  });

  test('a share lies where the curve has it', () => {
    for (const { coverShares } of metals)
      stepShares(12, coverShares).forEach((share, k) =>
        expect(Math.abs(placeOfShare(share, coverShares) - (k * 6) / 11)).toBeLessThan(0.02),
      );
    expect([2, 1, 0.78, 0.01, 0].map((s) => placeOfShare(s))).toEqual([0, 0, 1, 6, 6]);
  });

  test('small parts take few steps, large ones all', () => {
    expect([0.5, 1.5, 2.5, 4].map(stepsForSize)).toEqual([3, 3, 4, 5]);
    expect(chooseSteps(coldSteel, stepsForSize(9))).toEqual(coldSteel.steps);
  });
});

test('a matte colour runs from deep to light through itself', () => {
  const tones = matteTones('#5c3330');
  tones.reduce((before, t) => {
    expect(t.l).toBeGreaterThan(before);
    return t.l;
  }, -1);
  expect(deltaE(tones[2], hexToLab('#5c3330'))).toBeLessThan(1e-6);
});
