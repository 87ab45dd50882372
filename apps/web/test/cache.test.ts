import { expect, test } from '@jest/globals';
import { lockKeepersArm } from '@pale-glint/core';
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

test('moving a part or the focus computes nothing anew; turning the light does', () => {
  const piece = internPiece(structuredClone(lockKeepersArm));
  const elbow = piece.parts.find((p) => p.id === 'elbow')!;
  const before = prepare(elbow, piece);
  const moved = internPiece(
    structuredClone({
      ...piece,
      parts: piece.parts.map((p) => (p.id === 'elbow' ? { ...p, place: { ...p.place, xMm: 3 } } : p)),
      rig: { ...piece.rig, focalPart: null },
    }),
  );
  expect(
    prepare(
      moved.parts.find((p) => p.id === 'elbow')!,
      moved,
    ),
  ).toBe(before);
  const turned = internPiece({ ...piece, rig: { ...piece.rig, keyClockHours: 1 } });
  expect(prepare(elbow, turned)).not.toBe(before);
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
