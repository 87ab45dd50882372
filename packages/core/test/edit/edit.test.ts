import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  chosenParts,
  forms,
  freePlaceFor,
  library,
  MOST_PARTS,
  moved,
  newPart,
  newPiece,
  partsFor,
  reordered,
  resized,
  boundsOfParts,
  formSized,
  ungrouped,
  sluiceWarden,
  withDuplicate,
  withNextComposition,
  withOverride,
  withoutOverrides,
  withoutParts,
  withPartInGroup,
  withPartInNewGroup,
  withPartMade,
  withPartsAdded,
  withTwin,
  writePiece,
  type Chosen,
  type Piece,
} from '../../src/index.js';
import { runs } from '../support.js';

const HERE = { xMm: 0, yMm: 0 };
const three = newPiece(
  'x',
  'X',
  ['a', 'b', 'c'].map((id) => newPart(id, forms.dome.defaults, id)),
);
const order = (piece: Piece) => piece.parts.map((p) => p.id).join('');
const part = (id: string): Chosen => ({ kind: 'part', id });

describe('adding parts', () => {
  test('one takes metal and polish from the last of metal, and stands in front', () => {
    const satin = { ...three.parts[2].finish, polish: 'satin' } as (typeof three.parts)[2]['finish'];
    const piece = { ...three, parts: [...three.parts.slice(0, 2), { ...three.parts[2], finish: satin }] };
    const { piece: after, chosen } = withPartsAdded(
      piece,
      [newPart('blade', forms.blade.defaults)],
      HERE,
      null,
    );
    expect(after.parts.at(-1)).toMatchObject({ id: 'blade', finish: satin, group: null });
    expect(chosen).toEqual(part('blade'));
  });

  test('what is added one after the other at one place hides nothing of what is there', () => {
    let piece: Piece = newPiece('x', 'X', []);
    for (const kind of ['dome', 'blade', 'tube', 'disc', 'plate', 'rivets', 'ring'] as const) {
      const parts = [newPart(kind, forms[kind].defaults)];
      piece = withPartsAdded(piece, parts, freePlaceFor(piece, parts, HERE), null).piece;
    }
    const boxes = piece.parts.map((p) => boundsOfParts([p]));
    boxes.forEach((a, i) =>
      boxes.slice(i + 1).forEach((b) => {
        const w = Math.min(a.right, b.right) - Math.max(a.left, b.left);
        const h = Math.min(a.top, b.top) - Math.max(a.bottom, b.bottom);
        const smaller = Math.min(...[a, b].map((q) => (q.right - q.left) * (q.top - q.bottom)));
        if (w > 0 && h > 0) expect((w * h) / smaller).toBeLessThanOrEqual(0.15);
      }),
    );
    expect(freePlaceFor({ parts: [] }, [newPart('a', forms.dome.defaults)], HERE)).toEqual(HERE);
  });

  test('a set comes as a group of its own, as often as it is wanted, and its ladders with it', () => {
    const set = library.find((i) => i.set)!;
    const empty = { ...newPiece('x', 'X', []), ladders: [] };
    const once = withPartsAdded(empty, set.parts, HERE, set.label);
    const twice = withPartsAdded(once.piece, set.parts, { xMm: 20, yMm: 0 }, set.label);
    expect(twice.chosen).not.toEqual(once.chosen);
    expect(chosenParts(twice.piece, twice.chosen)).toHaveLength(set.parts.length);
    expect(new Set(twice.piece.parts.map((p) => p.id)).size).toBe(2 * set.parts.length);
    const named = twice.piece.parts.flatMap((p) => (p.finish.kind === 'metal' ? [p.finish.ladder] : []));
    for (const id of named) expect(twice.piece.ladders.map((l) => l.id)).toContain(id);
    // What it made can be saved.
    expect(() => writePiece(twice.piece)).not.toThrow();
  });

  test('one made by taps is named for what it is, and counted', () => {
    const made = { form: forms.tube.defaults, place: three.parts[0].place };
    const once = withPartMade(three, made, 'Knee plate');
    const twice = withPartMade(once.piece, made, 'Knee plate');
    expect(twice.piece.parts.slice(-2)).toMatchObject([
      { id: 'knee-plate', name: 'Knee plate' },
      { id: 'knee-plate-2', name: 'Knee plate 2' },
    ]);
  });

  test('a full piece stays as it is', () => {
    const full = newPiece(
      'x',
      'X',
      Array.from({ length: MOST_PARTS }, (_, i) => newPart(`p${i}`, forms.dome.defaults)),
    );
    const added = withPartsAdded(full, [newPart('one', forms.dome.defaults)], HERE, null);
    expect(added).toEqual({ piece: full, chosen: null });
    expect(withDuplicate(full, part('p0')).piece).toBe(full);
  });
});

describe('copies', () => {
  test('stand right in front of what they were made from, with its changes by hand', () => {
    const held = withOverride(three, 'a', { kind: 'edge', value: 0.5 });
    const { piece, chosen } = withDuplicate(held.piece, part('a'));
    expect(piece.parts.map((p) => p.id)).toEqual(['a', chosen!.id, 'b', 'c']);
    expect(piece.adjustments.filter((a) => a.part === chosen!.id)).toMatchObject([
      { kind: 'edge', value: 0.5 },
    ]);
  });

  test('a twin of a twin lies where the first lay', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -40, max: 40, noNaN: true }),
        fc.integer({ min: -90, max: 90 }),
        (xMm, rollDeg) => {
          const at = { ...three.parts[0], place: { ...three.parts[0].place, xMm, rollDeg } };
          const one = withTwin({ ...three, parts: [at] }, part('a'));
          const two = withTwin(one.piece, one.chosen);
          const { place } = chosenParts(two.piece, two.chosen)[0];
          expect(place.xMm).toBeCloseTo(xMm, 9);
          expect(place.rollDeg).toBeCloseTo(rollDeg, 9);
        },
      ),
    );
  });

  test('a group copied is another group', () => {
    const grouped = withPartInNewGroup(withPartInNewGroup(three, 'a'), 'b');
    const [, { id }] = grouped.groups;
    const { piece, chosen } = withDuplicate(grouped, { kind: 'group', id });
    expect(chosen).toMatchObject({ kind: 'group' });
    expect(chosen!.id).not.toBe(id);
    expect(piece.groups.at(-1)!.name).toBe('Group 2, again');
    expect(chosenParts(piece, chosen)).toHaveLength(1);
  });
});

describe('taking away and moving', () => {
  test('whatever named a part forgets it', () => {
    const focal = sluiceWarden.parts.find((p) => p.id === sluiceWarden.rig.focalPart)!;
    const held = withOverride(sluiceWarden, focal.id, { kind: 'edge', value: 0.4 });
    const after = withoutParts(held.piece, part(focal.id));
    expect(after.rig.focalPart).toBeNull();
    expect(after.adjustments.filter((a) => a.part === focal.id)).toEqual([]);
    expect(after.parts).toHaveLength(sluiceWarden.parts.length - 1);
    expect(withoutParts(sluiceWarden, null)).toBe(sluiceWarden);
  });

  test('nearer and farther go one place, and stop at the ends', () => {
    expect(order(reordered(three, part('a'), 1))).toBe('bac');
    expect(order(reordered(three, part('c'), -1))).toBe('acb');
    expect(reordered(three, part('c'), 1)).toBe(three);
    expect(reordered(three, part('a'), -1)).toBe(three);
  });

  test('a group goes as one, past what stood next to it', () => {
    const g = withPartInNewGroup(three, 'a');
    const both = withPartInGroup(g, 'b', g.groups[0].id);
    expect(order(reordered(both, { kind: 'group', id: g.groups[0].id }, 1))).toBe('cab');
  });

  test('there and back again is where it was', () => {
    const there = moved(three, part('b'), { xMm: 3, yMm: -2 });
    expect(there.parts[1].place).toMatchObject({ xMm: 3, yMm: -2 });
    expect(there.parts[0]).toBe(three.parts[0]);
    expect(moved(there, part('b'), { xMm: -3, yMm: 2 })).toEqual(three);
  });

  test('a group that is left by its last part is gone; one taken apart leaves its parts', () => {
    const g = withPartInNewGroup(three, 'a');
    expect(withPartInGroup(g, 'a', null).groups).toEqual([]);
    const apart = ungrouped(g, g.groups[0].id);
    expect([apart.groups, apart.parts.map((p) => p.group)]).toEqual([[], [null, null, null]]);
  });
});

describe('changes by hand', () => {
  test('one about the same takes the place of the one before, under its id', () => {
    const once = withOverride(three, 'a', { kind: 'edge', value: 0.5 });
    const twice = withOverride(once.piece, 'a', { kind: 'edge', value: 0.7 });
    const other = withOverride(twice.piece, 'b', { kind: 'edge', value: 0.2 });
    expect(twice.id).toBe(once.id);
    expect(other.id).not.toBe(once.id);
    expect(other.piece.adjustments.map((a) => (a.kind === 'edge' ? a.value : null))).toEqual([0.7, 0.2]);
    expect(withoutOverrides(other.piece, [other.id]).adjustments).toHaveLength(1);
  });

  test('another composition changes that part alone', () => {
    const { parts } = withNextComposition(three, 'b');
    const [a, b, c] = three.parts;
    expect([parts[0], parts[2]]).toEqual([a, c]);
    expect(parts[1]).toEqual({ ...b, finish: { ...b.finish, composition: 1 } });
  });
});

describe('sizes', () => {
  test('a set fits the piece: 28 to 90 mm, and any other height', () => {
    for (const item of library.filter((i) => i.set)) {
      const asMade = boundsOfParts(item.parts);
      for (const heightMm of [28, 32, 54, 75, 90, 150]) {
        const now = boundsOfParts(partsFor(item, { heightMm }));
        const by = (now.top - now.bottom) / (asMade.top - asMade.bottom);
        expect(Math.abs(by / (heightMm / item.madeForMm) - 1)).toBeLessThan(0.05);
      }
    }
  });

  test('a figure of any height reaches from foot to crown of its piece, a soldier and a bust too', () => {
    for (const id of ['set-figure', 'set-soldier', 'set-bust'])
      for (const heightMm of [28, 75]) {
        const { top, bottom } = boundsOfParts(
          partsFor(
            library.find((i) => i.id === id)!,
            { heightMm },
          ),
        );
        expect((top - bottom) / heightMm).toBeGreaterThan(0.98);
        expect((top - bottom) / heightMm).toBeLessThan(1.02);
      }
  });

  test('what is chosen grows as one about its middle, and comes back', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.5, max: 2, noNaN: true }), (factor) => {
        const group = { kind: 'group', id: 'head' } as const;
        const before = boundsOfParts(chosenParts(sluiceWarden, group));
        const after = resized(sluiceWarden, group, factor);
        const now = boundsOfParts(chosenParts(after, group));
        expect((now.top - now.bottom) / (before.top - before.bottom)).toBeCloseTo(factor, 1);
        expect(now.top + now.bottom).toBeCloseTo(before.top + before.bottom, 0);
        // Nothing else moves, and the piece can be saved.
        const others = (p: Piece) => p.parts.filter((q) => q.group !== 'head');
        expect(others(after)).toEqual(others(sluiceWarden));
        expect(() => writePiece(after)).not.toThrow();
      }),
      { numRuns: runs(20) },
    );
  });

  test('of every form stay within what its fields take, however small or large', () => {
    for (const item of library)
      for (const factor of [0.02, 50])
        for (const p of item.parts) {
          const piece = {
            ...three,
            parts: [{ ...p, id: 'one', form: formSized(p.form, factor), group: null }],
          };
          expect(() => writePiece(piece)).not.toThrow();
        }
  });

  test('parts go before all others or behind them in one act, in their own order', () => {
    const two: Piece = {
      ...three,
      groups: [{ id: 'g', name: 'G' }],
      parts: three.parts.map((p) => ({ ...p, group: p.id === 'b' ? null : 'g' })),
    };
    const group: Chosen = { kind: 'group', id: 'g' };
    expect(order(reordered(two, group, 'front'))).toBe('bac');
    expect(order(reordered(two, group, 'back'))).toBe('acb');
    expect(order(reordered(two, part('a'), 'front'))).toBe('bca');
  });
});
