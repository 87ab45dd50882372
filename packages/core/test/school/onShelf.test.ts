import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  canonicalPiece,
  changeSchool,
  coldSteel,
  EMPTY_SHELF,
  flakeLadder,
  forms,
  hexToLab,
  knownPaints,
  ladderColours,
  ladderReading,
  metals,
  missingAmong,
  missingText,
  mixedKinds,
  MIXED_KINDS,
  newPart,
  newPiece,
  paintingOrder,
  paintOf,
  paintsById,
  partSheet,
  pieceOnShelf,
  readTypedPaints,
  schools,
  shelved,
  shelfOf,
  towline,
  withLadder,
  type Ladder,
  type Paint,
  type Piece,
  type SchoolId,
  type Shelf,
} from '../../src/index.js';
import { runs } from '../support.js';

const shelfWith = (paints: readonly Paint[]): Shelf => shelfOf(paints, []);
const steel = newPiece('x', 'X', [newPart('p', forms.dome.defaults)]);
const IDS = Object.keys(schools) as SchoolId[];

/** A ladder whose every step is one of some paints. */
const ladderOf = (school: SchoolId, paints: readonly Paint[], draw: number): Ladder => ({
  ...coldSteel,
  school,
  steps: coldSteel.steps.map((s, k) => ({
    ...s,
    mix: [{ paint: paints[(draw + 3 * k) % paints.length].id, parts: 1 }],
  })),
});

/** Every paint that an order takes in hand, and whether it is on the shelf. */
function namedIn(piece: Piece): string[] {
  const [part] = piece.parts;
  const sheets = new Map([[part.id, partSheet(part, piece)]]);
  return paintingOrder(piece, sheets).flatMap((l) => l.mix.map((m) => m.paint));
}

describe('a pot that took the place of another under its id', () => {
  test('is what stands there: it is named, and not the one that was taken off', () => {
    const primer = towline.find((p) => p.kind === 'primer')!;
    const mine = { ...primer, name: 'My own primer', hex: '#6e7073' };
    const owned = shelfWith(towline.map((p) => (p.id === primer.id ? mine : p)));
    const named = (shelf: Shelf) => pieceOnShelf(steel, shelf).paints.find((p) => p.id === primer.id);
    expect(steel.paints).toContainEqual(primer);
    expect(named(owned)).toMatchObject({ name: mine.name, hex: mine.hex });
    // What was only measured anew is still the paint that the piece was mixed with.
    const measured = shelfWith(towline.map((p) => (p.id === primer.id ? { ...p, hex: '#202124' } : p)));
    expect(named(measured)).toEqual(primer);
  });
});

describe('only what is owned', () => {
  test('whatever the shelf and the approach, no pass names a paint that is not on it', () => {
    const some = fc.subarray([...towline], { minLength: 2, maxLength: 14 });
    fc.assert(
      fc.property(some, fc.constantFrom(...IDS), fc.nat(50), (owned, school, draw) => {
        const kinds = schools[school].metal === 'flake' ? new Set(['metallic']) : MIXED_KINDS;
        const mixed = owned.filter((p) => kinds.has(p.kind));
        fc.pre(mixed.length > 0 && owned.some((p) => p.kind === 'primer' || p.kind === 'paint'));
        const ladder = ladderOf(school, mixed, draw);
        const piece = { ...steel, ladders: [ladder], paints: [...towline] };
        const planned = { ...piece, ...pieceOnShelf(piece, shelfWith(owned)) };
        const ids = new Set(owned.map((p) => p.id));
        for (const pass of schools[school].passes({ ladder: planned.ladders[0], paints: planned.paints }))
          for (const { paint } of pass.mix) expect([pass.role, ids.has(paint)]).toEqual([pass.role, true]);
      }),
      { numRuns: runs(200) },
    );
  });

  test('the whole order of a piece keeps to ten paints, tints and lines too', () => {
    const ten = towline.filter((p) => p.kind === 'paint').slice(0, 9);
    const owned = [...ten, towline.find((p) => p.kind === 'primer')!];
    const piece: Piece = { ...steel, ladders: [ladderOf('dark-first', ten, 1)], paints: [...towline] };
    const planned = { ...piece, ...pieceOnShelf(piece, shelfWith(owned)) };
    const ids = owned.map((p) => p.id);
    for (const id of namedIn(planned)) expect(ids).toContain(id);
  });

  test('a paint that steps name and that is not there is told, with what comes nearest and how far off', () => {
    const chalk = towline.find((p) => p.id === 'chalk')!;
    const owned = towline.filter((p) => p.id !== 'chalk');
    const planned = pieceOnShelf({ ladders: [coldSteel], paints: [...towline] }, shelfWith(owned));
    const [missing, ...more] = missingAmong(['chalk', 'lampsoot'], planned.paints);
    expect(more).toEqual([]);
    expect(missing.paint).toEqual(chalk);
    expect(missing.nearest!.kind).toBe('paint');
    expect(missing.off).toBeGreaterThan(0);
    const told = (paint: string, thinner: 'water' | 'medium' = 'water') =>
      missingText({ mix: [{ paint, parts: 1 }], water: 1, thinner }, planned.paints, null);
    expect(told('chalk')).toBe(
      `Chalk is not on your shelf; nearest is ${missing.nearest!.name}, ${Math.round(missing.off)} off`,
    );
    expect(told('lampsoot')).toBe('');
    expect(told('lampsoot', 'medium')).toBe('');
  });

  test('a pot that ran out counts as missing; an empty shelf tells nothing', () => {
    const shelf = shelfWith(towline);
    const empty = {
      ...shelf,
      paints: shelf.paints.map((p) => (p.id === 'chalk' ? { ...p, left: 'none' as const } : p)),
    };
    const piece = { ladders: [coldSteel], paints: [...towline] };
    const { paints } = pieceOnShelf(piece, empty);
    expect(missingAmong(['chalk'], paints).map((m) => m.usedUp)).toEqual([true]);
    const text = missingText(
      { mix: [{ paint: 'chalk', parts: 1 }], water: 1, thinner: 'water' },
      paints,
      null,
    );
    expect(text).toMatch(/^Chalk is used up; nearest is /);
    // A pot of another name in its place is another paint.
    const other = {
      ...empty,
      paints: empty.paints.map((p) => (p.id === 'chalk' ? { ...p, name: 'Lime' } : p)),
    };
    expect(missingAmong(['chalk'], pieceOnShelf(piece, other).paints).map((m) => m.usedUp)).toEqual([false]);
    expect(pieceOnShelf(piece, shelfWith([]))).toEqual(piece);
  });

  test('another undercoat takes the place of one that is not there, and says so', () => {
    const grey = towline.find((p) => p.id === 'grey-primer')!;
    const owned = [grey, ...towline.filter((p) => p.kind === 'paint')];
    const planned = pieceOnShelf({ ladders: [coldSteel], paints: [...towline] }, shelfWith(owned));
    const [under] = schools['dark-first'].passes({ ladder: planned.ladders[0], paints: planned.paints });
    expect(under.mix).toEqual([{ paint: 'grey-primer', parts: 1 }]);
    expect(under.why).toMatch(/nearest of your primers/);
    const noPrimer = towline.filter((p) => p.kind === 'paint');
    const bare = pieceOnShelf({ ladders: [coldSteel], paints: [...towline] }, shelfWith(noPrimer));
    const [brushed] = schools['dark-first'].passes({ ladder: bare.ladders[0], paints: bare.paints });
    expect(brushed.tool.kind).toBe('brush');
    expect(brushed.why).toMatch(/in place of a primer/);
    // Ordinary paint, fuller than a layer: it does not take the hour of a primer.
    expect(brushed.waitMin).toBeGreaterThan(8);
    expect(brushed.waitMin).toBeLessThan(under.waitMin);
  });

  test('what only a plan knows is never saved, nor put into the piece by an edit', () => {
    const owned = towline.filter((p) => p.kind !== 'primer' && p.id !== 'chalk');
    const planned = { ...steel, ...pieceOnShelf(steel, shelfWith(owned)) };
    const saved = canonicalPiece(planned);
    expect(JSON.stringify(saved)).not.toMatch(/missing|undercoatAsked/);
    const put = withLadder(steel, planned.ladders[0], planned.paints);
    expect(JSON.stringify(put)).not.toMatch(/"missing"|undercoatAsked/);
  });

  test('a shelf of one paint, of inks, of flakes alone still gives an order, and words for what it lacks', () => {
    for (const kinds of [['paint'], ['ink'], ['metallic']] as const) {
      const owned = towline.filter((p) => kinds.includes(p.kind as never)).slice(0, 3);
      const planned = { ...steel, ...pieceOnShelf(steel, shelfWith(owned)) };
      const [part] = planned.parts;
      const order = paintingOrder(planned, new Map([[part.id, partSheet(part, planned)]]));
      expect(order.length).toBeGreaterThan(5);
      expect(order.some((l) => l.missing !== '')).toBe(true);
    }
  });
});

describe('flakes by hue', () => {
  const near = (id: string, paints: readonly Paint[] = towline) => {
    const metal = metals.find((m) => m.id === id)!;
    return flakeLadder(coldSteel, 'layered-flake', metal, paints);
  };
  const isFlake = (p: Paint) => p.kind === 'metallic';
  const chromaOf = ({ hex }: Paint) => {
    const { a, b } = hexToLab(hex);
    return Math.hypot(a, b);
  };
  /** What every step of a ladder is mixed of. */
  const madeOf = (ladder: Ladder, paints: readonly Paint[] = towline) =>
    ladder.steps.map((s) =>
      s.mix.map(({ paint, parts }) => ({ p: paints.find((p) => p.id === paint)!, parts })),
    );
  const typed = (text: string) =>
    shelved(
      EMPTY_SHELF,
      readTypedPaints(text).map((l) => l.paint!),
    ).shelf.paints.map(paintOf);

  test('silver and steel are made of grey flakes alone, and gold and brass of yellow ones', () => {
    for (const m of metals) {
      const ladder = near(m.id);
      if (!ladder) continue;
      const flakes = madeOf(ladder).map((mix) =>
        mix.filter(({ p }) => isFlake(p)).map(({ p }) => chromaOf(p)),
      );
      const neutral = flakes.flat().every((c) => c < 12);
      // Silver may go into a pale gold, and no step is silver alone.
      const coloured = flakes.every((mix) => mix.some((c) => c >= 10));
      expect([m.id, neutral || coloured]).toEqual([m.id, true]);
    }
    expect(
      madeOf(near('cold-steel')!)
        .flat()
        .every(({ p }) => isFlake(p) && chromaOf(p) < 12),
    ).toBe(true);
  });

  test('one flake alone is darkened with what keeps it nearest to its metal, and is read as that metal', () => {
    const owned = typed('black\nwhite\nsilver\ngold\nbrown wash\nblack wash');
    for (const id of ['cold-steel', 'silver', 'gold', 'old-gold', 'brass']) {
      const ladder = near(id, owned)!;
      const [dark, plain] = madeOf(ladder, owned);
      expect(plain.map(({ p }) => isFlake(p))).toEqual([true]);
      // It stays metal: two parts of flake to one of paint at least.
      expect(dark.find(({ p }) => isFlake(p))!.parts).toBeGreaterThanOrEqual(2);
      const colours = ladderColours(ladder, paintsById(owned));
      expect(colours[1].l - colours[0].l).toBeGreaterThan(8);
      // The flake as it is covers more than dots.
      expect(ladder.steps[1].aimedShare).toBeGreaterThan(0.2);
      expect(ladderReading(ladder, colours).metal.id).toBe(id);
    }
    expect(near('copper', owned)).toBeNull();
  });

  test('one coloured flake is lit with silver where that is paler; silver is never lit with gold', () => {
    const owned = typed('dark brown\nblack\ncopper\nsilver');
    const copper = madeOf(near('copper', owned)!, owned);
    expect(copper.at(-1)!.map(({ p }) => p.name)).toEqual(['copper', 'silver']);
    for (const { p } of madeOf(near('silver', owned)!, owned).flat()) expect(p.name).not.toBe('copper');
  });

  test('a step of flake may be mixed with other flakes and with what darkens it, one of paint with neither flake nor wash', () => {
    expect(mixedKinds('wash-and-lift')).toEqual(['metallic', 'paint', 'ink', 'wash']);
    expect(mixedKinds('dark-first')).toEqual(['paint', 'ink']);
  });

  test('a brown wash is a wash, if not the brown that was asked for', () => {
    const owned = typed('black primer\nblack\nsilver\nbrown wash');
    const ladder = flakeLadder(
      coldSteel,
      'wash-and-lift',
      metals.find((m) => m.id === 'silver')!,
      owned,
    )!;
    const wash = schools['wash-and-lift'].passes({ ladder, paints: owned }).find((p) => p.step === 'wash')!;
    expect(wash.words).toBeNull();
    expect(wash.mix.map((m) => owned.find((p) => p.id === m.paint)!.name)).toEqual(['brown wash']);
    // A pale one shades nothing.
    const pale = typed('black primer\nblack\nsilver\nflesh wash');
    const other = schools['wash-and-lift'].passes({ ladder, paints: pale }).find((p) => p.step === 'wash')!;
    expect(other.mix.map((m) => pale.find((p) => p.id === m.paint)!.name)).toEqual(['black']);
  });

  test('flakes of one value are no steps: the nearest is taken', () => {
    const owned = typed('dark brown\nbronze\ncopper');
    expect(
      madeOf(near('copper', owned)!, owned)
        .flat()
        .map(({ p }) => p.name),
    ).not.toContain('bronze');
  });

  test('with gilt alone there is no silver, and that is said', () => {
    const gilt = towline.filter((p) => p.id === 'pale-gilt' || p.id === 'bell-brass');
    expect(near('cold-steel', gilt)).toBeNull();
    // And no gold where nothing darkens the only one.
    expect(near('gold', gilt.slice(0, 1))).toBeNull();
    const metal = metals.find((m) => m.id === 'cold-steel')!;
    expect(changeSchool(coldSteel, 'layered-flake', metal, knownPaints(shelfWith(gilt), []))).toEqual({
      kind: 'too-few-flakes',
    });
  });
});
