import { describe, expect, test } from '@jest/globals';
import {
  couldBeSame,
  paintingOrder,
  partSheet,
  readPiece,
  RefusedInput,
  sluiceWarden,
  stepsGoBy,
  withDuplicate,
  withOneFinish,
  withoutView,
  withPartInView,
  withSameMetal,
  withViewAdded,
  writePiece,
  type Part,
  type Piece,
} from '../../src/index.js';
import { orderOf } from '../support.js';

const pauldron = sluiceWarden.parts.find((p) => p.id === 'pauldron-left')!;
const behind: Part = { ...pauldron, id: 'pauldron-behind', view: 'back', name: 'Pauldron' };
const front = sluiceWarden.parts.filter((p) => p.id === pauldron.id || p.id === 'breastplate');
const two: Piece = {
  ...withViewAdded(
    { ...sluiceWarden, rig: { ...sluiceWarden.rig, focalPart: null } },
    { name: 'Back', turnDeg: 180 },
  ).piece,
  wear: [],
  adjustments: [],
  critique: { ...sluiceWarden.critique, quiet: [] },
  notes: [],
  parts: [...front, behind],
};
const linked = withSameMetal(two, behind.id, pauldron.id);
const finishOf = (piece: Piece, id: string) => piece.parts.find((p) => p.id === id)!.finish;
const refinished = (piece: Piece, id: string, polish: 'dull' | 'mirror'): Piece => ({
  ...piece,
  parts: piece.parts.map((p) =>
    p.id === id && p.finish.kind === 'metal' ? { ...p, finish: { ...p.finish, polish } } : p,
  ),
});

describe('a part that is seen from two sides', () => {
  test('is told from one of another view that is told from none', () => {
    expect(couldBeSame(two, behind).map((p) => p.id)).toEqual(front.map((p) => p.id));
    expect(linked.parts.at(-1)!.sameAs).toBe(pauldron.id);
    // The one it is told from cannot be told from a third.
    expect(couldBeSame(linked, pauldron)).toEqual([]);
    expect(withSameMetal(linked, 'breastplate', pauldron.id)).toBe(linked);
    expect(withSameMetal(linked, behind.id, 'nothing')).toBe(linked);
    expect(withSameMetal(linked, behind.id, null).parts.at(-1)!.sameAs).toBeNull();
  });

  test('has one finish, whichever of both was changed', () => {
    for (const id of [pauldron.id, behind.id]) {
      const after = withOneFinish(linked, refinished(linked, id, 'dull'));
      expect(finishOf(after, pauldron.id)).toMatchObject({ polish: 'dull' });
      expect(finishOf(after, behind.id)).toEqual(finishOf(after, pauldron.id));
    }
    const other = refinished(linked, 'breastplate', 'dull');
    expect(withOneFinish(linked, other)).toBe(other);
  });

  test('has each step once in the order, with the areas, paint and minutes of both sides', () => {
    const [apart, joined] = [orderOf(two), orderOf(linked)];
    const sums = (order: typeof apart) =>
      order.map(({ parts }) => ({
        mm2: parts.reduce((n, s) => n + s.coverMm2, 0),
        ml: parts.reduce((n, s) => n + s.mixedMl, 0),
        min: parts.reduce((n, s) => n + s.activeMin, 0),
      }));
    sums(joined).forEach((s, i) => {
      const { mm2, ml, min } = sums(apart)[i];
      expect([s.mm2, s.ml, s.min]).toEqual([
        expect.closeTo(mm2, 6),
        expect.closeTo(ml, 9),
        expect.closeTo(min, 6),
      ]);
    });
    const steps = joined.flatMap((l) => l.parts);
    expect(steps.some((s) => s.part === behind.id)).toBe(false);
    const keys = steps.map((s) => `${s.part}/${s.role}/${s.step}`);
    expect(new Set(keys).size).toBe(keys.length);
    for (const s of steps) expect(s.coverShare).toBeLessThanOrEqual(1);
    // Where both sides are painted otherwise each is told by its name.
    expect(steps.some((s) => s.part === pauldron.id && /front: .*; back: /.test(s.where))).toBe(true);
    expect(stepsGoBy(linked, behind.id)).toBe(pauldron.id);
    expect(stepsGoBy(linked, 'breastplate')).toBe('breastplate');
  });

  test('measured on one side alone it goes by its own name', () => {
    const sheets = new Map([[behind.id, partSheet(behind, linked)]]);
    const steps = paintingOrder(linked, sheets).flatMap((l) => l.parts);
    expect(new Set(steps.map((s) => s.part))).toEqual(new Set([behind.id]));
  });

  test('is metal of its own again where the other is gone, or stands in the same view', () => {
    expect(withPartInView(linked, pauldron.id, 'back').parts.every((p) => p.sameAs === null)).toBe(true);
    const turned = { ...linked, parts: linked.parts.map((p) => ({ ...p, sameAs: null })) };
    const other = withSameMetal(turned, pauldron.id, behind.id);
    expect(withoutView(other, 'back').parts.every((p) => p.sameAs === null)).toBe(true);
    const copy = withDuplicate(linked, { kind: 'part', id: behind.id }).piece.parts.at(-1)!;
    expect(copy.sameAs).toBeNull();
  });

  test.each<[string, (parts: Part[]) => void, string]>([
    ['of the same view', (p) => void (p[2].view = 'front'), 'of the same view'],
    ['that is not there', (p) => void (p[2].sameAs = 'nowhere'), '"nowhere"'],
    [
      'finished otherwise',
      (p) => void (p[0].finish = { kind: 'matte', name: 'Wool', hex: '#333333' }),
      'one metal has one',
    ],
  ])('a file that has it as one %s is refused', (_name, change, words) => {
    const piece = JSON.parse(writePiece(linked)) as Piece;
    piece.parts.sort((a, b) => (a.id === pauldron.id ? -1 : b.id === pauldron.id ? 1 : 0));
    change(piece.parts);
    expect(() => readPiece(JSON.stringify(piece))).toThrow(RefusedInput);
    expect(() => readPiece(JSON.stringify(piece))).toThrow(new RegExp(words));
    expect(readPiece(writePiece(linked))).toEqual(readPiece(writePiece(readPiece(writePiece(linked)))));
  });
});
