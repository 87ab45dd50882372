import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  areaOf,
  forms,
  inside,
  intersect,
  modelOf,
  newPart,
  newPiece,
  paintingOrder,
  partSheet,
  preparePart,
  regionArea,
  SAMPLE,
  type FormOf,
} from '../../src/index.js';
import { runs } from '../support.js';

type Row = FormOf<'row'>;
const row = (over: Partial<Row> = {}): Row => ({ ...forms.row.defaults, ...over });
const KINDS = ['links', 'lames', 'scales', 'feathers', 'heads', 'coins'] as const;
const share = fc.double({ min: -1, max: 1, noNaN: true });
const rows = fc.record({
  of: fc.constantFrom(...KINDS),
  count: fc.integer({ min: 1, max: 14 }),
  oneMm: fc.double({ min: 0.4, max: 8, noNaN: true }),
  widthMm: fc.integer({ min: 4, max: 40 }),
  heightMm: fc.integer({ min: 1, max: 30 }),
  path: fc.array(fc.record({ x: share, y: share }), { minLength: 2, maxLength: 5 }),
});

describe('a row of small forms', () => {
  test('is all of what its forms show, however its line runs: none lies where another is seen', () => {
    fc.assert(
      fc.property(rows, (over) => {
        const model = modelOf(row(over));
        const seen = model.patches.map((p) => p.rings);
        seen.forEach((rings, i) =>
          seen
            .slice(i + 1)
            .forEach((others) => expect(Math.abs(regionArea(intersect(rings, others)))).toBeLessThan(1e-3)),
        );
        // Its whole is what is asked for wherever a place of a part is looked for.
        model.patches.forEach((p) => {
          const [x, y] = p.rings[0][0];
          expect(Math.hypot(x, y)).toBeLessThan(60);
        });
      }),
      { numRuns: runs(30) },
    );
  });

  test('has unit normals that face the eye, wherever each of its forms is seen', () => {
    const out = new Float64Array(SAMPLE.size);
    fc.assert(
      fc.property(rows, fc.double({ min: 0, max: 1, noNaN: true }), (over, t) => {
        for (const patch of modelOf(row(over)).patches) {
          const [a, b] = [patch.rings[0][0], patch.rings[0][Math.floor(patch.rings[0].length / 2)]];
          const at = [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t] as const;
          if (!inside(patch.rings, ...at)) continue;
          patch.at(at[0], at[1], out);
          expect(Math.hypot(out[SAMPLE.nx], out[SAMPLE.ny], out[SAMPLE.nz])).toBeCloseTo(1, 6);
          expect(out[SAMPLE.nz]).toBeGreaterThanOrEqual(0);
        }
      }),
      { numRuns: runs(60) },
    );
  });

  test('of links shows every other one on edge, in front of its neighbours', () => {
    const { patches, rings } = modelOf(
      row({
        path: [
          { x: -1, y: 0 },
          { x: 1, y: 0 },
        ],
        count: 9,
      }),
    );
    expect(patches).toHaveLength(9);
    // Open links have a hole that the chain leaves free; those on edge none.
    expect(patches.filter((p) => p.rings.length > 1).length).toBeGreaterThanOrEqual(3);
    const onEdge = patches.filter((_, i) => i % 2 === 1);
    onEdge.forEach((p) => expect(p.rings).toHaveLength(1));
    expect(rings.length).toBeGreaterThan(5);
  });

  test('that is shorter than its forms are broad makes them smaller, and says so', () => {
    const { notes } = modelOf(row({ widthMm: 4, heightMm: 0.4, count: 30, oneMm: 8 }));
    expect(notes).toEqual([expect.stringMatching(/^30 fit only .* mm wide on this line$/)]);
  });

  test('of coins alternates: one is lightest toward the light, its neighbour away from it', () => {
    const { patches } = modelOf(row({ of: 'coins', count: 6 }));
    expect(patches.map((p) => p.reversed === true)).toEqual([false, true, false, true, false, true]);
  });

  test('is one part: its zones lie on every one of its forms, its order says where on each', () => {
    const part = newPart('chain', row());
    const piece = newPiece('x', 'X', [part]);
    const sheet = partSheet(part, piece);
    const { zones } = sheet;
    expect(zones.areaMm2).toBeCloseTo(areaOf(modelOf(part.form).rings), 1);
    // The second step is found along the whole of the chain.
    const [left, right] = [-1, 1].map((side) => zones.zones[1].cover.some(([[x]]) => side * x > 4));
    expect([left, right]).toEqual([true, true]);
    const placesOf = (form: Row) => {
      const own = newPart('chain', form);
      const of = { ...piece, parts: [own] };
      return paintingOrder(of, new Map([['chain', partSheet(own, of)]])).flatMap((l) =>
        l.parts.map((p) => p.where),
      );
    };
    // Large enough they are painted one by one, small ones in one stroke.
    expect(
      placesOf(row({ widthMm: 60, heightMm: 20, oneMm: 6 })).some((w) => /^on each link: /.test(w)),
    ).toBe(true);
    expect(placesOf(row()).some((w) => /in one stroke, with the side of a nearly dry brush/.test(w))).toBe(
      true,
    );
    expect(preparePart(part, piece).metal!.glints.length).toBeGreaterThan(3);
  });
});
