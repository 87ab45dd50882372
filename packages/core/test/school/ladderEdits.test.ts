import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  shelved,
  readTypedPaints,
  newMetal,
  knownPaints,
  inFlakesInstead,
  EMPTY_SHELF,
  changeFlakes,
  changeSchool,
  metalById,
  paintSnapshot,
  schools,
  SCHOOLS,
  sluiceWarden,
  towline,
  withLadder,
  withStepConfirmed,
  withStepMix,
  withStepValue,
  flakeLadder,
  layPasses,
  paintedIn,
  withMetal,
  writePiece,
  ladderFromSpec,
  withStepSplit,
  withoutStep,
} from '../../src/index.js';
import { runs } from '../support.js';

const [steel] = sluiceWarden.ladders;
const silver = metalById('silver');
const known = { paints: towline, out: [] };
const painted = SCHOOLS.filter((id) => schools[id].metal === 'painted');
const flakes = SCHOOLS.filter((id) => schools[id].metal === 'flake');

describe('one step of a ladder', () => {
  test('aims at another value, and its mix is free to be looked for', () => {
    const next = withStepValue(withStepConfirmed(steel, 2, true), 2, 51);
    expect(next.steps[2]).toEqual({ ...steel.steps[2], value: 51, settled: 'no' });
  });

  test('takes a mix of the painter, which searches leave alone', () => {
    const mix = [{ paint: 'chalk', parts: 2 }];
    expect(withStepMix(steel, 1, mix, 0.5).steps[1]).toMatchObject({ mix, water: 0.5, settled: 'yes' });
  });

  test('is confirmed and given free again; no other step is touched', () => {
    const confirmed = withStepConfirmed(steel, 0, true);
    expect(confirmed.steps[0].settled).toBe('yes');
    expect(confirmed.steps.slice(1)).toEqual(steel.steps.slice(1));
    expect(withStepConfirmed(confirmed, 0, false).steps[0].settled).toBe('no');
  });
});

describe('a ladder put into a piece', () => {
  const recoloured = towline.map((p) => (p.id === steel.undercoat ? { ...p, hex: '#0a0b0c' } : p));

  test('takes the place of the one of its id; the others stay', () => {
    const { ladders } = withLadder(sluiceWarden, { ...steel, name: 'Renamed' }, towline);
    expect(ladders.map((l) => l.id)).toEqual(sluiceWarden.ladders.map((l) => l.id));
    expect(ladders[0].name).toBe('Renamed');
    expect(ladders.slice(1)).toEqual(sluiceWarden.ladders.slice(1));
  });

  test('brings every paint its school takes in hand, as it is given', () => {
    const { paints } = withLadder(sluiceWarden, steel, recoloured);
    const byId = new Map(paints.map((p) => [p.id, p]));
    for (const id of paintSnapshot(steel, recoloured))
      expect(byId.get(id)).toEqual(recoloured.find((p) => p.id === id));
    expect(byId.get(steel.undercoat)?.hex).toBe('#0a0b0c');
    expect(byId.size).toBe(paints.length);
  });

  test('leaves paints alone that it does not take, and brings none that it does not', () => {
    const { paints } = withLadder({ ladders: [steel], paints: [] }, steel, towline);
    expect(new Set(paints.map((p) => p.id))).toEqual(paintSnapshot(steel, towline));
  });
});

describe('another school', () => {
  test.each(painted)('%s lays the same steps otherwise', (id) => {
    const change = changeSchool(steel, id, silver, known);
    expect(change).toMatchObject({ kind: 'ready', ladder: { school: id, steps: steel.steps } });
  });

  test.each(flakes)('%s makes steps of flakes at hand, for the painter to look at', (id) => {
    const change = changeSchool(steel, id, silver, known);
    if (change.kind !== 'flakes') throw new Error(change.kind);
    const flake = new Set(towline.filter((p) => p.kind === 'metallic').map((p) => p.id));
    for (const { mix } of change.ladder.steps) for (const { paint } of mix) expect(flake).toContain(paint);
  });

  test('of true metal is refused without a flake, pots that ran out not counted', () => {
    const out = towline.filter((p) => p.kind === 'metallic').map((p) => p.id);
    expect(changeSchool(steel, flakes[0], silver, { paints: towline, out })).toEqual({
      kind: 'too-few-flakes',
    });
  });

  test('of true metal takes the flakes of another metal at a word, or says that it has too few', () => {
    const made = changeSchool(steel, 'layered-flake', silver, known);
    if (made.kind !== 'flakes') throw new Error(made.kind);
    const gold = changeFlakes(made.ladder, metalById('gold'), known);
    if (gold.kind !== 'flakes') throw new Error(gold.kind);
    expect(gold.ladder).toMatchObject({ id: steel.id, school: 'layered-flake', metal: 'gold' });
    const used = (l: typeof gold.ladder) => new Set(l.steps.flatMap((s) => s.mix.map((m) => m.paint)));
    for (const paint of used(gold.ladder)) expect(used(made.ladder)).not.toContain(paint);
    const out = [...used(gold.ladder)];
    expect(changeFlakes(made.ladder, metalById('gold'), { paints: towline, out })).toEqual({
      kind: 'too-few-flakes',
    });
  });

  test('of ordinary paint, after true metal, asks for a search of all steps', () => {
    const made = changeSchool(steel, flakes[0], silver, known);
    if (made.kind !== 'flakes') throw new Error(made.kind);
    const back = changeSchool(made.ladder, painted[0], silver, known);
    if (back.kind !== 'search') throw new Error(back.kind);
    expect(back.ladder.school).toBe(painted[0]);
    expect(back.ladder.steps.every((s) => s.settled === 'no')).toBe(true);
  });
});

describe('a metal that a piece does not have yet', () => {
  test('is a ladder of its own, over an undercoat and paints that are owned, and the part is painted in it', () => {
    const gold = metalById('gold');
    const { ladder } = newMetal(gold, sluiceWarden.ladders, known);
    expect(sluiceWarden.ladders.map((l) => l.id)).not.toContain(ladder.id);
    const after = withMetal(sluiceWarden, 'crown', ladder, towline);
    expect(after.ladders.at(-1)).toEqual(ladder);
    expect(after.parts.find((p) => p.id === 'crown')!.finish).toMatchObject({
      kind: 'metal',
      ladder: ladder.id,
    });
    expect(() => writePiece(after)).not.toThrow();
    // A second of the same metal has an id of its own.
    expect(newMetal(gold, after.ladders, known).ladder.id).not.toBe(ladder.id);
  });

  test('paints cloth in metal too, and keeps polish and steps of what was metal', () => {
    const cloth = {
      ...sluiceWarden.parts[0],
      finish: { kind: 'matte', name: 'Cloth', hex: '#57302d' },
    } as const;
    expect(paintedIn(cloth, 'gold').finish).toMatchObject({ polish: 'polished', steps: null });
    const crown = sluiceWarden.parts.find((p) => p.id === 'crown')!;
    expect(paintedIn(crown, 'gold').finish).toEqual({ ...crown.finish, ladder: 'gold' });
  });

  test('with nothing to mix from is refused in words', () => {
    const empty = { paints: towline, out: towline.map((p) => p.id) };
    expect(() => newMetal(metalById('gold'), [], empty)).toThrow(/shelf held no paint to mix from/);
  });

  test('a metal from flakes alone is true metal; with paint it is looked for among the paints', () => {
    const typed = (text: string) => {
      const { shelf } = shelved(
        EMPTY_SHELF,
        readTypedPaints(text).map((l) => l.paint!),
      );
      return knownPaints(shelf, sluiceWarden.paints);
    };
    const flakesAlone = typed('black primer\nsilver\ngold\nbrown wash');
    for (const id of ['silver', 'gold']) {
      const { kind, ladder: made } = newMetal(metalById(id), sluiceWarden.ladders, flakesAlone);
      expect(kind).toBe('flakes');
      expect(schools[made.school].metal).toBe('flake');
      const owned = new Set(
        flakesAlone.paints.filter((p) => !flakesAlone.out.includes(p.id)).map((p) => p.id),
      );
      for (const { mix } of made.steps) for (const { paint } of mix) expect(owned).toContain(paint);
      expect(owned).toContain(made.undercoat);
    }
    expect(() => newMetal(metalById('copper'), [], flakesAlone)).toThrow(/a flake paint near copper/);
    expect(newMetal(metalById('gold'), [], typed('black\nyellow\ngold')).kind).toBe('search');
    // What a new piece begins with is laid in them, too.
    const [steelLadder] = sluiceWarden.ladders;
    expect(inFlakesInstead(steelLadder, silver, flakesAlone)).toMatchObject({
      id: steelLadder.id,
      metal: 'silver',
    });
    expect(inFlakesInstead(steelLadder, silver, typed('black\nwhite'))).toBeNull();
  });
});

describe('true metal after its wash', () => {
  const layered = {
    ...sluiceWarden.ladders[0],
    ...flakeLadder(sluiceWarden.ladders[0], 'wash-and-lift', silver, towline)!,
  };
  const input = { ladder: layered, paints: towline };
  const passes = schools['wash-and-lift'].passes(input);
  const { passes: laid } = layPasses(
    passes,
    layered.steps.map((_, k) => k),
    input,
  );
  const after = (step: string) => laid.find((l) => l.pass.step === step)!.after.map((c) => c.l);
  const mean = (list: readonly number[]) => list.reduce((a, b) => a + b, 0) / list.length;
  const over35 = (list: readonly number[]) => list.filter((l) => l > 35).length / list.length;

  test('has the base flake again on what faces the light, before the lights; nothing washed comes after', () => {
    const order = passes.map((p) => p.step);
    expect(order.indexOf('relight')).toBe(order.indexOf('wash-low') + 1);
    expect(passes.slice(order.indexOf('relight')).every((p) => p.film !== 'wash')).toBe(true);
    expect(passes.find((p) => p.step === 'relight')).toMatchObject({
      film: 'flake',
      thinner: 'medium',
      mix: layered.steps[0].mix,
    });
  });

  test('is darker after the wash and comes alive again by the relight and the lights', () => {
    const [base, washed, relit] = [layered.steps[0].id, 'wash-low', 'relight'].map(after);
    const lit = after(layered.steps[layered.steps.length - 1].id);
    expect(mean(washed)).toBeLessThan(mean(base) - 3);
    expect(mean(relit)).toBeGreaterThan(mean(washed));
    expect(mean(lit)).toBeGreaterThan(mean(relit));
    expect(over35(lit)).toBeGreaterThan(over35(washed));
    // The shade keeps what the wash gave it.
    expect(lit[0]).toBeCloseTo(washed[0], 6);
  });

  test('settles low: what is raised keeps more of its light than it would under an even film', () => {
    const [base, washed] = [layered.steps[0].id, 'wash'].map(after);
    const kept = washed.map((l, k) => l / base[k]);
    expect(kept.at(-1)!).toBeGreaterThan(kept[1]);
    expect(kept.at(-1)!).toBeGreaterThan(0.75);
  });

  test('no flake school ends with a wash, nor lines with one', () => {
    for (const id of flakes) {
      const own = schools[id].passes(input);
      expect(own.filter((p) => p.role === 'lining').every((p) => p.film !== 'wash')).toBe(true);
      expect(own.at(-1)!.film).not.toBe('wash');
    }
  });
});

describe('what a step is known by', () => {
  const half = [{ paint: 'chalk', parts: 1 }];

  test('a step split in two keeps all that was there: ids, settled mixes, shares that do not grow', () => {
    const settled = withStepConfirmed(steel, 3, true);
    const split = withStepSplit(settled, 2, half, 47.26);
    expect(split.steps).toHaveLength(steel.steps.length + 1);
    expect(split.steps.filter((_, k) => k !== 3)).toEqual(settled.steps);
    expect(split.steps[3]).toMatchObject({ mix: half, value: 47.3, settled: 'yes' });
    split.steps
      .slice(1)
      .forEach((s, i) => expect(s.aimedShare).toBeLessThanOrEqual(split.steps[i].aimedShare));
    expect(withoutStep(split, 3)).toEqual(settled);
  });

  test(`${runs(500)} random splits and removals never change another step, and can be saved`, () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ split: fc.boolean(), at: fc.nat(11) }), { maxLength: 25 }),
        (edits) => {
          let ladder = steel;
          for (const { split, at } of edits) {
            const before = ladder;
            const index = at % (ladder.steps.length - 1);
            if (split && ladder.steps.length < 12) ladder = withStepSplit(ladder, index, half, 50);
            else if (!split && ladder.steps.length > 2) ladder = withoutStep(ladder, index);
            const after = new Map(ladder.steps.map((s) => [s.id, s]));
            expect(before.steps.filter((s) => (after.get(s.id) ?? s) !== s)).toEqual([]);
            expect(after.size).toBe(ladder.steps.length);
          }
          expect(() =>
            writePiece({ ...sluiceWarden, ladders: [ladder, ...sluiceWarden.ladders.slice(1)] }),
          ).not.toThrow();
        },
      ),
      { numRuns: runs(500) },
    );
  });

  test('asked for in more or fewer steps a ladder keeps the ids of those that stay near their place, ends first', () => {
    for (const count of [5, 6, 8, 10, 12]) {
      const next = ladderFromSpec(steel, { metal: silver, steps: count, crowd: 0 });
      const ids = next.steps.map((s) => s.id);
      expect(new Set(ids).size).toBe(count);
      expect(ids[0]).toBe(steel.steps[0].id);
      expect(ids.at(-1)).toBe(steel.steps.at(-1)!.id);
      const kept = ids.filter((id) => steel.steps.some((s) => s.id === id));
      expect(kept.length).toBe(Math.min(count, steel.steps.length));
    }
  });

  test('a full ladder takes no more, a short one gives none away', () => {
    const full = Array.from({ length: 5 }).reduce<typeof steel>((l) => withStepSplit(l, 0, half, 20), steel);
    expect(() => withStepSplit(full, 0, half, 20)).toThrow(/steps held 13; accepted: at most 12/);
    const two = { ...steel, steps: steel.steps.slice(0, 2) };
    expect(() => withoutStep(two, 0)).toThrow(/steps held 1; accepted: at least 2/);
    expect(() => withStepSplit(steel, 6, half, 20)).toThrow(/step held 6/);
  });
});
