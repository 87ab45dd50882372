import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  BRUSHED_FILM_MM,
  brassHeron,
  DROP_ML,
  ladderBatches,
  LOSSES,
  lockMilitia,
  paintTotalMl,
  batchesOf,
  batchText,
  sluiceWarden,
  TIP_ML,
  volumesOf,
  type Mix,
  type Batch,
  type BatchNeed,
} from '../../src/index.js';
import { orderOf } from '../support.js';

const NAMES = ['a', 'b', 'c', 'd'];
const mix = fc
  .uniqueArray(fc.constantFrom(...NAMES), { minLength: 1, maxLength: 3 })
  .chain((names) =>
    fc
      .tuple(...names.map(() => fc.constantFrom(1, 2, 3, 4, 5, 12, 23)))
      .map((parts): Mix => names.map((paint, i) => ({ paint, parts: parts[i] }))),
  );
const need = fc.record({
  step: fc.constant('s'),
  mix,
  water: fc.constantFrom(0, 0.25, 0.5, 1, 3),
  mixedMl: fc.double({ min: 1e-4, max: 3, noNaN: true }),
});
/** Every other mix grows out of the one before, as in a ladder. */
const needs = fc.array(need, { minLength: 1, maxLength: 8 }).chain((list) =>
  fc.array(fc.boolean(), { minLength: list.length, maxLength: list.length }).map((grow): BatchNeed[] =>
    list.reduce<BatchNeed[]>((all, n, i) => {
      const before = all[i - 1]?.mix;
      const mine =
        grow[i] && before && before.length < 3 && !before.some((m) => m.paint === 'd')
          ? [...before, { paint: 'd', parts: 2 }]
          : n.mix;
      return [...all, { ...n, step: `s${i}`, mix: mine }];
    }, []),
  ),
);

const addedMl = (p: Batch, paint: string) =>
  p.added.filter((a) => a.paint === paint).reduce((s, a) => s + a.parts * p.unitMl, 0);
const sum = (list: readonly number[]) => list.reduce((a, b) => a + b, 0);
const contents = (p: Batch) =>
  Object.fromEntries(NAMES.map((id) => [id, (p.over.paints[id] ?? 0) + addedMl(p, id)]));

describe('piles of a ladder', () => {
  test('balance: what is added and taken over is laid, lost or left, in paint and in water', () => {
    fc.assert(
      fc.property(needs, (list) => {
        for (const p of batchesOf(list)) {
          const made = sum(Object.values(contents(p))) + p.over.water + p.addedWaterMl;
          expect(p.laidMl + p.lostMl + p.leftMl).toBeCloseTo(made, 9);
          for (const v of [p.laidMl, p.lostMl, p.leftMl, p.addedWaterMl]) expect(v).toBeGreaterThanOrEqual(0);
        }
      }),
    );
  });

  test('hold exactly the parts and the water that the mix names, and enough of it', () => {
    fc.assert(
      fc.property(needs, (list) => {
        batchesOf(list).forEach((p, i) => {
          const held = contents(p);
          const paint = sum(Object.values(held));
          const parts = sum(list[i].mix.map((m) => m.parts));
          for (const m of list[i].mix) expect(held[m.paint] / paint).toBeCloseTo(m.parts / parts, 9);
          expect((p.over.water + p.addedWaterMl) / paint).toBeCloseTo(list[i].water, 9);
          expect(p.laidMl + p.lostMl).toBeCloseTo(list[i].mixedMl, 9);
          for (const a of p.added) expect(Number.isInteger(a.parts) || a.parts < 1).toBe(true);
        });
      }),
    );
  });

  test('take over no more of a pile than was left of it, and only what it was made of', () => {
    fc.assert(
      fc.property(needs, (list) => {
        const piles = batchesOf(list);
        piles.forEach((p, i) => {
          const over = sum(Object.values(p.over.paints)) + p.over.water;
          expect(over).toBeLessThanOrEqual((piles[i - 1]?.leftMl ?? 0) + 1e-9);
          for (const id of Object.keys(p.over.paints))
            expect(list[i - 1].mix.map((m) => m.paint)).toContain(id);
        });
      }),
    );
  });

  test('over a whole ladder every drop from the pots is accounted for', () => {
    fc.assert(
      fc.property(needs, (list) => {
        const piles = batchesOf(list);
        for (const paint of NAMES) {
          const fromPots = sum(piles.map((p) => addedMl(p, paint)));
          const gone = sum(
            piles.map((p, i) => {
              const made = sum(Object.values(contents(p))) + p.over.water + p.addedWaterMl;
              const left =
                p.leftMl -
                (i + 1 < piles.length
                  ? sum(Object.values(piles[i + 1].over.paints)) + piles[i + 1].over.water
                  : 0);
              return (contents(p)[paint] / made) * (p.laidMl + p.lostMl + left);
            }),
          );
          expect(gone).toBeCloseTo(fromPots, 8);
        }
      }),
    );
  });

  test('a pile for a few dots is no larger for its ratio: what is one in many is touched in', () => {
    const pale: Mix = [
      { paint: 'a', parts: 1 },
      { paint: 'b', parts: 23 },
    ];
    const made = (mixedMl: number, mix: Mix = pale) =>
      batchText(batchesOf([{ step: '1', mix, water: 1, mixedMl }])[0], (id) => id.toUpperCase());
    expect(made(0.01)).toBe('1 brush tip B and a trace of A');
    expect(made(0.05)).toMatch(/^4 brush tips B and a trace of A/);
    // A pile that wants as much is counted, and so is what eyes can count.
    expect(made(0.28)).toMatch(/^1 brush tip A and 23 B/);
    expect(
      made(0.01, [
        { paint: 'a', parts: 1 },
        { paint: 'b', parts: 8 },
      ]),
    ).toMatch(/^1 brush tip A and 8 B/);
  });

  test('no more is left over than was put out, however much water is in it', () => {
    fc.assert(
      fc.property(needs, (list) => {
        for (const p of batchesOf(list)) {
          const tips = /about (\d+) brush tips? left over/.exec(batchText(p, (id) => id))?.[1] ?? '0';
          expect(Number(tips) * TIP_ML).toBeLessThanOrEqual(sum(Object.values(contents(p))) + 1e-9);
        }
      }),
    );
  });

  test('what is left is used where the next mix only adds to it', () => {
    const slate: Mix = [{ paint: 'a', parts: 2 }];
    const paler: Mix = [
      { paint: 'a', parts: 2 },
      { paint: 'b', parts: 3 },
    ];
    const [first, second] = batchesOf([
      { step: '1', mix: slate, water: 1, mixedMl: 0.001 },
      { step: '2', mix: paler, water: 1, mixedMl: 0.02 },
    ]);
    expect(first.leftMl).toBeGreaterThan(0);
    expect(second.added.map((a) => a.paint)).toEqual(['b']);
    expect(batchText(second, (id) => id.toUpperCase())).toMatch(
      /^\d+ brush tips? B into what is left of the pile before/,
    );
  });
});

describe.each([
  ['warden', sluiceWarden],
  ['militia', lockMilitia],
  ['heron', brassHeron],
])('volumes of the %s', (_, piece) => {
  const order = orderOf(piece);
  const volumes = volumesOf(order, piece.copies);

  test('follow from film, area and loss', () => {
    for (const v of volumes) {
      expect(v.laidMl).toBeCloseTo((v.filmMm * v.areaMm2 * v.coats) / 1000, 9);
      expect(v.laidMl + v.lostMl).toBeCloseTo(v.paintMl + v.waterMl, 9);
      expect(v.lostMl).toBeCloseTo((LOSSES - 1) * v.laidMl, 9);
    }
  });

  test('are believable: a base coat takes tenths of a millilitre, the whole piece less than two', () => {
    const base = volumes.find((v) => v.filmMm === BRUSHED_FILM_MM && v.areaMm2 > 200)!;
    const each = (base.paintMl + base.waterMl) / piece.copies;
    expect(each).toBeGreaterThan(0.005);
    expect(each).toBeLessThan(0.5);
    expect(paintTotalMl(order, piece) / piece.copies).toBeLessThan(2);
    // Dots are less than a drop.
    for (const v of volumes.filter((_v, i) => order[i].role === 'glints'))
      expect(v.paintMl / piece.copies).toBeLessThan(DROP_ML);
  });

  test('are what its piles hold', () => {
    for (const ladder of piece.ladders)
      for (const p of ladderBatches(ladder, order, piece.copies)) {
        const i = order.findIndex(
          (l) => l.ladder === ladder.id && l.step === p.step && (l.role === 'value' || l.role === 'base'),
        );
        expect(p.laidMl).toBeCloseTo(volumes[i].laidMl, 9);
      }
  });
});
