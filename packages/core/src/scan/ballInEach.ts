import { fittedBall, nearBall, type Circle } from './ball.js';
import { median, type LuminanceImage } from './luminanceImage.js';

/** Farthest a photo may lie off the first at the ball, in shares of the ball's radius. */
const REACH = 0.8;
/** In photos that lie apart the shared ball is smeared, and seems smaller or larger than it is. */
const SIZES = [0.85, 1, 1.18, 1.4];
/** A rim so much weaker than the usual one is that of something else. */
const WEAK = 0.55;

function cropped(
  { width, light }: LuminanceImage,
  [x0, y0]: readonly [number, number],
  [w, h]: readonly [number, number],
): LuminanceImage {
  const out = new Float32Array(w * h);
  for (let r = 0; r < h; r++)
    out.set(light.subarray((y0 + r) * width + x0, (y0 + r) * width + x0 + w), r * w);
  return { width: w, height: h, light: out };
}

/** The ball in each photo by itself, near where the shared one is: its rim does not move with the light. Null where unlike. */
export function ballInEach(photos: readonly LuminanceImage[], near: Circle): (Circle | null)[] {
  const reach = Math.ceil(near.r * (1.5 + REACH) + 4);
  const [x0, y0] = [Math.max(0, Math.floor(near.x - reach)), Math.max(0, Math.floor(near.y - reach))];
  const w = Math.min(photos[0].width, Math.ceil(near.x + reach)) - x0;
  const h = Math.min(photos[0].height, Math.ceil(near.y + reach)) - y0;
  if (w < 8 || h < 8) return photos.map(() => null);
  const parts = photos.map((p) => cropped(p, [x0, y0], [w, h]));
  const about = (r: number): Circle => ({ x: near.x - x0, y: near.y - y0, r });
  const radii = parts.map((p) => {
    const [best] = SIZES.map((size) => nearBall(p, about(size * near.r), REACH)).sort(
      (a, b) => b.rim - a.rim,
    );
    return fittedBall(p, best.at, 0.08).r;
  });
  // One ball, one size: where a spot or a shadow at the rim draws it out, the middle would follow.
  const r = median(radii);
  const found = parts.map((p) => nearBall(p, about(r), REACH));
  const usual = median(found.map((f) => f.rim));
  return found.map(({ at, rim }, k) => {
    if (rim < WEAK * usual) return null;
    const { x, y } = fittedBall(parts[k], at, 0.05, true);
    return { x: x + x0, y: y + y0, r };
  });
}
