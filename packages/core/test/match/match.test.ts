import { describe, expect, test } from '@jest/globals';
import { differenceCiede2000 } from 'culori/fn';
import fc from 'fast-check';
import {
  mixGrowth,
  closeness,
  deltaE,
  follows,
  hexToLab,
  metalById,
  mixLabIn,
  mixLabOf,
  nearnessOf,
  paintTable,
  ratiosOf,
  searchLadder,
  searchMixes,
  seededRandom,
  targetsOf,
  type Lab,
  type PaintRecord,
} from '../../src/index.js';

const OPACITIES = ['opaque', 'semi-opaque', 'semi-transparent', 'transparent'] as const;
function shelf(seed: number, count: number): PaintRecord[] {
  const random = seededRandom(seed);
  const byte = () =>
    Math.floor(256 * random())
      .toString(16)
      .padStart(2, '0');
  return Array.from({ length: count }, () => ({
    hex: `#${byte()}${byte()}${byte()}`,
    opacity: OPACITIES[Math.floor(4 * random())],
    tint: 'normal',
    kind: 'paint',
    finish: 'matt',
  }));
}

const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));

/** The cheapest cost by trying every mix there is with the slow, plain model. */
function plainly(paints: readonly PaintRecord[], target: Lab, most: number): number {
  const chroma = paints.map((paint) => {
    const { a, b } = mixLabOf([{ paint, drops: 1 }]);
    return Math.hypot(a, b);
  });
  const white = paints.map((paint, i) => mixLabOf([{ paint, drops: 1 }]).l >= 92 && chroma[i] <= 8);
  const bleach = 0.09 * Math.max(0, Math.hypot(target.a, target.b) - 12);
  const weighted = differenceCiede2000(0.7, 1.4, 1);
  let best = Infinity;
  const n = paints.length;
  const counts = new Array<number>(n).fill(0);
  const tryAll = (from: number, left: number, used: number) => {
    if (used > 0 && counts.reduce(gcd, 0) === 1) {
      const portions = paints.flatMap((paint, i) => (counts[i] > 0 ? [{ paint, drops: counts[i] }] : []));
      const lab = mixLabOf(portions);
      const sum = counts.reduce((a, b) => a + b, 0);
      const vivid = counts.reduce((t, d, i) => t + d * chroma[i], 0) / sum;
      const near = weighted({ mode: 'lab65', ...lab }, { mode: 'lab65', ...target });
      best = Math.min(
        best,
        near +
          0.6 * (used - 1) +
          0.08 * (sum - 1) +
          0.04 * Math.max(0, vivid - Math.hypot(lab.a, lab.b)) +
          (bleach * counts.reduce((t, d, i) => t + (white[i] ? d : 0), 0)) / sum,
      );
    }
    if (used === 3) return;
    for (let i = from; i < n; i++)
      for (let d = 1; d <= left; d++) {
        counts[i] = d;
        tryAll(i + 1, left - d, used + 1);
        counts[i] = 0;
      }
  };
  tryAll(0, most, 0);
  return best;
}

describe('the search for a mix', () => {
  test('finds what plain enumeration finds, on fifty small shelves', () => {
    for (let seed = 1; seed <= 50; seed++) {
      const paints = shelf(seed, 4 + (seed % 3));
      const target = hexToLab(shelf(1000 + seed, 1)[0].hex);
      const [[best]] = searchMixes(paintTable(paints), [target], { mostDrops: 5, keep: 1 });
      expect(best.cost).toBeCloseTo(plainly(paints, target, 5), 8);
    }
  });

  test('mixes as the colour model does, and weighs as the colour library does', () => {
    const weighted = differenceCiede2000(0.7, 1.4, 1);
    const paints = shelf(7, 12);
    const table = paintTable(paints);
    const random = seededRandom(9);
    for (let i = 0; i < 200; i++) {
      const set = [0, 4, 8].map((k) => k + Math.floor(4 * random()));
      const drops = set.map(() => 1 + Math.floor(5 * random()));
      const lab = mixLabIn(table, set, drops, 3);
      const slow = mixLabOf(set.map((p, k) => ({ paint: paints[p], drops: drops[k] })));
      expect(deltaE(lab, slow)).toBeLessThan(1e-6);
    }
    const lab = fc.record({
      l: fc.double({ min: 0, max: 100, noNaN: true }),
      a: fc.double({ min: -90, max: 90, noNaN: true }),
      b: fc.double({ min: -90, max: 90, noNaN: true }),
    });
    fc.assert(
      fc.property(lab, lab, (p, q) => {
        expect(nearnessOf(p, q)).toBeCloseTo(weighted({ mode: 'lab65', ...p }, { mode: 'lab65', ...q }), 6);
      }),
    );
  });

  test('of a large shelf loses at most 0.3 by trying triples on the best pairs alone', () => {
    const paints = shelf(31, 34);
    const targets = targetsOf(metalById('gold'), { steps: 7 });
    const quick = searchMixes(paintTable(paints), targets, { keep: 1, mostDrops: 6 });
    // The same shelf in two halves that overlap in every three paints: all triples, tried exactly.
    const exact = targets.map(() => Infinity);
    for (let a = 0; a < 34; a += 6)
      for (let b = a; b < 34; b += 6)
        for (let c = b; c < 34; c += 6) {
          const ids = [
            ...new Set([a, b, c].flatMap((from) => [0, 1, 2, 3, 4, 5].map((i) => from + i))),
          ].filter((i) => i < 34);
          searchMixes(paintTable(ids.map((i) => paints[i])), targets, { keep: 1, mostDrops: 6 }).forEach(
            ([best], k) => (exact[k] = Math.min(exact[k], best.cost)),
          );
        }
    quick.forEach(([best], k) => {
      expect(best.cost).toBeGreaterThanOrEqual(exact[k] - 1e-9);
      expect(best.cost).toBeLessThanOrEqual(exact[k] + 0.3);
    });
  });

  test('gives every ratio once', () => {
    // 1, 21 and 52 ratios of one, two and three paints in up to eight parts.
    expect([1, 2, 3].map((n) => ratiosOf(n, 8).length / n)).toEqual([1, 21, 52]);
  });

  test('of an empty shelf finds nothing; a clear medium is refused', () => {
    expect(searchMixes(paintTable([]), [hexToLab('#777777')])).toEqual([[]]);
    expect(searchLadder(paintTable([]), [hexToLab('#777777'), hexToLab('#aaaaaa')])).toBeNull();
    expect(() => paintTable([{ ...shelf(1, 1)[0], kind: 'medium' }])).toThrow(/medium holds no pigment/);
  });

  test('can be stopped', () => {
    const stop = new Error('stopped');
    const onProgress = (share: number) => {
      if (share > 0.3) throw stop;
    };
    expect(() => searchMixes(paintTable(shelf(2, 20)), [hexToLab('#777777')], { onProgress })).toThrow(stop);
  });
});

describe('a ladder from a shelf', () => {
  const mix = (paints: number[], drops: number[]) => ({ paints, drops });

  test('knows what only adds to the pile before', () => {
    expect(mixGrowth(mix([1], [2]), mix([1, 2], [2, 3]))).toEqual({ times: 1, paint: 2, drops: 3 });
    expect(mixGrowth(mix([1, 2], [2, 3]), mix([1, 2, 3], [4, 6, 1]))).toEqual({
      times: 2,
      paint: 3,
      drops: 1,
    });
    expect(mixGrowth(mix([1, 2], [2, 3]), mix([1], [2]))).toBeNull();
    expect(mixGrowth(mix([1], [1]), mix([1, 2], [2, 1]))).not.toBeNull();
    expect(mixGrowth(mix([1, 2], [3, 1]), mix([1, 2, 5], [3, 1, 2]))).not.toBeNull();
    expect(mixGrowth(mix([1, 2], [3, 1]), mix([1, 2], [3, 2]))).not.toBeNull();
    expect(mixGrowth(mix([1, 2], [3, 1]), mix([1, 2], [1, 3]))).not.toBeNull();
    expect(mixGrowth(mix([1, 2], [3, 1]), mix([1, 2, 5], [3, 2, 2]))).toBeNull();
    expect(mixGrowth(mix([1], [1]), mix([2, 3], [1, 1]))).toBeNull();
    expect(follows(mix([1], [1]), mix([1, 2], [2, 1]))).toEqual({ sharing: 'add', cost: 0.5 });
    expect(follows(mix([1, 4], [1, 1]), mix([1, 2], [2, 1])).sharing).toBe('share');
    expect(follows(mix([1, 4], [1, 1]), mix([2, 4, 5], [2, 1, 1])).sharing).toBe('share');
    expect(follows(mix([1], [1]), mix([2], [1]))).toEqual({ sharing: 'fresh', cost: 4.5 });
  });

  test('rises in value, costs no more than its steps taken one by one with fresh piles, and is found again', () => {
    for (let seed = 1; seed <= 8; seed++) {
      const table = paintTable(shelf(seed, 14));
      const targets = targetsOf(metalById(seed % 2 ? 'cold-steel' : 'gold'), { steps: 5 });
      const found = searchLadder(table, targets);
      if (!found) continue;
      const values = found.steps.map((s) => s.lab.l);
      values.slice(1).forEach((l, i) => expect(l).toBeGreaterThan(values[i]));
      const alone = searchMixes(table, targets, { keep: 1 }).map(([best]) => best);
      const rises = alone.every((m, i) => i === 0 || m.lab.l >= alone[i - 1].lab.l + 4);
      const dearest = alone.reduce(
        (t, m, i) => t + m.cost + (i === 0 ? 0 : follows(alone[i - 1], m).cost),
        0,
      );
      if (rises) expect(found.cost).toBeLessThanOrEqual(dearest + 1e-9);
      expect(searchLadder(table, targets)).toEqual(found);
    }
  });

  test('keeps a mix that was confirmed, and fits the others to it', () => {
    const table = paintTable(shelf(3, 14));
    const targets = targetsOf(metalById('cold-steel'), { steps: 5 });
    const locked = [null, null, mix([2, 9], [3, 1]), null, null];
    const found = searchLadder(table, targets, { locked })!;
    expect(found.steps[2]).toMatchObject({ paints: [2, 9], drops: [3, 1] });
    expect(found.steps[2].off).toBeCloseTo(nearnessOf(targets[2], mixLabIn(table, [2, 9], [3, 1], 2)), 9);
  });
});

test('closeness is said in words', () => {
  expect([0.4, 2, 4, 7, 20].map(closeness)).toEqual([
    'same to the eye',
    'close match',
    'near',
    'some way off',
    'out of reach',
  ]);
});
