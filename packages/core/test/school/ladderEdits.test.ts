import { describe, expect, test } from '@jest/globals';
import {
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
} from '../../src/index.js';

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

  test('of true metal is refused with fewer than two flakes, pots that ran out not counted', () => {
    const out = towline.filter((p) => p.kind === 'metallic').map((p) => p.id);
    expect(changeSchool(steel, flakes[0], silver, { paints: towline, out })).toEqual({
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
