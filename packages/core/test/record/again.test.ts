import { beforeAll, describe, expect, test } from '@jest/globals';
import {
  anotherFrom,
  boundsOfParts,
  brassHeron,
  doneOtherwise,
  keepsSize,
  lockKeepersArm,
  readPiece,
  tickFor,
  writePiece,
  type OrderLayer,
  type Tick,
} from '../../src/index.js';
import { orderOf } from '../support.js';

const piece = lockKeepersArm;
const AT = '2026-11-29T19:00:00Z';
const ANOTHER = { id: 'second-arm', name: 'Second arm', heightMm: piece.heightMm, copies: 3 };

let order: readonly OrderLayer[];
beforeAll(() => {
  order = orderOf(piece);
});
/** A layer ticked as planned, but for what is told. */
const ticked = (layer: OrderLayer, did: Partial<Tick['did']> = {}) =>
  layer.parts.map((s) => {
    const tick = tickFor(s, layer, { copy: 1, doneAt: AT });
    return { ...tick, did: { ...tick.did, ...did } };
  });

describe('what was done otherwise than planned', () => {
  test('is nothing where all went by the plan, or nothing was done', () => {
    expect(doneOtherwise([], order)).toEqual([]);
    expect(
      doneOtherwise(
        order.flatMap((l) => ticked(l)),
        order,
      ),
    ).toEqual([]);
  });

  test('is told a layer a line: coats, mix and minutes', () => {
    const [first, second] = order;
    const ticks = [
      ...ticked(first, { coats: first.parts[0].coats + 1 }),
      ...ticked(second, { mix: '3 of something, 1 of another', minutes: 90 }),
    ];
    const lines = doneOtherwise(ticks, order);
    expect(lines).toHaveLength(2);
    expect(lines[0]).toMatch(new RegExp(`^${first.title}: \\d(\\.\\d)? coats, planned`));
    expect(lines[1]).toContain('mixed 3 of something, 1 of another');
    expect(lines[1]).toMatch(/ h( \d+)?, planned /);
  });

  test('steps that the order has no more are left out', () => {
    const gone = ticked(order[0], { coats: 9 }).map((t) => ({ ...t, step: 'gone' }));
    expect(doneOtherwise(gone, order)).toEqual([]);
  });
});

describe('another of a piece', () => {
  const done = () => ({
    ...piece,
    notes: [
      { id: 'note', part: null, text: 'Thin it more', madeAt: AT, photo: null, told: null, mended: null },
      {
        id: 'photo',
        part: null,
        text: 'Photo of it',
        madeAt: AT,
        photo: 'a'.repeat(64),
        told: null,
        mended: null,
      },
    ],
    run: { ticks: ticked(order[0], { coats: 5 }) },
    table: { ...piece.table, evenings: [{ date: '2026-11-29', startMin: 1140, minutes: 120 }] },
  });

  test('has the plan and what was learned of it; ticks, evenings and photos stay', () => {
    const again = anotherFrom(done(), order, ANOTHER);
    expect(readPiece(writePiece(again))).toEqual(again);
    expect([again.id, again.name, again.copies]).toEqual(['second-arm', 'Second arm', 3]);
    expect(again.run).toBeUndefined();
    expect(again.table.evenings).toEqual([]);
    expect(again.parts).toEqual(piece.parts);
    expect(again.ladders).toEqual(piece.ladders);
    expect(again.notes.map((n) => n.text)).toEqual([
      'Last time, Thin it more',
      expect.stringMatching(new RegExp(`^Last time, ${order[0].title}: 5 coats`)),
    ]);
    expect(new Set(again.notes.map((n) => n.id)).size).toBe(2);
    // Nothing of the first stands in the evenings of the second, nor is it told twice of as last time in a third.
    expect(again.notes.every((n) => n.madeAt === null)).toBe(true);
    expect(anotherFrom(again, order, { ...ANOTHER, id: 'third-arm' }).notes).toEqual(again.notes);
  });

  test('of another size grows with all its lengths and places', () => {
    const twice = anotherFrom(piece, order, { ...ANOTHER, heightMm: 2 * piece.heightMm });
    const [small, large] = [piece, twice].map((p) => boundsOfParts(p.parts));
    expect((large.right - large.left) / (small.right - small.left)).toBeCloseTo(2, 1);
    expect(twice.heightMm).toBe(2 * piece.heightMm);
  });

  test('cut from a miniature’s own surface stays as large as that is', () => {
    expect(keepsSize(brassHeron)).toBe(true);
    expect(keepsSize(piece)).toBe(false);
    const again = anotherFrom(brassHeron, [], { ...ANOTHER, heightMm: 200 });
    expect([again.heightMm, again.parts]).toEqual([brassHeron.heightMm, brassHeron.parts]);
  });
});
