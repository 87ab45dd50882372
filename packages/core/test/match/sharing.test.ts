import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  coldSteel,
  follows,
  mixGrowth,
  halfStep,
  metalById,
  mixLabOf,
  paintsById,
  paintTable,
  searchLadder,
  stepLab,
  targetsOf,
  towline,
} from '../../src/index.js';
import { runs } from '../support.js';

/** Piles as the search holds them: paints in rising order, their drops beside them. */
const pile = fc
  .uniqueArray(fc.integer({ min: 0, max: 5 }), { minLength: 1, maxLength: 3 })
  .chain((paints) =>
    fc
      .tuple(...paints.map(() => fc.integer({ min: 1, max: 4 })))
      .map((drops) => ({ paints: [...paints].sort((a, b) => a - b), drops })),
  );

describe('soft sharing', () => {
  test('costs nothing but new paints where a pile only adds, more where one paint is shared, most where none is', () => {
    fc.assert(
      fc.property(pile, pile, (a, b) => {
        const { sharing, cost } = follows(a, b);
        const fresh = b.paints.filter((p) => !a.paints.includes(p)).length;
        const shared = b.paints.length - fresh;
        expect(cost).toBeCloseTo({ add: 0, share: 0.8, fresh: 4, first: NaN }[sharing] + 0.5 * fresh, 12);
        if (sharing === 'fresh') expect(shared).toBe(0);
        else expect(shared).toBeGreaterThan(0);
      }),
    );
  });

  test('a pile that adds is so many times the one before and some drops of one paint', () => {
    fc.assert(
      fc.property(pile, pile, (a, b) => {
        const grown = mixGrowth(a, b);
        expect(grown !== null).toBe(follows(a, b).sharing === 'add');
        if (!grown) return;
        b.paints.forEach((paint, i) => {
          const had = a.drops[a.paints.indexOf(paint)] ?? 0;
          expect(grown.times * had + (paint === grown.paint ? grown.drops : 0)).toBeCloseTo(b.drops[i], 9);
        });
      }),
      { numRuns: runs(2000) },
    );
  });
});

const own = towline.filter((p) => p.kind === 'paint');
const some = fc
  .uniqueArray(fc.integer({ min: 0, max: own.length - 1 }), { minLength: 6, maxLength: 9 })
  .map((at) => at.map((i) => own[i]));

describe('gaps and half steps, from any few paints', () => {
  test('each step of a ladder is lighter than the one before, by four or by half of what was asked', () => {
    fc.assert(
      fc.property(
        some,
        fc.constantFrom('gold', 'cold-steel', 'copper'),
        fc.integer({ min: 3, max: 6 }),
        (paints, metal, steps) => {
          const targets = targetsOf(metalById(metal), { steps });
          const found = searchLadder(paintTable(paints), targets);
          found?.steps.slice(1).forEach((s, i) => {
            const asked = targets[i + 1].l - targets[i].l;
            expect(s.lab.l - found.steps[i].lab.l).toBeGreaterThanOrEqual(Math.min(4, asked / 2) - 1e-9);
          });
        },
      ),
      { numRuns: runs(12) },
    );
  });

  test('a half step is mixed of the two beside it and at most one more, and lies between them or nearer its aim than either', () => {
    const byId = paintsById(towline);
    fc.assert(
      fc.property(some, (paints) => {
        const sorted = [...paints].sort(
          (p, q) => mixLabOf([{ paint: p, drops: 1 }]).l - mixLabOf([{ paint: q, drops: 1 }]).l,
        );
        const steps = [0, sorted.length - 1].map((i, k) => ({
          ...coldSteel.steps[k],
          mix: [{ paint: sorted[i].id, parts: 1 }],
        }));
        const ladder = { ...coldSteel, steps };
        const half = halfStep(ladder, 0, paints)!;
        const [low, high] = steps.map((s) => stepLab(s, byId).l);
        expect(half.lab.l).toBeGreaterThanOrEqual(low - 1e-6);
        expect(half.lab.l).toBeLessThanOrEqual(high + 1e-6);
        expect(
          half.mix.filter((m) => m.paint !== sorted[0].id && m.paint !== sorted[sorted.length - 1].id).length,
        ).toBeLessThanOrEqual(1);
      }),
      { numRuns: runs(20) },
    );
  });
});
