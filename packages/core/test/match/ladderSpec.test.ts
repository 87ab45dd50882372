import { describe, expect, test } from '@jest/globals';
import {
  aimsOf,
  coldSteel,
  colourOfWords,
  colouredMetal,
  deg,
  deltaE,
  hexToLab,
  hueWord,
  labToHex,
  lackingPaint,
  metalAt,
  metalById,
  metalOfLadder,
  newPiece,
  otherMixes,
  paintsById,
  readPiece,
  searchMixesForLadder,
  seededRandom,
  stepLab,
  stepShares,
  towline,
  ladderFromSpec,
  writePiece,
  type Paint,
  RefusedInput,
  EMPTY_SHELF,
  metals,
  paintOf,
  readTypedPaints,
  shelved,
} from '../../src/index.js';
import { TEN_BY_NAME } from '../support.js';

const paints = paintsById(towline);

describe('a ladder asked for from a shelf', () => {
  const gold = ladderFromSpec(coldSteel, { metal: metalById('gold'), steps: 6, crowd: 0 });

  test('has steps at the metal’s values that a piece file accepts, each covering less than the one before', () => {
    expect(gold).toMatchObject({ name: 'Gold', metal: 'gold', undercoat: coldSteel.undercoat });
    expect(new Set(gold.steps.map((s) => s.id)).size).toBe(6);
    gold.steps.slice(1).forEach((s, k) => {
      expect(s.value!).toBeGreaterThan(gold.steps[k].value!);
      expect(s.aimedShare).toBeLessThan(gold.steps[k].aimedShare);
    });
    const piece = { ...newPiece('x', 'X', []), ladders: [gold], paints: [...towline] };
    expect(readPiece(writePiece(piece)).ladders).toEqual([gold]);
    aimsOf(gold, towline).forEach((aim, k) =>
      expect(deltaE(aim, metalAt(metalById('gold'), gold.steps[k].value!))).toBeLessThan(1e-9),
    );
  });

  test('is found from the demo shelf: near everywhere, rising, read as what it is', () => {
    for (const id of ['gold', 'copper', 'silver', 'gunmetal']) {
      const { ladder, steps, reading } = searchMixesForLadder(
        ladderFromSpec(coldSteel, { metal: metalById(id), steps: 6, crowd: 0 }),
        towline,
        null,
      )!;
      expect(reading.metal.id).toBe(id);
      steps.forEach((s, k) => {
        expect(deltaE(s.lab, stepLab(ladder.steps[k], paints))).toBeLessThan(1e-6);
        expect(deltaE(s.lab, s.target)).toBeLessThan(8);
      });
    }
  });

  test('with one step pulled to another value only that one is mixed anew', () => {
    const first = searchMixesForLadder(gold, towline, null)!.ladder;
    const pulled = {
      ...first,
      steps: first.steps.map((s, k) => (k === 2 ? { ...s, value: s.value! + 6 } : s)),
    };
    const { ladder } = searchMixesForLadder(pulled, towline, [2])!;
    ladder.steps.forEach((s, k) =>
      k === 2 ? expect(s.mix).not.toEqual(first.steps[k].mix) : expect(s.mix).toEqual(first.steps[k].mix),
    );
    const l = (k: number, of = ladder) => stepLab(of.steps[k], paints).l;
    expect(l(2)).toBeGreaterThan(l(2, first));
  });

  test('leaves confirmed steps alone, and forgets them only where their number changes', () => {
    const settled = {
      ...gold,
      steps: gold.steps.map((s, k) => (k === 4 ? { ...s, settled: 'yes' as const } : s)),
    };
    expect(searchMixesForLadder(settled, towline, null)!.ladder.steps[4].mix).toEqual(settled.steps[4].mix);
    expect(ladderFromSpec(settled, { metal: metalById('brass'), steps: 6, crowd: 0 }).steps[4].settled).toBe(
      'yes',
    );
    expect(
      ladderFromSpec(settled, { metal: metalById('brass'), steps: 7, crowd: 0 }).steps.every(
        (s) => s.settled === 'no',
      ),
    ).toBe(true);
  });

  test('has other mixes for a step, of other paints each, cheap beside its neighbours, none of what ran out', () => {
    const first = searchMixesForLadder(gold, towline, null)!.ladder;
    const others = otherMixes(first, towline, 3);
    expect(others).toHaveLength(6);
    expect(
      new Set(
        others.map((o) =>
          o.mix
            .map((m) => m.paint)
            .sort()
            .join(),
        ),
      ).size,
    ).toBe(6);
    const aim = aimsOf(first, towline)[3];
    for (const o of others) {
      expect(deltaE(o.lab, stepLab({ ...first.steps[3], mix: o.mix }, paints))).toBeLessThan(1e-6);
      expect(deltaE(o.lab, aim)).toBeLessThan(10);
    }
    // The best of all beside these neighbours is the one the ladder has.
    const key = (mix: { paint: string; parts: number }[]) =>
      mix
        .map((m) => `${m.parts} ${m.paint}`)
        .sort()
        .join();
    expect(others.map((o) => key(o.mix))).toContain(key(first.steps[3].mix));
    const named = others.flatMap((o) => o.mix.map((m) => m.paint));
    const without = otherMixes(first, towline, 3, { out: new Set(named.slice(0, 2)) });
    expect(without.flatMap((o) => o.mix.map((m) => m.paint))).not.toContain(named[0]);
  });

  test('tells the one paint it lacks: a yellow where all yellows ran out, none where every step is near', () => {
    const yellows = new Set([
      'lamp-yellow',
      'primrose',
      'straw',
      'tallow',
      'ferry-ochre',
      'lamp-oil',
      'tow-rope',
      'bone-float',
    ]);
    const lacking = lackingPaint(gold, towline, { out: yellows, mostDrops: 6, keep: 200 })!;
    expect(hueWord(lacking.lab)).toMatch(/yellows|oranges/);
    expect(lacking.steps.length).toBeGreaterThan(0);
    for (const s of lacking.steps) expect(s.then).toBeLessThan(s.now);
    const steel = ladderFromSpec(coldSteel, { metal: metalById('cold-steel'), steps: 4, crowd: 0 });
    const own = aimsOf(steel, towline).map((lab, i): Paint => ({
      ...paints.get('chalk')!,
      id: `own-${i}`,
      name: `Own ${i}`,
      hex: labToHex(lab),
    }));
    expect(lackingPaint(steel, [...own, ...towline], { mostDrops: 4, keep: 200 })).toBeNull();
    let last = 0;
    lackingPaint(steel, [...own, ...towline], {
      mostDrops: 3,
      onProgress: (share) => {
        expect(share).toBeGreaterThanOrEqual(last);
        last = share;
      },
    });
    expect(last).toBeLessThanOrEqual(1);
  });

  test('mixes nothing from a pot that ran out, and leaves steps alone that were mixed from it', () => {
    const out = new Set(['lamp-yellow', 'chalk']);
    const first = searchMixesForLadder(gold, towline, null)!.ladder;
    const anew = searchMixesForLadder(first, towline, null, { out })!.ladder;
    expect(first.steps.some((s) => s.mix.some((m) => out.has(m.paint)))).toBe(true);
    expect(anew.steps.some((s) => s.mix.some((m) => out.has(m.paint)))).toBe(false);
    const one = searchMixesForLadder(first, towline, [1], { out })!.ladder;
    one.steps.forEach((s, k) => k !== 1 && expect(s.mix).toEqual(first.steps[k].mix));
  });

  test('from one dark paint there is none', () => {
    expect(
      searchMixesForLadder(
        gold,
        [paints.get('lampsoot')!, ...towline.filter((p) => p.kind === 'primer')].concat(
          gold.steps.flatMap((s) => s.mix.map((m) => ({ ...paints.get(m.paint)!, kind: 'wash' as const }))),
        ),
        null,
      ),
    ).toBeNull();
  });

  test('knows its metal again, a coloured one by its hue', () => {
    expect(metalOfLadder(gold)?.id).toBe('gold');
    expect(metalOfLadder({ metal: colouredMetal(250).id })?.path).toEqual(colouredMetal(250).path);
    expect(metalOfLadder({ metal: null })).toBeNull();
    expect(metalOfLadder({ metal: 'own' })).toBeNull();
  });
});

test('shares of steps fall from all to a dot, however many', () => {
  for (let n = 2; n <= 12; n++) {
    const shares = stepShares(n);
    expect([shares[0], shares[n - 1]]).toEqual([1, 0.01]);
    shares.slice(1).forEach((s, k) => expect(s).toBeLessThan(shares[k]));
  }
  expect(stepShares(7)).toEqual(coldSteel.steps.map((s) => s.aimedShare));
});

test('ends of a ladder are the metal’s, or those that were asked for', () => {
  const gold = metalById('gold');
  const values = (from: number | null, to: number | null) =>
    ladderFromSpec(coldSteel, { metal: gold, steps: 5, crowd: 0, from, to }).steps.map((s) => s.value!);
  const path = gold.path.map((h) => hexToLab(h).l);
  expect(values(null, null)[0]).toBeCloseTo(path[0], 0);
  expect(values(null, null)[4]).toBeCloseTo(path[path.length - 1], 0);
  expect([values(20, 80)[0], values(20, 80)[4]]).toEqual([20, 80]);
  expect(() => values(80, 20)).toThrow(RefusedInput);
});

describe('gold from ten paints of one’s own, typed by name', () => {
  const typed = readTypedPaints(TEN_BY_NAME.join('\n')).map((l) => l.paint!);
  const paints = shelved(EMPTY_SHELF, typed).shelf.paints.map(paintOf);
  const gold = metals.find((m) => m.id === 'gold')!;
  const black = paints.find((p) => p.name === 'black')!;
  const free = coldSteel.steps.map((s) => ({
    ...s,
    mix: [{ paint: black.id, parts: 1 }],
    settled: 'no' as const,
  }));
  const found = searchMixesForLadder(
    ladderFromSpec({ ...coldSteel, steps: free }, { metal: gold, steps: 7, crowd: 0 }),
    paints,
    null,
  )!;

  test('has no blue-green in it, reads as gold, and rises step by step', () => {
    const used = new Set(found.ladder.steps.flatMap((s) => s.mix.map((m) => m.paint)));
    expect([...used]).not.toContain('blue-green');
    expect(found.reading.metal.id).toBe('gold');
    const l = found.steps.map((s) => s.lab.l);
    l.slice(1).forEach((v, i) => expect(v).toBeGreaterThan(l[i]));
    // White stays out of all but the last steps.
    found.ladder.steps.slice(0, 5).forEach((s) => expect(s.mix.map((m) => m.paint)).not.toContain('white'));
  });

  test('never passes through green: every step’s hue lies between violet and yellow', () => {
    for (const { lab } of found.steps) {
      const hue = ((Math.atan2(lab.b, lab.a) * 180) / Math.PI + 360) % 360;
      if (Math.hypot(lab.a, lab.b) > 8) expect(hue < 105 || hue > 285).toBe(true);
    }
  });

  test('of greens and blues alone it is still mixed from what there is', () => {
    const cold = paints.filter((p) => ['blue-green', 'black', 'white'].includes(p.id));
    expect(searchMixesForLadder({ ...found.ladder, steps: free }, cold, null)).not.toBeNull();
  });
});

describe('mixes as a painter would make them', () => {
  const named = (names: readonly string[]): Paint[] =>
    names.map((name) => ({
      id: name.replace(/ /g, '-'),
      name,
      hex: colourOfWords(name)!,
      kind: 'paint',
      opacity: 'semi-opaque',
      tint: 'normal',
      finish: 'matt',
      dryMin: null,
      contrast: null,
      strength: null,
    }));
  const from = (metal: string, names: readonly string[]) => {
    const asked = ladderFromSpec(coldSteel, { metal: metalById(metal), steps: 7, crowd: 0 });
    const black = { mix: [{ paint: 'black', parts: 1 }], settled: 'no' as const };
    return searchMixesForLadder(
      { ...asked, steps: asked.steps.map((s) => ({ ...s, ...black })) },
      named(names),
      null,
    )!;
  };
  const TEN = ['deep violet', 'strong yellow', 'dark ochre', 'warm yellow', 'pale yellow', 'white', 'black'];

  test('gold is lightened with pale yellow: white stands in its last step alone', () => {
    const { ladder, reading } = from('gold', [...TEN, 'dark red-brown', 'blue-green', 'ivory']);
    const paintsOf = ladder.steps.map((s) => s.mix.map((m) => m.paint));
    expect(paintsOf.slice(0, -1).flat()).not.toContain('white');
    expect(paintsOf[5]).toContain('pale-yellow');
    expect(paintsOf.flat()).not.toContain('blue-green');
    expect(reading.metal.id).toBe('gold');
  });

  test('over 200 random shelves: every step keeps to its metal’s hues, or it is said what is lacking', () => {
    const words = [
      'red',
      'orange',
      'yellow',
      'green',
      'blue',
      'violet',
      'brown',
      'grey',
      'ochre',
      'teal',
      'pink',
    ];
    const tones = ['', 'pale ', 'dark ', 'dull ', 'strong '];
    const random = seededRandom(11);
    const draw = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)];
    for (let i = 0; i < 200; i++) {
      const names = new Set(['black', 'white']);
      while (names.size < 7) names.add(`${draw(tones)}${draw(words)}`);
      const metal = draw(metals);
      const asked = ladderFromSpec(coldSteel, { metal, steps: 5, crowd: 0 });
      const free = asked.steps.map((s) => ({
        ...s,
        mix: [{ paint: 'black', parts: 1 }],
        settled: 'no' as const,
      }));
      const shelf = named([...names]);
      const found = searchMixesForLadder({ ...asked, steps: free }, shelf, null, { mostDrops: 4, keep: 60 });
      if (!found) continue;
      const ids = new Set(shelf.map((p) => p.id));
      for (const s of found.ladder.steps) for (const m of s.mix) expect(ids).toContain(m.paint);
      const [from, to] = metal.avoids ?? [0, 0];
      const outside = found.steps.filter(({ lab }) => {
        const hue = (deg(Math.atan2(lab.b, lab.a)) + 360) % 360;
        return Math.hypot(lab.a, lab.b) > 14 && hue > from + 5 && hue < to - 5;
      });
      // A mix outside the band is far off its aim, or what the ladder lacks is named.
      for (const s of outside) expect(found.reading.add !== null || deltaE(s.lab, s.target) > 5).toBe(true);
    }
  });

  test('a strong paint is a single part of many: light greys are mixed from black and white alone', () => {
    const { ladder, steps } = from('cold-steel', ['white', 'black']);
    for (const s of ladder.steps) {
      const sum = s.mix.reduce((n, m) => n + m.parts, 0);
      expect(sum <= 8 || s.mix.some((m) => m.parts === 1)).toBe(true);
      expect(sum).toBeLessThanOrEqual(24);
    }
    expect(steps[5].lab.l).toBeGreaterThan(72);
    expect(steps[5].lab.l - steps[4].lab.l).toBeGreaterThan(4);
  });
});
