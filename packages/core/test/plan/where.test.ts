import { describe, expect, test } from '@jest/globals';
import {
  anchorAt,
  brushFor,
  colourOfWords,
  ellipse,
  forms,
  lockMilitia,
  newPart,
  newPiece,
  activeMinutes,
  amountText,
  mixedMl,
  modelOf,
  paintingOrder,
  partSheet,
  placeAt,
  preparePart,
  signedArea,
  stageOfPart,
  tintMix,
  tintWanted,
  towline,
  whereText,
  type Form,
  type Paint,
  type Region,
} from '../../src/index.js';
import { blade, dome, part, rigged, tube } from '../support.js';

const square = (x: number, y: number, s: number): [number, number][] => [
  [x - s, y - s],
  [x + s, y - s],
  [x + s, y + s],
  [x - s, y + s],
];
const standing = (form: Form, rollDeg = 0) => ({ form, place: { rollDeg } });
const said = (form: Form, x: number, y: number, share = 0.1, rollDeg = 0) =>
  whereText(standing(form, rollDeg), modelOf(form), [square(x, y, 0.5)], share);

describe('where a step goes, in words', () => {
  test('by the clock on round forms', () => {
    expect(said(dome(10), -2.5, 2.5)).toBe("toward 11 o'clock");
    expect(said(dome(10), 0, -3)).toBe("toward 6 o'clock");
    expect(said(dome(10), 0, 0)).toBe('the middle');
  });

  test('by per cent from the heel on a blade, out from the middle on a tube', () => {
    expect(said(blade, -1.5, 8.5)).toBe('left face, 75 % from the heel');
    expect(said(tube(8), 2, 0)).toBe('a stripe 50 % out to the right');
    expect(said(tube(8), 0, 3)).toBe('a stripe along the middle, near its upper end');
  });

  test('as the picture shows the part, turned by its roll', () => {
    expect(said(dome(10), 0, -3, 0.1, 90)).toBe("toward 3 o'clock");
    expect(said(blade, -1.5, 8.5, 0.1, 90)).toBe('lower face, 75 % from the heel');
    expect(said(blade, -1.5, 8.5, 0.1, -90)).toBe('upper face, 75 % from the heel');
    expect(said(tube(8), 2, 0, 0.1, 90)).toBe('a stripe 50 % out toward the top');
  });

  test('the faces of a curved blade by its curve, wherever they run', () => {
    const sabre = { ...forms.blade.defaults, lengthMm: 40, widthMm: 6, curveMm: 9, pointMm: 10 };
    const model = modelOf(sabre);
    for (const [patch, face] of [
      [0, 'inner face'],
      [1, 'outer face'],
    ] as const)
      for (const v of [0.2, 0.5, 0.8]) {
        const at = placeAt(model.patches[patch], { u: 0.5, v })!;
        const text = whereText(standing(sabre), model, [square(at[0], at[1], 0.4)], 0.05);
        expect(text).toBe(`${face}, ${Math.round(v * 100)} % from the heel`);
      }
  });

  test('what goes round a rim is not told to be in the middle', () => {
    const ring: Region = [ellipse(4.8, 4.8), [...ellipse(4, 4)].reverse()];
    expect(whereText(standing(dome(10)), modelOf(dome(10)), ring, 0.3)).toMatch(/all round/);
  });

  test('the faces of a box by their side of it', () => {
    const box = forms.box.defaults;
    const model = modelOf(box);
    const words = model.patches.map((patch) => {
      return whereText(standing(box), model, patch.rings, 0.2);
    });
    expect(new Set(words).size).toBe(words.length);
    for (const w of words) expect(w).toMatch(/^all of the (upper|lower|left|right|middle)[a-z ]* face$/);
  });

  test('every zone of the map is told where it lies: its spots lie on the face that is named', () => {
    const sabre = { ...forms.blade.defaults, lengthMm: 40, widthMm: 6, curveMm: 9, edges: 'right' as const };
    const own = part(sabre);
    const model = modelOf(sabre);
    const { zones } = partSheet(own, rigged({ keyClockHours: 10 })).zones;
    for (const z of zones.filter((q) => q.coverShare > 0.005 && q.coverShare < 0.5)) {
      const text = whereText(own, model, z.cover, z.coverShare);
      const faces = new Set(
        z.cover.filter((r) => signedArea(r) > 0.2).flatMap((r) => r.map((p) => anchorAt(model, p)?.patch)),
      );
      if (text.includes('inner')) expect(faces).toContain(0);
      if (text.includes('outer')) expect(faces).toContain(1);
      expect(text).toMatch(/heel/);
    }
  });

  test('dots one by one where they are few, on each of many alike', () => {
    const told = (form: Form) => partSheet(part(form), rigged({ keyClockHours: 10 })).glintPlaces;
    expect(told(dome(10))).toMatch(/^1 dot: toward (10|11) o'clock$/);
    expect(told({ ...forms.rivets.defaults, count: 3 })).toMatch(
      /^a dot on each head, toward (10|11) o'clock$/,
    );
    expect(told(blade)).toMatch(/from the heel/);
    expect(told(blade)).not.toMatch(/map/);
  });

  test('large shares are not listed', () => {
    expect(said(dome(10), 0, 0, 1)).toBe('all of it');
    expect(said(dome(10), 0, 0, 0.7)).toBe('all but the darkest places');
    expect(whereText(standing(dome(10)), modelOf(dome(10)), [], 0)).toBe('nothing at this size');
  });

  test('the light of a dome is said toward the light', () => {
    for (const [hours, word] of [
      [9, /9|10/],
      [12, /12/],
      [3, /2|3/],
    ] as const) {
      const { zones } = partSheet(part(dome(10)), rigged({ keyClockHours: hours, keyHeightDeg: 20 })).zones;
      const top = zones.filter((z) => z.cover.length > 0).at(-1)!;
      expect(whereText(standing(dome(10)), modelOf(dome(10)), top.cover, top.coverShare)).toMatch(word);
    }
  });
});

describe('amounts', () => {
  test('grow with area and coats; glazes take less; small ones go by brush tip', () => {
    expect(mixedMl(1000, 2)).toBeCloseTo(2 * mixedMl(1000, 1), 12);
    expect(mixedMl(1000, 1)).toBeCloseTo(0.09, 12);
    expect(mixedMl(1000, 1, true)).toBeLessThan(mixedMl(1000, 1));
    expect(amountText(0.02)).toBe('by brush tip');
    expect(amountText(0.18)).toBe('4 drops');
    expect(amountText(0.18, { role: 'tint', airbrush: true })).toBe('8 drops in the cup');
    expect(amountText(0.18, { role: 'undercoat', airbrush: true })).toBe('8 drops in the cup, or a can');
  });

  test('minutes start above nothing and grow', () => {
    expect(activeMinutes.layer(0, 1)).toBeGreaterThan(0);
    expect(activeMinutes.layer(200, 2)).toBeGreaterThan(activeMinutes.layer(200, 1));
    expect(activeMinutes.line(60)).toBeGreaterThan(activeMinutes.line(10));
    expect(activeMinutes.dots(3)).toBeGreaterThan(activeMinutes.dots(1));
  });
});

test('the largest brush whose tip fits is named; of the painter’s own where there are any', () => {
  expect([2, 0.6, 0.36, 0.1].map((w) => brushFor(w)?.name ?? null)).toEqual([
    'size 2',
    'size 0',
    'size 00',
    null,
  ]);
  const own = [
    { id: 'a', name: 'Liner', tipMm: 0.2 },
    { id: 'b', name: 'Mop', tipMm: 3 },
  ];
  expect([5, 2.9, 0.1].map((w) => brushFor(w, own)?.name ?? null)).toEqual(['Mop', 'Liner', null]);
});

describe('where the light from below is told to lie', () => {
  const bounceOf = (side: 'convex' | 'scoop', keyClockHours: number) => {
    const own = newPart('p', { ...forms.dome.defaults, widthMm: 12, heightMm: 12, side });
    const piece = newPiece('x', 'X', [own]);
    return partSheet(own, { ...piece, rig: { ...piece.rig, keyClockHours } }).bounce;
  };

  test('on a dome along the rim away from the light, in a hollow on the lamp’s own side', () => {
    expect(bounceOf('convex', 10)).toBe("along the rim toward 4 o'clock, away from the main light");
    expect(bounceOf('convex', 1)).toBe("along the rim toward 7 o'clock, away from the main light");
    expect(bounceOf('scoop', 10)).toBe("inside the hollow toward 10 o'clock, on the lamp's own side");
  });
});

describe('what tints as a colour does', () => {
  const named = (...names: string[]): Paint[] =>
    names.map((name) => ({ ...towline[0], kind: 'paint', id: name, name, hex: colourOfWords(name)! }));

  test('one paint of its hue; two together where none has it; none in words', () => {
    const fire = '#f2a63c';
    expect(tintMix(fire, named('dark ochre', 'warm yellow', 'violet'))).toEqual([
      { paint: 'warm yellow', parts: 1 },
    ]);
    const orange = tintMix('#e06a20', named('strong yellow', 'red', 'blue'));
    expect(orange.map((m) => m.paint).sort()).toEqual(['red', 'strong yellow']);
    expect(tintMix('#b9c6d2', named('red', 'ochre', 'black', 'white'))).toEqual([]);
    const wanted = tintWanted('#b9c6d2', named('red', 'white'));
    expect(wanted.words).toBe('a glaze of a pale blue');
    expect(wanted.missing).toMatch(/^No such blue is on your shelf; nearest is white, \d+ off$/);
    expect(tintWanted('#b9c6d2', []).missing).toBe('No blue is on your shelf');
  });
});

test('a glow close by is laid last, ground first and its tints from pale outward, on true metal too', () => {
  const base = newPiece('x', 'X', [newPart('p', forms.dome.defaults)]);
  const [iron] = lockMilitia.ladders;
  const finish = { ...base.parts[0].finish, ladder: iron.id } as (typeof base.parts)[0]['finish'];
  const glow = {
    id: 'n1',
    name: 'Lantern',
    where: { kind: 'near' as const, xMm: 6, yMm: -3, depthMm: 4, sizeMm: 6 },
    hex: '#f2a63c',
    strength: 0.7,
  };
  const piece = {
    ...base,
    ladders: [iron],
    paints: lockMilitia.paints,
    parts: [{ ...base.parts[0], finish }],
    wear: [{ id: 'w', part: 'p', kind: 'chips' as const, share: 0.03, strength: 1, seed: 3, places: [] }],
    rig: { ...base.rig, purpose: 'display' as const, neighbours: [glow] },
  };
  const orderOf = (p: typeof piece) => paintingOrder(p, new Map([['p', partSheet(p.parts[0], p)]]));
  const order = orderOf(piece);
  const passes = order.filter((l) => l.role === 'glow');
  expect(passes.map((l) => l.step)).toEqual(['n1-ground', 'n1-core', 'n1-pale', 'n1-full', 'n1-far']);
  expect(passes[0].title).toBe('Glow of lantern, light ground');
  expect(order.slice(-5)).toEqual(passes);
  expect(order.findIndex((l) => l.role === 'wear')).toBeGreaterThan(-1);
  for (const l of passes) expect(l.parts[0].where).toMatch(/toward [345] o'clock/);
  // Sky and ground are no passes of flake, nor of its picture.
  expect(order.some((l) => l.role === 'tint')).toBe(false);
  const prepared = preparePart(piece.parts[0], piece);
  expect(prepared.metal!.tints).toEqual([]);
  const stages = passes.map((l) => stageOfPart(prepared, l, piece).glow);
  expect(stages).toEqual([1, 2, 3, 4, 5]);
  const worn = order.find((l) => l.role === 'wear')!;
  expect(stageOfPart(prepared, worn, piece)).toMatchObject({ glow: 0, glints: true, edges: true });
  const dark = orderOf({ ...piece, rig: { ...piece.rig, neighbours: [] } });
  expect(dark.some((l) => l.role === 'glow')).toBe(false);
});
