import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  coldSteel,
  flakeLadder,
  forms,
  metals,
  newPart,
  newPiece,
  orderFindings,
  paintingOrder,
  partSheet,
  passesOf,
  readPiece,
  recipeOf,
  sameRef,
  SCHOOLS,
  schools,
  towline,
  withPassMoved,
  withPassPlaced,
  withRecipeChange,
  withoutRecipeChange,
  withSchool,
  writePiece,
  type Ladder,
  type PassRef,
  type RecipeChangeOf,
  type Piece,
} from '../../src/index.js';
import { runs } from '../support.js';

const paints = towline;
const refs = (ladder: Ladder): PassRef[] =>
  passesOf({ ladder, paints }).map(({ role, step }) => ({ role, step }));
const at = (ladder: Ladder, ref: PassRef) => refs(ladder).findIndex((r) => sameRef(r, ref));
const DOTS = { role: 'glints', step: 'glints' } as const;
const EDGES = { role: 'edges', step: 'edges' } as const;
const yellowGlaze: Omit<RecipeChangeOf<'add'>, 'id'> = {
  kind: 'add',
  title: 'Yellow glaze',
  role: 'glaze',
  over: 'whole',
  mix: [{ paint: 'lamp-yellow', parts: 1 }],
  water: 5,
  thinner: 'water',
  coats: 1,
  why: 'Brings the gold together.',
  before: DOTS,
};

function orderOf(ladder: Ladder) {
  const part = newPart('p', forms.dome.defaults);
  const piece: Piece = { ...newPiece('x', 'X', [part]), ladders: [ladder] };
  const sheets = new Map([['p', partSheet(part, piece)]]);
  return { piece, order: paintingOrder(piece, sheets) };
}

describe('a recipe is the painter’s', () => {
  test('the second tint is laid where the painter wants it, and where its approach lays it when that is let go', () => {
    const silver = metals.find((m) => m.id === 'silver')!;
    const ladder = flakeLadder(coldSteel, 'tinted-metal', silver, paints)!;
    const pass: PassRef = { role: 'glaze', step: 'tint-2' };
    const laidOver = (l: Ladder) => passesOf({ ladder: l, paints }).find((p) => sameRef(p, pass))!.over;
    const change = { kind: 'change', pass, title: null, mix: null, water: null, coats: null } as const;
    const last = ladder.steps.length - 1;
    expect(laidOver(ladder)).toMatchObject({ from: 0 });
    const lit = withRecipeChange(ladder, { ...change, over: 'lights' });
    expect(laidOver(lit)).toEqual({ from: expect.any(Number), to: last });
    expect((laidOver(lit) as { from: number }).from).toBeGreaterThan(0);
    expect(laidOver(withRecipeChange(lit, change))).toEqual(laidOver(ladder));
    // On the part it covers less of it, where it is light.
    const share = (l: Ladder) =>
      orderOf(l).order.find((o) => o.role === 'glaze' && o.step === 'tint-2')!.parts[0].coverShare;
    expect(share(lit)).toBeLessThan(1);
    const { piece } = orderOf(lit);
    expect(readPiece(writePiece(piece)).ladders[0].recipe).toEqual(lit.recipe);
  });

  test('a yellow glaze over all of it stands before the last dots, in the order and in what is seen', () => {
    const own = withRecipeChange(coldSteel, yellowGlaze);
    const { order } = orderOf(own);
    const glaze = order.findIndex((l) => l.title === 'Yellow glaze');
    expect(order[glaze]).toMatchObject({ mixText: 'Lamp yellow', thinning: '5 water to 1 paint' });
    expect(order[glaze + 1].role).toBe('glints');
    expect(order[glaze].parts[0].coverShare).toBeCloseTo(1, 1);
    // It is named where it breaks a rule of order: it veils edges that are drawn already.
    expect(orderFindings(order, orderOf(own).piece).length).toBeGreaterThanOrEqual(0);
  });

  test('a pass is left out and put back, renamed, laid with another paint', () => {
    const without = withRecipeChange(coldSteel, { kind: 'leave-out', pass: EDGES });
    expect(at(without, EDGES)).toBe(-1);
    expect(refs(withoutRecipeChange(without, without.recipe[0].id))).toEqual(refs(coldSteel));
    const renamed = withRecipeChange(coldSteel, {
      kind: 'change',
      pass: EDGES,
      title: 'Rims, as my teacher does',
      mix: [{ paint: 'chalk', parts: 1 }],
      water: 2,
      coats: null,
    });
    const pass = passesOf({ ladder: renamed, paints })[at(renamed, EDGES)];
    expect(pass).toMatchObject({
      title: 'Rims, as my teacher does',
      water: 2,
      mix: [{ paint: 'chalk', parts: 1 }],
    });
    // The same pass changed again: one change, not two.
    const again = withRecipeChange(renamed, {
      kind: 'change',
      pass: EDGES,
      title: 'Rims',
      mix: null,
      water: null,
      coats: 3,
    });
    expect(again.recipe).toHaveLength(1);
    expect(passesOf({ ladder: again, paints })[at(again, EDGES)].coats).toEqual({ count: 3 });
  });

  test('a pass moves one place at a time, never before the undercoat, and an own one keeps being one change', () => {
    const place = at(coldSteel, EDGES);
    const earlier = withPassMoved({ ladder: coldSteel, paints }, EDGES, -1);
    expect(at(earlier, EDGES)).toBe(place - 1);
    const back = withPassMoved({ ladder: earlier, paints }, EDGES, 1);
    expect(refs(back)).toEqual(refs(coldSteel));
    const first = refs(coldSteel)[1];
    expect(withPassMoved({ ladder: coldSteel, paints }, first, -1)).toBe(coldSteel);
    const own = withRecipeChange(coldSteel, yellowGlaze);
    const ref: PassRef = { role: 'glaze', step: own.recipe[0].id };
    const moved = withPassMoved({ ladder: own, paints }, ref, -1);
    expect(moved.recipe).toHaveLength(1);
    expect(at(moved, ref)).toBe(at(own, ref) - 1);
  });

  test('a pass is put before any other in one act, or last; before the undercoat never', () => {
    const input = { ladder: coldSteel, paints };
    const all = refs(coldSteel);
    for (const to of [1, 3, all.length - 1]) {
      const put = withPassPlaced(input, EDGES, all[to]);
      expect(put === coldSteel ? all[to] : refs(put)[at(put, EDGES) + 1]).toEqual(all[to]);
    }
    const last = withPassPlaced(input, EDGES, null);
    expect(refs(last).at(-1)).toEqual(EDGES);
    expect(last.recipe).toHaveLength(1);
    expect(withPassPlaced(input, EDGES, all[0])).toBe(coldSteel);
    expect(withPassPlaced(input, all[0], null)).toBe(coldSteel);
    expect(withPassPlaced(input, EDGES, EDGES)).toBe(coldSteel);
    expect(withPassPlaced(input, { role: 'glaze', step: 'gone' }, null)).toBe(coldSteel);
  });

  test('a change whose pass another approach has not waits, and is there again with the first', () => {
    const own = withRecipeChange(coldSteel, {
      kind: 'leave-out',
      pass: { role: 'smoothing', step: 'smoothing' },
    });
    const school = SCHOOLS.find(
      (s) => !schools[s].passes({ ladder: own, paints }).some((p) => p.role === 'smoothing'),
    )!;
    const other = withSchool(own, school, paints);
    expect(recipeOf({ ladder: other, paints }).waiting).toHaveLength(1);
    expect(recipeOf({ ladder: withSchool(other, 'dark-first', paints), paints }).waiting).toEqual([]);
  });

  test('an order rule names a breach that a change of the recipe makes', () => {
    const dotsFirst = withRecipeChange(coldSteel, { kind: 'move', pass: DOTS, before: EDGES });
    const { piece, order } = orderOf(dotsFirst);
    expect(orderFindings(order, piece).map((f) => f.id)).toContain('after-dots');
  });

  test('with every pass left out but the undercoat there is still a picture and an order', () => {
    const none = refs(coldSteel)
      .slice(1)
      .reduce((ladder, pass) => withRecipeChange(ladder, { kind: 'leave-out', pass }), coldSteel);
    expect(refs(none)).toHaveLength(1);
    expect(orderOf(none).order.map((l) => l.role)).toEqual(['undercoat']);
  });

  test(`${runs(200)} random changes are all saved and read back, and letting all go gives the approach as it was`, () => {
    const change = fc.record({
      kind: fc.constantFrom('leave-out' as const, 'move' as const, 'add' as const),
      pick: fc.nat(30),
      before: fc.nat(30),
    });
    fc.assert(
      fc.property(fc.array(change, { maxLength: 12 }), fc.constantFrom(...SCHOOLS), (changes, id) => {
        let ladder: Ladder = { ...coldSteel, school: id };
        for (const { kind, pick, before } of changes) {
          const all = refs(ladder);
          const [pass, other] = [all[pick % all.length], all[before % all.length]];
          if (pass.role === 'undercoat') continue;
          ladder = withRecipeChange(
            ladder,
            kind === 'add'
              ? { ...yellowGlaze, before: other }
              : kind === 'move'
                ? { kind, pass, before: other }
                : { kind, pass },
          );
        }
        const piece = { ...newPiece('x', 'X', [newPart('p', forms.dome.defaults)]), ladders: [ladder] };
        expect(readPiece(writePiece(piece)).ladders[0]).toEqual(ladder);
        const free = ladder.recipe.reduce((l, c) => withoutRecipeChange(l, c.id), ladder);
        expect(refs(free)).toEqual(refs({ ...coldSteel, school: id }));
        // No pass stands twice.
        const names = refs(ladder).map((r) => `${r.role}/${r.step}`);
        expect(new Set(names).size).toBe(names.length);
      }),
      { numRuns: runs(200) },
    );
  });

  test('a recipe that names a paint or a role that is not there is refused by its path', () => {
    const own = withRecipeChange(coldSteel, yellowGlaze);
    const piece = { ...newPiece('x', 'X', [newPart('p', forms.dome.defaults)]), ladders: [own] };
    const text = writePiece(piece);
    expect(() => readPiece(text.replaceAll('"paint": "lamp-yellow"', '"paint": "nowhere"'))).toThrow(
      /ladders\[0\]\.recipe\[0\]\.mix\[0\]\.paint/,
    );
    expect(() => readPiece(text.replace('"role": "glaze"', '"role": "dance"'))).toThrow(/recipe\[0\]\.role/);
  });
});
