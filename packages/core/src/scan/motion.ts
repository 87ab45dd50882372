import { clamp } from '../units/index.js';
import type { LuminanceImage } from './luminanceImage.js';

/**
 * How a photo lies on the first: what is at p there, from the picture's middle, is at p turned by `turnRad` and moved by
 * (dx, dy) points in it. Rows run downward.
 */
export interface Motion {
  readonly dx: number;
  readonly dy: number;
  readonly turnRad: number;
}

export const STILL: Motion = { dx: 0, dy: 0, turnRad: 0 };

/** The same motion in a picture so many times smaller. */
export const motionAtScale = ({ dx, dy, turnRad }: Motion, by: number): Motion => ({
  dx: dx / by,
  dy: dy / by,
  turnRad,
});

/** The motion `a` seen from `b`: what is left of it where `b` is taken as still. */
export function relativeMotion(a: Motion, b: Motion): Motion {
  const turnRad = a.turnRad - b.turnRad;
  const [c, s] = [Math.cos(turnRad), Math.sin(turnRad)];
  return { dx: a.dx - (c * b.dx - s * b.dy), dy: a.dy - (s * b.dx + c * b.dy), turnRad };
}

/** The farthest that a motion brings a corner of the picture, in points. */
export function farthestMoved(
  { dx, dy, turnRad }: Motion,
  { width, height }: Pick<LuminanceImage, 'width' | 'height'>,
): number {
  let most = 0;
  for (const x of [-width / 2, width / 2])
    for (const y of [-height / 2, height / 2])
      most = Math.max(most, Math.hypot(dx - turnRad * y, dy + turnRad * x));
  return most;
}

/** A photo laid into the frame of the first; the border is drawn out. */
export function laidBack(image: LuminanceImage, { dx, dy, turnRad }: Motion): LuminanceImage {
  if (dx === 0 && dy === 0 && turnRad === 0) return image;
  const { width, height, light } = image;
  const out = new Float32Array(light.length);
  const [cx, cy] = [(width - 1) / 2, (height - 1) / 2];
  const [c, s] = [Math.cos(turnRad), Math.sin(turnRad)];
  for (let row = 0, o = 0; row < height; row++)
    for (let col = 0; col < width; col++, o++) {
      const [x, y] = [col - cx, row - cy];
      const px = clamp(cx + c * x - s * y + dx, 0, width - 1.001);
      const py = clamp(cy + s * x + c * y + dy, 0, height - 1.001);
      const [c0, r0] = [Math.floor(px), Math.floor(py)];
      const [fc, fr] = [px - c0, py - r0];
      const i = r0 * width + c0;
      out[o] =
        (light[i] * (1 - fc) + light[i + 1] * fc) * (1 - fr) +
        (light[i + width] * (1 - fc) + light[i + width + 1] * fc) * fr;
    }
  return { width, height, light: out };
}
