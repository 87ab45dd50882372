import { median, type LuminanceImage } from './luminanceImage.js';
import type { Sample } from './samples.js';

/** Points in the outer frame of the picture, so wide of its width and height. */
const FRAME = 0.16;

/** Points of the board: in the frame of the picture, of the brightness that most there have. */
export function boardOf(
  images: readonly LuminanceImage[],
  samples: readonly Sample[],
  use: readonly boolean[],
): Sample[] {
  const { width, height } = images[0];
  const brightness = (s: Sample) => median(images.flatMap((p, k) => (use[k] ? [p.light[s.i]] : [])));
  const outer = samples.filter(({ i }) => {
    const [c, r] = [(i % width) / width, Math.floor(i / width) / height];
    return c < FRAME || c > 1 - FRAME || r < FRAME || r > 1 - FRAME;
  });
  const usual = median(outer.map(brightness));
  return outer.filter((s) => Math.abs(brightness(s) - usual) < 0.35 * usual);
}
