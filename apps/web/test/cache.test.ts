import { expect, test } from '@jest/globals';
import { lockKeepersArm, type Piece } from '@pale-glint/core';
import { Cache } from '../src/workers/cache.js';
import { internPiece, paintOn, prepare, sheetFor } from '../src/workers/stages.js';

test('a cache keeps what was used last within its budget', () => {
  const cache = new Cache<string>(30, (v) => v.length);
  let made = 0;
  const get = (key: string) => cache.get(key, () => (made++, key.repeat(10)));
  ['a', 'b', 'c', 'a', 'd', 'a', 'c'].forEach(get);
  expect(made).toBe(4);
  get('b');
  expect(made).toBe(5);
});

const moved = (piece: Piece, id: string, by: number): Piece =>
  internPiece(
    structuredClone({
      ...piece,
      parts: piece.parts.map((p) =>
        p.id === id ? { ...p, place: { ...p.place, xMm: p.place.xMm + by } } : p,
      ),
    }),
  );
const prepared = (piece: Piece, id: string) =>
  prepare(
    piece.parts.find((p) => p.id === id)!,
    piece,
  );

test('moving a part that nothing touches, or the focus, computes nothing anew; turning the light does', () => {
  const piece = internPiece(structuredClone(lockKeepersArm));
  const before = prepared(piece, 'blade');
  expect(prepared(moved({ ...piece, rig: { ...piece.rig, focalPart: null } }, 'blade', 3), 'blade')).toBe(
    before,
  );
  expect(prepared(internPiece({ ...piece, rig: { ...piece.rig, keyClockHours: 1 } }), 'blade')).not.toBe(
    before,
  );
});

test('moving a part in front computes the one behind anew, for its shadow', () => {
  const piece = internPiece(structuredClone(lockKeepersArm));
  const before = prepared(piece, 'vambrace');
  expect(prepared(moved(piece, 'elbow', 0.5), 'vambrace')).not.toBe(before);
  expect(prepared(moved(piece, 'sleeve', 0.5), 'vambrace')).toBe(before);
});

test("a part is painted on the picture's own points, and not at all outside it", () => {
  const piece = internPiece(lockKeepersArm);
  const disc = piece.parts.find((p) => p.id === 'disc')!;
  const picture = { leftMm: -20, topMm: 10, pxPerMm: 10, width: 300, height: 200 };
  const painted = paintOn(disc, piece, picture, 'painted', null)!;
  expect(painted.bytes.length).toBe(painted.width * painted.height * 4);
  expect(painted.column).toBe(Math.floor((disc.place.xMm - 2.8 + 20) * 10) - 1);
  expect(paintOn(disc, piece, { ...picture, leftMm: 100 }, 'painted', null)).toBeNull();
  expect(sheetFor(disc, piece).zones.areaMm2).toBeCloseTo(Math.PI * 2.8 * 2.8, 0);
});
