import { expect, test } from '@jest/globals';
import type { Picture } from '@pale-glint/core';
import { boxOf, coarser, type PaintedPart } from '../src/map/layOut.js';

const picture: Picture = { width: 800, height: 600, pxPerMm: 10, leftMm: -40, topMm: 30 };
const bitmap = { width: 50, height: 20 } as ImageBitmap;
const part = (of: Picture): PaintedPart => ({ bitmap, picture: of, column: 120, row: 80 });

test('a part lies at its own column and row of the picture it was painted for', () => {
  expect(boxOf(part(picture), picture)).toEqual({ x: 120, y: 80, w: 50, h: 20 });
});

test('a coarse part is shown where its fine one will be, as large', () => {
  const coarse = { ...part(coarser(picture, 4)), column: 30, row: 20 };
  expect(boxOf(coarse, picture)).toEqual({ x: 120, y: 80, w: 200, h: 80 });
});

test('a part of a moved picture is moved with it', () => {
  const moved = { ...picture, leftMm: picture.leftMm + 2, topMm: picture.topMm - 1 };
  expect(boxOf(part(picture), moved)).toEqual({ x: 100, y: 70, w: 50, h: 20 });
});

test('a coarser picture shows the same place with fewer points', () => {
  expect(coarser(picture, 2)).toEqual({ ...picture, width: 400, height: 300, pxPerMm: 5 });
});
