import { describe, expect, test } from '@jest/globals';
import {
  bronze,
  coatsText,
  coldSteel,
  deltaE,
  fromOpposites,
  hexToLab,
  hueLink,
  metalById,
  mixText,
  paintsById,
  searchMixesForLadder,
  standIns,
  stepLab,
  threePuddles,
  towline,
  ladderFromSpec,
  type Ladder,
  type Mix,
} from '../../src/index.js';

const byId = paintsById(towline);
const paint = (id: string) => byId.get(id)!;
const labOf = (mix: Mix) => stepLab({ ...coldSteel.steps[0], mix }, byId);
const ladderOf = (metal: string): Ladder =>
  searchMixesForLadder(
    ladderFromSpec({ ...coldSteel, id: metal }, { metal: metalById(metal), steps: 7, crowd: 0 }),
    towline,
    null,
  )!.ladder;

describe('stand-ins for a paint', () => {
  test('hold none of it and nothing that ran out, nearest first, and are what they say', () => {
    const out = new Set(['plover-grey']);
    const ways = standIns(paint('rain-cloud'), towline, out);
    expect(ways.length).toBeGreaterThan(2);
    for (const w of ways) {
      for (const m of w.mix) expect(['rain-cloud', ...out]).not.toContain(m.paint);
      expect(deltaE(labOf(w.mix), w.lab)).toBeLessThan(0.01);
      expect(w.off).toBeCloseTo(deltaE(w.lab, hexToLab(paint('rain-cloud').hex)), 6);
    }
    expect(ways[0].off).toBeLessThan(3);
  });

  test('of a wash begin with washes and inks, of a flake are flakes alone', () => {
    expect(['wash', 'ink']).toContain(paint(standIns(paint('bilge-wash'), towline)[0].mix[0].paint).kind);
    for (const w of standIns(paint('boiler-iron'), towline))
      expect(paint(w.mix[0].paint).kind).toBe('metallic');
  });
});

describe('a brown from opposites', () => {
  const brown = hexToLab('#6b4a3a');
  const found = fromOpposites(brown, towline)!;

  test('is of two paints whose hues lie opposite, and near', () => {
    expect(found.mix).toHaveLength(2);
    const hues = found.mix
      .map((m) => hexToLab(paint(m.paint).hex))
      .map(({ a, b }) => (Math.atan2(b, a) * 180) / Math.PI);
    const apart = Math.abs(((hues[0] - hues[1] + 540) % 360) - 180);
    expect(apart).toBeGreaterThanOrEqual(130);
    expect(found.off).toBeLessThan(12);
  });

  test('darkens with more of the one it names', () => {
    const more = found.mix.map((m) => (m.paint === found.darkens ? { ...m, parts: m.parts + 3 } : m));
    expect(labOf(more).l).toBeLessThan(found.lab.l);
  });

  test('is none where all paints are of one side', () => {
    expect(fromOpposites(brown, ['ferry-ochre', 'straw', 'lamp-yellow'].map(paint))).toBeNull();
  });
});

describe('three puddles', () => {
  test('give the steps between, each between its two puddles in value', () => {
    const ladder = ladderOf('cold-steel');
    const l = ladder.steps.map((s) => stepLab(s, byId).l);
    const drawn = threePuddles(ladder, towline)!;
    expect(drawn.map((d) => d.index)).toEqual([1, 2, 4, 5]);
    for (const d of drawn) {
      const [low, high] = d.first ? [l[0], l[3]] : [l[3], l[6]];
      expect(d.lab.l).toBeGreaterThan(low);
      expect(d.lab.l).toBeLessThan(high);
      expect(d.off).toBeLessThan(12);
    }
    // The step nearer the dark puddle takes more of it.
    expect(drawn[0].darker / drawn[0].lighter).toBeGreaterThan(drawn[1].darker / drawn[1].lighter);
  });

  test('are not for ladders of three', () => {
    expect(threePuddles({ ...coldSteel, steps: coldSteel.steps.slice(0, 3) }, towline)).toBeNull();
  });
});

describe('two metals', () => {
  test('of near hues are tied, of far ones parted, and the paints they share are named', () => {
    expect(hueLink(ladderOf('gold'), ladderOf('brass'), towline).kind).toBe('tied');
    const far = hueLink(coldSteel, bronze, towline);
    expect(far.kind).toBe('parted');
    expect(far.message).toContain('they share no paint');
    const self = hueLink(bronze, { ...bronze, id: 'b2', name: 'Other' }, towline);
    expect([self.kind, self.apartDeg]).toEqual(['tied', 0]);
    for (const m of bronze.steps[1].mix) expect(self.message).toContain(mixText([{ ...m, parts: 1 }], byId));
  });

  test('of which one is grey are told apart by value alone', () => {
    const grey: Ladder = {
      ...coldSteel,
      name: 'Plain grey',
      steps: coldSteel.steps.map((s) => ({ ...s, mix: [{ paint: 'grey-primer', parts: 1 }] })),
    };
    expect(hueLink(grey, bronze, towline)).toMatchObject({
      kind: 'neither',
      apartDeg: null,
      message: expect.stringContaining('Plain grey is grey'),
    });
  });
});

test('coats are a range where they are estimated, and as they are where the approach fixes them', () => {
  expect(
    [
      { coats: 3, exactCoats: 2.6 },
      { coats: 1, exactCoats: 0.4 },
      { coats: 2, exactCoats: 1.02 },
      { coats: 3, exactCoats: 3 },
    ].map(coatsText),
  ).toEqual(['3 to 4 coats', '1 coat', '1 to 2 coats', '3 coats']);
});
