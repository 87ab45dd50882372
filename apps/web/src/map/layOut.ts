import type { Picture } from '@pale-glint/core';

/** A picture of a part, and the grid it was painted for. */
export interface PaintedPart {
  readonly bitmap: ImageBitmap;
  readonly picture: Picture;
  readonly column: number;
  readonly row: number;
}

/** A place on a canvas, in its points. */
export interface Box {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

/** The same view with fewer points each way. */
export const coarser = (p: Picture, times: number): Picture => ({
  ...p,
  pxPerMm: p.pxPerMm / times,
  width: Math.ceil(p.width / times),
  height: Math.ceil(p.height / times),
});

/** Where a painted part lies on a picture. One painted for another picture is shown scaled until its own arrives. */
export function boxOf(p: PaintedPart, picture: Picture): Box {
  const k = picture.pxPerMm / p.picture.pxPerMm;
  return {
    x: Math.round((p.picture.leftMm + p.column / p.picture.pxPerMm - picture.leftMm) * picture.pxPerMm),
    y: Math.round((picture.topMm - p.picture.topMm + p.row / p.picture.pxPerMm) * picture.pxPerMm),
    w: p.bitmap.width * k,
    h: p.bitmap.height * k,
  };
}

const meets = (a: Box, b: Box) => a.x < b.x + b.w && b.x < a.x + a.w && a.y < b.y + b.h && b.y < a.y + a.h;

/** Lays parts over each other, the first lowest, within the boxes alone where something changed; everywhere for null. */
export function layOut(
  canvas: HTMLCanvasElement,
  picture: Picture,
  parts: readonly PaintedPart[],
  changed: readonly Box[] | null,
): void {
  const whole = changed === null || canvas.width !== picture.width || canvas.height !== picture.height;
  if (canvas.width !== picture.width) canvas.width = picture.width;
  if (canvas.height !== picture.height) canvas.height = picture.height;
  const context = canvas.getContext('2d')!;
  const laid = parts.map((p) => ({ bitmap: p.bitmap, box: boxOf(p, picture) }));
  for (const b of whole ? [{ x: 0, y: 0, w: canvas.width, h: canvas.height }] : changed) {
    const [x, y] = [Math.floor(b.x) - 1, Math.floor(b.y) - 1];
    const within = { x, y, w: Math.ceil(b.x + b.w) + 1 - x, h: Math.ceil(b.y + b.h) + 1 - y };
    context.save();
    context.beginPath();
    context.rect(within.x, within.y, within.w, within.h);
    context.clip();
    context.clearRect(within.x, within.y, within.w, within.h);
    for (const { bitmap, box } of laid)
      if (meets(box, within)) context.drawImage(bitmap, box.x, box.y, box.w, box.h);
    context.restore();
  }
}
