import { describe, expect, test } from '@jest/globals';
import {
  schoolOptions,
  schoolTakes,
  keptApproach,
  lockKeepersArm,
  metalById,
  schools,
  SCHOOLS,
  searchMixesForLadder,
  sluiceWarden,
  towline,
  withLadder,
  withRecipeChange,
  type Piece,
} from '../../src/index.js';
import { orderOf } from '../support.js';

const [steel] = sluiceWarden.ladders;
const known = { paints: towline, out: [] };
const optionsOf = (shelf: typeof known) => schoolOptions(steel, metalById('cold-steel'), shelf);
const sort = (sorted: 'painted' | 'flake') => SCHOOLS.filter((id) => schools[id].metal === sorted);

describe('approaches to a metal', () => {
  test('are all there, each with steps where the paints give them', () => {
    const options = optionsOf(known);
    expect(options.map((o) => o.school)).toEqual(SCHOOLS);
    for (const { school, ladder, search } of options) {
      expect([ladder?.school, ladder?.id, search]).toEqual([school, steel.id, null]);
      if (schools[school].metal === 'painted') expect(ladder!.steps).toEqual(steel.steps);
    }
  });

  test('of true metal have no steps where there is no flake', () => {
    const options = optionsOf({ paints: towline.filter((p) => p.kind !== 'metallic'), out: [] });
    const without = options.filter((o) => o.ladder === null);
    expect(without.map((o) => o.school)).toEqual(sort('flake'));
    expect(without.every((o) => o.search === null)).toBe(true);
  });

  test('of ordinary paint to a true metal wait for one search, and all take what it found', () => {
    const flakes = optionsOf(known).find((o) => o.school === 'layered-flake')!.ladder!;
    const metal = metalById('cold-steel');
    const before = schoolOptions(flakes, metal, known);
    const waiting = before.filter((o) => o.search !== null);
    expect(waiting.map((o) => o.school)).toEqual(sort('painted'));
    const found = searchMixesForLadder(waiting[0].search!, towline, null)!.ladder;
    const after = schoolOptions(flakes, metal, known, { painted: found });
    for (const { school } of waiting)
      expect(after.find((o) => o.school === school)).toMatchObject({
        ladder: { school, steps: found.steps },
        search: null,
      });
  });
});

test('approaches of the painter’s own come first, with their changes and the paints they bring', () => {
  const own = { id: 'rose', name: 'Rose', hex: '#b06070' };
  const rose = { ...towline.find((p) => p.id === 'lamp-oil')!, ...own };
  const changed = withRecipeChange(
    { ...steel, school: 'textured' },
    {
      kind: 'add',
      title: 'Rose in the shade',
      role: 'glaze',
      over: 'shade',
      mix: [{ paint: 'rose', parts: 1 }],
      water: 5,
      thinner: 'water',
      coats: 1,
      why: '',
      before: { role: 'value', step: steel.steps[3].id },
    },
  );
  const kept = keptApproach(changed, [...towline, rose], 'Rosy');
  const [first, ...others] = schoolOptions(steel, metalById('cold-steel'), known, { kept: [kept] });
  expect(first).toMatchObject({ kept, school: 'textured', search: null });
  expect(first.ladder!.recipe).toEqual(changed.recipe);
  expect(first.brought.map((p) => p.id)).toEqual(['rose']);
  expect(others.map((o) => [o.school, o.kept])).toEqual(SCHOOLS.map((id) => [id, null]));
});

describe('what an approach takes', () => {
  const [ladder] = lockKeepersArm.ladders;
  const laid = (school: (typeof SCHOOLS)[number], piece: Piece = lockKeepersArm) => {
    const option = schoolOptions(ladder, metalById('cold-steel'), { paints: piece.paints, out: [] }).find(
      (o) => o.school === school,
    )!;
    const next = { ...piece, ...withLadder(piece, option.ladder!, piece.paints) };
    const order = orderOf(next);
    return { order, takes: schoolTakes(order, option.ladder!, next), ladder: option.ladder!, piece: next };
  };

  test('is what its own layers add up to, without what lies under all', () => {
    const { order, takes } = laid('dark-first');
    const mine = order.filter((l) => l.ladder === ladder.id && l.role !== 'undercoat' && l.role !== 'wear');
    expect(mine.length).toBeLessThan(order.length);
    expect(takes.layers).toBe(mine.length);
    expect(takes.activeMin).toBeCloseTo(
      mine.flatMap((l) => l.parts).reduce((sum, p) => sum + p.activeMin, 0),
      9,
    );
    expect(takes.coats).toBeGreaterThanOrEqual(takes.layers);
    expect(takes.mixes).toBeLessThanOrEqual(takes.layers);
  });

  test('tells what a purpose does not need: all is wanted for competition, smoothing is not for the table', () => {
    const beyond = (purpose: Piece['rig']['purpose']) => {
      const { order, takes } = laid('dark-first', {
        ...lockKeepersArm,
        rig: { ...lockKeepersArm.rig, purpose },
      });
      const smoothing = order.find((l) => l.role === 'smoothing')!;
      expect(smoothing.beyond).toBe(purpose === 'table');
      expect(takes.beyondMin).toBeLessThan(takes.activeMin);
      return takes.beyondMin;
    };
    expect(beyond('competition')).toBe(0);
    expect(beyond('table')).toBeGreaterThan(beyond('display'));
  });

  test('grows with the number of figures, but not in coats', () => {
    const { order, takes, piece } = laid('dark-first');
    const ten = schoolTakes(order, ladder, { ...piece, copies: 10 });
    expect(ten.activeMin).toBeCloseTo(10 * takes.activeMin, 9);
    expect(ten.coats).toBe(takes.coats);
  });

  test('is more coats and longer drying where every step is glazed, and no smoothing', () => {
    const glazes = laid('thin-glazes');
    const dark = laid('dark-first').takes;
    expect(glazes.takes.coats).toBeGreaterThan(dark.coats);
    for (const l of glazes.order.filter((o) => o.role === 'value' && o.film === 'glaze'))
      expect(l.dryMin).toBeGreaterThanOrEqual(12);
    expect(glazes.order.some((l) => l.role === 'smoothing')).toBe(false);
  });

  test('tells what is not on the shelf beside the paints of its steps', () => {
    const {
      order,
      takes,
      ladder: steps,
      piece,
    } = laid('wash-and-lift', {
      ...lockKeepersArm,
      paints: [...towline],
    });
    const wash = order.find((l) => l.role === 'wash')!.mix[0].paint;
    expect(steps.steps.some((s) => s.mix.some((m) => m.paint === wash))).toBe(false);
    const gone = piece.paints.map((p) =>
      p.id === wash || p.id === steps.steps[0].mix[0].paint ? { ...p, missing: 'no pot' as const } : p,
    );
    const told = schoolTakes(order, steps, { ...piece, paints: gone }).missing;
    const name = (id: string) => piece.paints.find((p) => p.id === id)!.name;
    expect(takes.missing.join()).not.toContain(name(wash));
    expect(told.filter((text) => text.startsWith(`${name(wash)} is not on your shelf`))).toHaveLength(1);
    expect(told.join()).not.toContain(`${name(steps.steps[0].mix[0].paint)} is not`);
  });
});
