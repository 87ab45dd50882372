import { describe, expect, test } from '@jest/globals';
import {
  changeSchool,
  coldSteel,
  EMPTY_SHELF,
  forms,
  hexToLab,
  knownPaints,
  ladderFromSpec,
  metals,
  newPart,
  newPiece,
  orderFindings,
  pieceOnShelf,
  readTypedPaints,
  SCHOOLS,
  schools,
  searchMixesForLadder,
  shelved,
  shelfOf,
  towline,
  withKeptApproach,
  withLadder,
  type Ladder,
  type Metal,
  type Piece,
} from '../../src/index.js';
import { LONG, orderOf } from '../support.js';

const known = knownPaints(shelfOf(towline), []);
/** A metal's steps mixed from the demo shelf; null where its paints do not reach it. */
const mixed = (metal: Metal): Ladder | null =>
  searchMixesForLadder(
    ladderFromSpec({ ...coldSteel, id: metal.id }, { metal, steps: 5, crowd: 0 }),
    towline,
    null,
  )?.ladder ?? null;

const painted = new Map(metals.map((m) => [m.id, mixed(m)]));
const FORMS = ['blade', 'dome', 'mail', 'disc'] as const;
const all = FORMS.map((kind) => newPart(kind, forms[kind].defaults));
/** Of the four one, another in each combination; all of them where there is time. */
const formsFor = (k: number) => (LONG ? all : [all[k % all.length]]);

/** The ladder of a metal under an approach, from paint or from flakes; null where the shelf has not what it takes. */
function laid(school: (typeof SCHOOLS)[number], metal: Metal): Ladder | null {
  const from = painted.get(metal.id) ?? null;
  if (!from) return null;
  const change = changeSchool(from, school, metal, known);
  return change.kind === 'ready' || change.kind === 'flakes' ? change.ladder : null;
}

describe('every approach, on blade, dome, mail and disc', () => {
  test.each(SCHOOLS)('%s breaks no rule of order, in any metal that it suits', (school) => {
    let tried = 0;
    for (const [k, metal] of metals.entries()) {
      const parts = formsFor(k + SCHOOLS.indexOf(school));
      const ladder = laid(school, metal);
      if (!ladder) continue;
      const piece: Piece = {
        ...newPiece('x', 'X', parts),
        paints: [...towline],
        ladders: [ladder],
        parts: parts.map((p) => ({ ...p, finish: { ...p.finish, ladder: ladder.id } as typeof p.finish })),
      };
      const order = orderOf(piece);
      expect(order.length).toBeGreaterThan(4);
      expect(orderFindings(order, piece).map((f) => `${metal.id}: ${f.id}, ${f.title} ${f.message}`)).toEqual(
        [],
      );
      tried++;
    }
    expect(tried).toBeGreaterThan(schools[school].metal === 'flake' ? 1 : 5);
  });
});

/** What a painter begins with: one silver, and with luck one gold. */
const BEGINNERS = [
  'black primer\nblack\nwhite\nsilver\ngold\nbrown wash\nleather brown\ndark red',
  'black primer\nsilver\nviolet ink\nsatin varnish\nwhite',
  'silver\nblack',
];

test.each(BEGINNERS)(
  'true metal from one flake of its kind breaks no rule of order, on a shelf of %j',
  (text) => {
    const { shelf } = shelved(
      EMPTY_SHELF,
      readTypedPaints(text).map((l) => l.paint!),
    );
    const fresh = newPiece('x', 'X', [newPart('dome', forms.dome.defaults)]);
    const own = knownPaints(shelf, fresh.paints);
    let tried = 0;
    for (const school of SCHOOLS.filter((id) => schools[id].metal === 'flake'))
      for (const metal of metals) {
        const change = changeSchool(fresh.ladders[0], school, metal, own);
        if (change.kind !== 'flakes') continue;
        const held = { ...fresh, ...withLadder(fresh, change.ladder, own.paints) };
        const piece = { ...held, ...pieceOnShelf(held, shelf) };
        const order = orderOf(piece);
        expect(
          orderFindings(order, piece).map((f) => `${school}, ${metal.id}: ${f.title} ${f.message}`),
        ).toEqual([]);
        tried++;
      }
    expect(tried).toBeGreaterThan(4);
  },
);

describe('steps that are mixed for a metal', () => {
  test('keep to its own hue: gold is never green, silver never gilt', () => {
    for (const metal of metals) {
      const ladder = painted.get(metal.id);
      if (!ladder) continue;
      const hues = ladder.steps.flatMap(({ mix }) =>
        mix.map(({ paint }) => hexToLab(towline.find((p) => p.id === paint)!.hex)),
      );
      const green = hues.filter((l) => l.a < -8 && l.b > 4).length;
      if (['gold', 'old-gold'].includes(metal.id)) expect([metal.id, green]).toEqual([metal.id, 0]);
    }
    expect([...painted.values()].filter(Boolean).length).toBeGreaterThan(6);
  });

  test('an approach of one’s own is laid on each of them', () => {
    const kept = {
      id: 'mine',
      name: 'Mine',
      school: 'thin-glazes' as const,
      steps: ['a', 'b', 'c'],
      changes: [{ kind: 'leave-out' as const, id: 'x', pass: { role: 'bounce' as const, step: 'bounce' } }],
      paints: [],
    };
    for (const ladder of painted.values())
      if (ladder)
        expect(withKeptApproach(ladder, kept, towline).ladder).toMatchObject({ school: 'thin-glazes' });
  });
});
