import { describe, expect, test } from '@jest/globals';
import {
  coldSteel,
  deltaE,
  halfStep,
  metalById,
  mixLab,
  paintsById,
  searchMixesForLadder,
  stepLab,
  towline,
  ladderFromSpec,
} from '../../src/index.js';

const byId = paintsById(towline);

describe('a half step', () => {
  const gold = searchMixesForLadder(
    ladderFromSpec(coldSteel, { metal: metalById('gold'), steps: 6, crowd: 0 }),
    towline,
    null,
  )!.ladder;

  test.each([0, 1, 2, 3, 4])('between steps %d and the next lies midway in value, near its aim', (k) => {
    const [a, b] = [gold.steps[k], gold.steps[k + 1]].map((s) => stepLab(s, byId));
    const half = halfStep(gold, k, towline)!;
    expect(Math.abs(half.lab.l - (a.l + b.l) / 2)).toBeLessThan((b.l - a.l) / 4);
    expect(deltaE(half.lab, half.aim)).toBeLessThan(6);
    expect(deltaE(half.lab, stepLab({ ...gold.steps[k], mix: half.mix }, byId))).toBeLessThan(1e-6);
    // At most one paint that neither pile holds.
    const own = new Set([...gold.steps[k].mix, ...gold.steps[k + 1].mix].map((m) => m.paint));
    expect(half.mix.filter((m) => !own.has(m.paint)).length).toBeLessThanOrEqual(1);
  });

  test('is nearer the middle than equal parts of both piles, which the dark one rules', () => {
    const plainly = (k: number) => {
      const [a, b] = [gold.steps[k], gold.steps[k + 1]];
      const sum = (s: typeof a) => s.mix.reduce((t, m) => t + m.parts, 0);
      const mix = [
        ...a.mix.map((m) => ({ ...m, parts: m.parts * sum(b) })),
        ...b.mix.map((m) => ({ ...m, parts: m.parts * sum(a) })),
      ];
      return stepLab({ ...a, mix }, byId).l;
    };
    const middle = (k: number) =>
      mixLab(stepLab(gold.steps[k], byId), stepLab(gold.steps[k + 1], byId), 0.5).l;
    const off = (l: (k: number) => number) =>
      [0, 1, 2, 3, 4].reduce((t, k) => t + Math.abs(l(k) - middle(k)), 0);
    expect(off((k) => halfStep(gold, k, towline)!.lab.l)).toBeLessThan(off(plainly));
  });

  test('takes no further paint from a pot that ran out, and knows which steps there are', () => {
    const all = new Set(towline.map((p) => p.id));
    const half = halfStep(coldSteel, 1, towline, all)!;
    const own = new Set([...coldSteel.steps[1].mix, ...coldSteel.steps[2].mix].map((m) => m.paint));
    for (const m of half.mix) expect(own).toContain(m.paint);
    expect(() => halfStep(coldSteel, 6, towline)).toThrow(/accepted: 0 to 5/);
  });
});
