import type { Circle } from './ball.js';
import type { LuminanceImage } from './luminanceImage.js';

/** A point of the picture that stands for many: its index in the planes and its place in mm from their middle. */
export interface Sample {
  readonly i: number;
  readonly x: number;
  readonly y: number;
  readonly z: number;
}

/** A raster of points over the picture, the ball left out, that stand for all. */
export function samplesOf(
  { width, height }: Pick<LuminanceImage, 'width' | 'height'>,
  ball: Circle,
  pxPerMm: number,
  count: number,
): Sample[] {
  const gap = Math.max(1, Math.sqrt((width * height) / count));
  const samples: Sample[] = [];
  for (let r = gap / 2; r < height; r += gap)
    for (let c = gap / 2; c < width; c += gap) {
      const col = Math.floor(c);
      const row = Math.floor(r);
      if (Math.hypot(col + 0.5 - ball.x, row + 0.5 - ball.y) < 1.25 * ball.r) continue;
      samples.push({
        i: row * width + col,
        x: (col + 0.5 - width / 2) / pxPerMm,
        y: (height / 2 - row - 0.5) / pxPerMm,
        z: 0,
      });
    }
  return samples;
}
