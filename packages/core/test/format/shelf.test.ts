import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  mergedShelf,
  colourOfWords,
  EMPTY_SHELF,
  hexToLab,
  MOST_TYPED,
  paintId,
  readPaintList,
  readPalette,
  readShelf,
  readTypedPaints,
  RefusedInput,
  shelfOf,
  shelved,
  towline,
  writePaintList,
  writePalette,
  writeShelf,
} from '../../src/index.js';
import { TEN_BY_NAME } from '../support.js';

const shelf = shelfOf(towline);

describe('a typed list of paints', () => {
  test('is understood line by line, words in any order', () => {
    const lines = readTypedPaints(`
Wet slate #424f5c opaque
Lamp oil, d8862a, ink, very strong tint
"Ferry ochre"\t#C08A34\tsemi-opaque\tsatin
// the old pots
Fir 2 #abc translucent matte
Tin #b4b8bb metal`);
    expect(lines.map((l) => l.paint)).toEqual([
      {
        name: 'Wet slate',
        hex: '#424f5c',
        kind: 'paint',
        opacity: 'opaque',
        tint: 'normal',
        finish: 'matt',
        more: {},
      },
      {
        name: 'Lamp oil',
        hex: '#d8862a',
        kind: 'ink',
        opacity: 'transparent',
        tint: 'very strong',
        finish: 'matt',
        more: {},
      },
      {
        name: 'Ferry ochre',
        hex: '#c08a34',
        kind: 'paint',
        opacity: 'semi-opaque',
        tint: 'normal',
        finish: 'satin',
        more: {},
      },
      {
        name: 'Fir 2',
        hex: '#aabbcc',
        kind: 'paint',
        opacity: 'semi-transparent',
        tint: 'normal',
        finish: 'matt',
        more: {},
      },
      {
        name: 'Tin',
        hex: '#b4b8bb',
        kind: 'metallic',
        opacity: 'semi-opaque',
        tint: 'normal',
        finish: 'matt',
        more: {},
      },
    ]);
    expect(lines.map((l) => l.line)).toEqual([2, 3, 4, 6, 7]);
    expect(lines[4].message).toBe('taken as semi-opaque');
  });

  test('says of each line it does not understand why, and goes on with the next', () => {
    const lines = readTypedPaints(
      'Chalk\n#ffffff\nSoot #111 sparkling\nSoot #111111\nSOOT #222222\nReed #6f7c3c',
      new Set(['reed']),
    );
    expect(lines.map((l) => l.paint?.name ?? null)).toEqual([null, null, null, 'Soot', null, 'Reed']);
    expect(lines.map((l) => l.message)).toEqual([
      expect.stringMatching(/no colour in it.*#3a4550/),
      expect.stringMatching(/no name before/),
      expect.stringMatching(/"sparkling" is no word/),
      'taken as semi-opaque',
      expect.stringMatching(/stands in this list already/),
      expect.stringMatching(/on the shelf already/),
    ]);
  });

  test('names the words that it knows, once', () => {
    const lines = readTypedPaints(
      'Soot #111111 sparkling\nReed #6f7c3c fluffy\nChalk #fff strong tint gloss',
    );
    expect(lines[0].message).toMatch(
      /"sparkling" is no word.*accepted are .*metallic.*semi-opaque.*weak tint.*satin/,
    );
    expect(lines[1].message).toBe('"fluffy" is no word for kind, covering, tint, sheen or what is left');
    expect(lines[2].paint).toMatchObject({ tint: 'strong', finish: 'gloss' });
  });

  test('of 50,000 lines tells where it stops reading', () => {
    const long = Array.from({ length: 50_000 }, (_, i) => `Paint ${i} #424f5c opaque`).join('\n');
    const lines = readTypedPaints(long);
    expect(lines).toHaveLength(MOST_TYPED + 1);
    expect(lines[MOST_TYPED]).toMatchObject({
      paint: null,
      message: expect.stringMatching(/longer than 2000/),
    });
  });

  test('never fails, whatever is typed', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary', maxLength: 400 }), (text) => {
        for (const { paint } of readTypedPaints(text)) if (paint) expect(paint.hex).toMatch(/^#[0-9a-f]{6}$/);
      }),
    );
  });
});

describe('a shelf', () => {
  test('is read as it was written', () => {
    expect(readShelf(writeShelf(shelf))).toEqual(shelf);
    expect(() => readShelf('{"format":"pale-glint/shelf","version":9,"paints":[]}')).toThrow(RefusedInput);
  });

  test('leaves as a paint list and comes back from it, with code, notes and what is left', () => {
    const noted = {
      ...shelf,
      paints: shelf.paints.map((p, i) => ({
        ...p,
        code: `T${i}`,
        left: 'little' as const,
        notes: i % 2 ? 'thin, =SUM(A1)' : '',
      })),
    };
    const back = shelved(
      {
        ...noted,
        paints: noted.paints.map((p) => ({ ...p, hex: '#000000', left: 'none' as const, code: '' })),
      },
      readPaintList(writePaintList(noted.paints)),
    );
    expect(back.added).toEqual([]);
    expect(back.shelf).toEqual(noted);
    expect(writePaintList([{ ...shelf.paints[0], notes: '=1+1' }])).toContain("'=1+1");
  });

  test('leaves as a palette and comes back from it, names and colours', () => {
    const back = readPalette(writePalette('Towline', shelf.paints));
    expect(back.map((p) => [p.name, p.hex])).toEqual(shelf.paints.map((p) => [p.name, p.hex]));
    expect(readPalette('GIMP Palette\nName: x\n#\n  1 2 3 A\n4 5 6 a\n7 8 9').map((p) => p.name)).toEqual([
      'A',
      'a 2',
      'Colour #070809',
    ]);
    expect(() => readPalette('1 2 3 A')).toThrow(RefusedInput);
    expect(() => readPalette('GIMP Palette\n1 2 300 A')).toThrow(RefusedInput);
  });

  test('takes paints by name: new ones are added, known ones brought up to date, all else stays', () => {
    const {
      shelf: next,
      added,
      changed,
      same,
    } = shelved(shelf, [
      ...readTypedPaints('Chalk #f6f6f2 opaque\nlampsoot #101010 opaque\nPond skin #3a4a30 ink').map(
        (l) => l.paint!,
      ),
    ]);
    expect({ added, changed, same }).toEqual({
      added: ['Pond skin'],
      changed: ['Lampsoot'],
      same: ['Chalk'],
    });
    expect(next.paints.find((p) => p.id === 'lampsoot')).toMatchObject({ name: 'Lampsoot', hex: '#101010' });
    expect(next.paints.at(-1)).toMatchObject({ id: 'pond-skin', left: 'plenty', kind: 'ink' });
    expect(shelved(EMPTY_SHELF, towline).shelf).toEqual(shelf);
  });

  test('finds an id for any name', () => {
    expect(paintId('Ferry ochre', new Set())).toBe('ferry-ochre');
    expect(paintId('Ferry ochre', new Set(['ferry-ochre']))).toBe('ferry-ochre-2');
    expect(paintId('赤', new Set())).toBe('paint');
  });
});

test('a shelf of version 1 is read: nothing of its paints was measured', () => {
  const now = JSON.parse(writeShelf(shelfOf(towline))) as {
    version: number;
    paints: Record<string, unknown>[];
  };
  const old = { ...now, version: 1, paints: now.paints.map(({ contrast: _c, strength: _s, ...p }) => p) };
  expect(readShelf(JSON.stringify(old))).toEqual(readShelf(JSON.stringify(now)));
  expect(() => readShelf(JSON.stringify({ ...old, version: 9 }))).toThrow(/version/);
});

test('measured figures go out with the list and come back', () => {
  const shelf = shelfOf([{ ...towline[1], contrast: 0.912, strength: 2.4 }, towline[2]]);
  const back = shelved(EMPTY_SHELF, readPaintList(writePaintList(shelf.paints))).shelf.paints;
  expect(back.map((p) => [p.contrast, p.strength])).toEqual([
    [0.912, 2.4],
    [null, null],
  ]);
});

describe('colours by name', () => {
  const typed = (text: string) => readTypedPaints(text).map((l) => l.paint);
  const lch = (hex: string) => {
    const { l, a, b } = hexToLab(hex);
    return { l, c: Math.hypot(a, b), h: ((Math.atan2(b, a) * 180) / Math.PI + 360) % 360 };
  };

  test('ten paints typed by plain words alone are all understood, and marked as guessed', () => {
    const paints = typed(TEN_BY_NAME.join('\n'));
    expect(paints.map((p) => p?.name)).toEqual(TEN_BY_NAME);
    const { shelf } = shelved(
      EMPTY_SHELF,
      paints.map((p) => p!),
    );
    expect(shelf.paints.every((p) => p.guessed === 'yes')).toBe(true);
    const of = (name: string) => lch(shelf.paints.find((p) => p.name === name)!.hex);
    expect(of('deep violet').h).toBeGreaterThan(280);
    expect(of('deep violet').l).toBeLessThan(30);
    expect(of('warm yellow').h).toBeLessThan(of('strong yellow').h);
    expect(of('pale yellow').l).toBeGreaterThan(of('strong yellow').l);
    expect(of('pale yellow').c).toBeLessThan(of('strong yellow').c);
    expect(of('dark ochre').l).toBeLessThan(60);
    expect(of('dark red-brown').l).toBeLessThan(30);
    expect([of('blue-green').h > 160, of('blue-green').h < 230]).toEqual([true, true]);
    expect(of('white').l - of('black').l).toBeGreaterThan(80);
  });

  test('deep is darker than its colour, pale lighter, dull greyer, for every hue', () => {
    for (const hue of ['red', 'orange', 'yellow', 'green', 'blue', 'violet', 'brown', 'grey', 'teal']) {
      const [plain, deep, pale, dull] = ['', 'deep ', 'pale ', 'dull '].map((m) =>
        lch(colourOfWords(m + hue)!),
      );
      expect(deep.l).toBeLessThan(plain.l);
      expect(pale.l).toBeGreaterThan(plain.l);
      expect(dull.c).toBeLessThan(plain.c + 1);
    }
    // What is pale is pale, however dark the plain colour is.
    for (const hue of ['blue', 'violet', 'green', 'brown', 'red']) {
      const [plain, light, pale] = ['', 'light ', 'pale '].map((m) => lch(colourOfWords(m + hue)!).l);
      expect(light).toBeGreaterThan(plain + 20);
      expect(pale).toBeGreaterThan(light);
      expect(pale).toBeGreaterThan(68);
    }
  });

  test('names of woods, stones, fruit and sea are colours too', () => {
    const of = (name: string) => lch(colourOfWords(name)!);
    expect(of('sepia').l).toBeLessThan(of('brown').l);
    expect(of('sepia').c).toBeLessThan(of('brown').c);
    expect([of('midnight blue').l < of('blue').l, of('mahogany').h < of('walnut').h]).toEqual([true, true]);
    expect([of('charcoal').c < 5, of('charcoal').l < 30]).toEqual([true, true]);
    for (const [name, from, to] of [
      ['vermilion', 20, 60],
      ['honey', 60, 90],
      ['sage', 100, 150],
      ['aqua', 180, 230],
      ['ultramarine', 270, 300],
      ['mauve', 300, 345],
    ] as const)
      expect([name, of(name).h > from && of(name).h < to]).toEqual([name, true]);
    expect(typed('sepia wash')[0]).toMatchObject({ name: 'sepia wash', kind: 'wash' });
  });

  test('how full a pot is may be said in the line', () => {
    const leftOf = (line: string) => typed(line)[0]?.more['left'];
    expect(
      [
        'storm grey, nearly empty',
        'Wet slate #424f5c half full opaque',
        'black, empty',
        'white, plenty left',
      ].map(leftOf),
    ).toEqual(['little', 'half', 'none', 'plenty']);
    expect(leftOf('storm grey')).toBeUndefined();
    const { shelf } = shelved(
      EMPTY_SHELF,
      typed('storm grey, nearly empty').map((p) => p!),
    );
    expect(shelf.paints[0]).toMatchObject({ name: 'storm grey', left: 'little', guessed: 'yes' });
    expect(readTypedPaints('storm grey, thick')[0].message).toContain('little left');
  });

  test('words for its kind end a name or follow a comma; a name that is no colour says what is accepted', () => {
    expect(typed('deep violet ink')[0]).toMatchObject({ name: 'deep violet ink', kind: 'ink' });
    // A pot named by a metal has flakes, unless it is said to be paint.
    const kindOf = (line: string) => typed(line)[0]?.kind;
    expect(['dark iron', 'old gold', 'gunmetal', 'brass metallic'].map(kindOf)).toEqual(
      Array(4).fill('metallic'),
    );
    expect(['silver grey', 'gold, paint', 'iron oxide', 'red lead'].map(kindOf)).toEqual(
      Array(4).fill('paint'),
    );
    // A kind may be all of it, where it has no colour.
    expect(['medium', 'satin varnish', 'varnish'].map(kindOf)).toEqual(['medium', 'varnish', 'varnish']);
    // Two pots of one colour stay two.
    expect(typed('black\nblack primer').map((p) => [p!.name, p!.kind])).toEqual([
      ['black', 'paint'],
      ['black primer', 'primer'],
    ]);
    // What is clear needs no colour, and tells its sheen.
    expect(typed('satin varnish')[0]).toMatchObject({
      name: 'satin varnish',
      kind: 'varnish',
      finish: 'satin',
    });
    expect(typed('medium thinner')[0] ?? null).toBeNull();
    expect(typed('warm brown, wash')[0]).toMatchObject({ name: 'warm brown', kind: 'wash' });
    const [line] = readTypedPaints('frobnicate');
    expect(line.paint).toBeNull();
    expect(line.message).toMatch(/plain words such as deep violet/);
  });

  test('the older word for a one-coat paint is still read, in typed lines, lists and shelves', () => {
    expect(typed('Reed #6f7c3c contrast')[0]!.kind).toBe('one-coat');
    const list = 'name,hex,kind,opacity,tint,finish\nReed,#6f7c3c,contrast,transparent,,';
    expect(readPaintList(list)[0].kind).toBe('one-coat');
    const now = shelved(
      EMPTY_SHELF,
      typed('Reed #6f7c3c one-coat').map((p) => p!),
    ).shelf;
    const { guessed: _guessed, ...pot } = now.paints[0];
    const before = { ...now, version: 2, paints: [{ ...pot, kind: 'contrast' }] };
    expect(readShelf(JSON.stringify(before))).toEqual(now);
  });

  test('a colour given later is no guess any more', () => {
    const guessed = shelved(
      EMPTY_SHELF,
      typed('deep violet').map((p) => p!),
    ).shelf;
    expect(
      shelved(
        guessed,
        typed('deep violet #33205a').map((p) => p!),
      ).shelf.paints[0],
    ).toMatchObject({
      hex: '#33205a',
      guessed: 'no',
    });
  });
});

test('a shelf takes in what another has besides, by name, and keeps its own as it is', () => {
  const own = shelfOf(towline.slice(0, 3), [{ id: 'b', name: 'Fine', tipMm: 0.3 }]);
  const kept = {
    id: 'mine',
    name: 'Mine',
    school: 'dark-first' as const,
    steps: ['a'],
    changes: [],
    paints: [],
  };
  const [first] = own.paints;
  const other = {
    ...shelfOf([{ ...towline[5], id: first.id }], [{ id: 'b', name: 'Broad', tipMm: 2 }]),
    approaches: [kept],
  };
  other.paints.push({ ...first, hex: '#ff0000' });
  const merged = mergedShelf(own, other);
  expect(merged.paints.slice(0, 3)).toEqual(own.paints);
  expect(merged.paints.map((p) => p.name)).toEqual([...own.paints.map((p) => p.name), towline[5].name]);
  expect(new Set(merged.paints.map((p) => p.id)).size).toBe(4);
  expect(merged.brushes.map((b) => [b.id, b.name])).toEqual([
    ['b', 'Fine'],
    ['b-2', 'Broad'],
  ]);
  expect(merged.approaches).toEqual([kept]);
  expect(mergedShelf(merged, other)).toEqual(merged);
});
