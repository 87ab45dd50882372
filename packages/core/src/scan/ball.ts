import { normalise, normalEquations, type Vec3, refused } from '../units/index.js';
import { median, reduced, type LuminanceImage } from './luminanceImage.js';

/** A circle in a picture, in pixels from its upper left corner; its middle lies at fractions, as pixel middles do at .5. */
export interface Circle {
  readonly x: number;
  readonly y: number;
  readonly r: number;
}

/**
 * The circle through taps on a ball's outline: exact for three, by least squares of the algebraic distance for more
 * (Kåsa 1976).
 * @throws RefusedInput for fewer than three, or taps on one line
 */
export function circleThrough(taps: readonly (readonly [number, number])[]): Circle {
  if (taps.length < 3) throw refused('taps', `${taps.length}`, "three or more on the bead's outline");
  const equations = normalEquations(3);
  for (const [x, y] of taps) equations.add([x, y, 1], x * x + y * y);
  const found = equations.solve();
  const r2 = found && found[2] + (found[0] / 2) ** 2 + (found[1] / 2) ** 2;
  if (!found || !r2 || !(r2 > 0) || Math.sqrt(r2) > 1e5)
    throw refused('taps', 'on one line', "spread round the bead's outline");
  return { x: found[0] / 2, y: found[1] / 2, r: Math.sqrt(r2) };
}

const SEARCH = 320;
/** So many places are looked at more closely. */
const MOST_TRIED = 16;

/** Slopes of a picture's brightness: what turns round a dark ball whatever the light. */
function slopes({ width, height, light }: LuminanceImage) {
  // As the eye sees it: neither the dark nor the bright side of a rim weighs more.
  const eye = Float32Array.from(light, (v) => Math.sqrt(v));
  const [gx, gy] = [new Float32Array(light.length), new Float32Array(light.length)];
  for (let r = 1; r < height - 1; r++)
    for (let c = 1; c < width - 1; c++) {
      const i = r * width + c;
      gx[i] = eye[i + 1] - eye[i - 1];
      gy[i] = eye[i + width] - eye[i - width];
    }
  return { gx, gy };
}

/** Steeper counts no more. */
const MOST_SLOPE = 0.45;

/** The slopes of a picture, asked for along circles. */
interface Rims {
  /** Mean slope outward along a circle: high where inside is dark and outside bright all round. */
  readonly along: (at: Circle) => number;
  /** Mean of that over circles round one middle, each `spread` wider than the one before. */
  readonly mean: (at: Circle, spread: number) => number;
}

function rimsOf(image: LuminanceImage): Rims {
  const { width, height } = image;
  const { gx, gy } = slopes(image);
  const bearings = new Map<number, Float64Array>();
  /** Cosine and sine of so many bearings round a circle. */
  const bearingsFor = (n: number) => {
    let all = bearings.get(n);
    if (!all) {
      all = new Float64Array(2 * n);
      for (let k = 0; k < n; k++) {
        all[2 * k] = Math.cos((2 * Math.PI * k) / n);
        all[2 * k + 1] = Math.sin((2 * Math.PI * k) / n);
      }
      bearings.set(n, all);
    }
    return all;
  };
  const outward = (x: number, y: number, r: number): number => {
    const n = Math.max(16, Math.round(2 * Math.PI * r));
    const all = bearingsFor(n);
    let sum = 0;
    for (let k = 0; k < n; k++) {
      const c = all[2 * k];
      const s = all[2 * k + 1];
      const px = x + r * c - 0.5;
      const py = y + r * s - 0.5;
      const c0 = Math.floor(px);
      const r0 = Math.floor(py);
      if (c0 < 0 || r0 < 0 || c0 + 1 >= width || r0 + 1 >= height) continue;
      const fc = px - c0;
      const fr = py - r0;
      const i = r0 * width + c0;
      const j = i + width;
      const across =
        (gx[i] * (1 - fc) + gx[i + 1] * fc) * (1 - fr) + (gx[j] * (1 - fc) + gx[j + 1] * fc) * fr;
      const down = (gy[i] * (1 - fc) + gy[i + 1] * fc) * (1 - fr) + (gy[j] * (1 - fc) + gy[j + 1] * fc) * fr;
      // No part of the rim may count for much more than the rest: a ball is dark all round.
      sum += Math.max(-MOST_SLOPE, Math.min(MOST_SLOPE, across * c + down * s));
    }
    return sum / n;
  };
  return {
    along: ({ x, y, r }) => outward(x, y, r),
    mean: ({ x, y, r }, spread) =>
      (outward(x, y, r - spread) + outward(x, y, r) + outward(x, y, r + spread)) / 3,
  };
}

/**
 * A circle nearby that fits a ball's rim best: dark inside, brighter outside, all round.
 * @param middle the photos' median, where the highlights have cancelled out
 * @param sized whether the size is known
 */
export function fittedBall(middle: LuminanceImage, near: Circle, reach = 0.2, sized = false): Circle {
  return bestRim(rimsOf(middle), near, reach, sized);
}

function bestRim(rims: Rims, near: Circle, reach: number, sized = false): Circle {
  // A rim is steep over a point or two: the mean of neighbours tells fractions.
  const steepness = (at: Circle) => rims.mean(at, 0.5);
  let best = near;
  let most = steepness(near);
  for (let step = Math.max(0.6, near.r * reach); step > 0.08; step /= 2)
    for (let again = 0; again < 4; again++) {
      const from = best;
      for (const dx of [-step, 0, step])
        for (const dy of [-step, 0, step])
          for (const dr of sized ? [0] : [-step, 0, step]) {
            const tried = { x: from.x + dx, y: from.y + dy, r: Math.max(3, from.r + dr) };
            const rim = steepness(tried);
            if (rim > most + 1e-6) [most, best] = [rim, tried];
          }
      if (best === from) break;
    }
  return best;
}

/**
 * A small dark shiny ball looked for in the photos' median: the circle of 2 to 16 % of the picture's width with the
 * steepest dark-to-bright rim that has a bright spot in most photos.
 * @throws RefusedInput where none is
 */
export function foundBall(middle: LuminanceImage, photos: readonly LuminanceImage[]): Circle {
  const by = Math.max(1, Math.ceil(Math.max(middle.width, middle.height) / SEARCH));
  const small = reduced(middle, by);
  const { width: w, height: h } = small;
  const { gx, gy } = slopes(small);
  const rims = rimsOf(small);
  const radii: number[] = [];
  for (let r = Math.max(3, w * 0.02); r <= w * 0.16; r *= 1.12) radii.push(r);
  // Every steep point votes for the middles it could belong to (Hough's transform with slopes; Duda and Hart 1972).
  const tops: { at: Circle; votes: number }[] = [];
  for (const r of radii) {
    const votes = new Float32Array(w * h);
    for (let i = 0; i < votes.length; i++) {
      const steep = Math.hypot(gx[i], gy[i]);
      if (steep < 0.08) continue;
      const c = (i % w) - (gx[i] / steep) * r;
      const row = Math.floor(i / w) - (gy[i] / steep) * r;
      const cc = Math.round(c);
      const rr = Math.round(row);
      if (cc > 0 && rr > 0 && cc < w - 1 && rr < h - 1)
        for (const [d, v] of [
          [0, 1],
          [1, 0.6],
          [-1, 0.6],
          [w, 0.6],
          [-w, 0.6],
        ])
          votes[rr * w + cc + d] += v;
    }
    let at = 0;
    for (let i = 1; i < votes.length; i++) if (votes[i] > votes[at]) at = i;
    tops.push({
      at: { x: (at % w) + 0.5, y: Math.floor(at / w) + 0.5, r },
      votes: votes[at] / (2 * Math.PI * r),
    });
    // The second best of a size, away from the first.
    let second = -1;
    for (let i = 0; i < votes.length; i++)
      if (
        Math.hypot((i % w) - (at % w), Math.floor(i / w) - Math.floor(at / w)) > r &&
        (second < 0 || votes[i] > votes[second])
      )
        second = i;
    if (second >= 0)
      tops.push({
        at: { x: (second % w) + 0.5, y: Math.floor(second / w) + 0.5, r },
        votes: votes[second] / (2 * Math.PI * r),
      });
  }
  let best: { at: Circle; score: number } | null = null;
  for (const at of apartFrom(tops)) {
    const fit = bestRim(rims, at, 0.15);
    const rim = rims.along(fit);
    const whole = { x: fit.x * by, y: fit.y * by, r: fit.r * by };
    const spots = photos.filter((p) => highlightOf(p, whole) !== null).length / photos.length;
    // A hollow in shadow has a rim as well, but no spot that every lamp makes.
    const score = rim * spots * spots;
    if (spots >= 0.6 && rim > 0.04 && (!best || score > best.score)) best = { at: whole, score };
  }
  if (!best)
    throw refused('bead', 'none was found', 'a photo with the bead in it, or three taps on its outline');
  return fittedBall(middle, best.at, 0.06);
}

/** Circles with the most votes, each place once: many sizes vote for it. */
function apartFrom(tops: readonly { readonly at: Circle; readonly votes: number }[]): Circle[] {
  const apart: Circle[] = [];
  const near = (a: Circle, b: Circle) =>
    Math.hypot(a.x - b.x, a.y - b.y) < 0.5 * Math.max(a.r, b.r) && a.r < 1.4 * b.r && b.r < 1.4 * a.r;
  for (const { at } of [...tops].sort((a, b) => b.votes - a.votes))
    if (apart.length < MOST_TRIED && !apart.some((known) => near(known, at))) apart.push(at);
  return apart;
}

/** A circle with how good a ball's rim it has. */
export interface RimFit {
  readonly at: Circle;
  readonly rim: number;
}

/** The circle of that size, up to `reach` radii away, with the best rim: sought on a raster of a twelfth of the radius. */
export function nearBall(image: LuminanceImage, near: Circle, reach: number): RimFit {
  const by = Math.max(1, Math.floor(near.r / 12));
  const rims = rimsOf(reduced(image, by));
  const [x, y, r] = [near.x / by, near.y / by, near.r / by];
  const far = Math.ceil(reach * r);
  let [best, most] = [near, -Infinity];
  for (let dy = -far; dy <= far; dy++)
    for (let dx = -far; dx <= far; dx++) {
      const rim = rims.mean({ x: x + dx, y: y + dy, r }, 0.7);
      if (rim > most) [most, best] = [rim, { x: (x + dx) * by, y: (y + dy) * by, r: near.r }];
    }
  return { at: best, rim: most };
}

/** A spot must be this much brighter than the rest of the ball, in light (1 white). */
const LEAST_SPOT = 0.12;
/** No highlight this near to the rim can be read: its light came from behind. */
const FARTHEST = 0.93;

/** Where on the ball the lamp's highlight is: the middle of its brightest spot, in shares of the radius, y up; or null. */
export function highlightOf(
  { width, height, light }: LuminanceImage,
  ball: Circle,
): readonly [number, number] | null {
  const inside: number[] = [];
  const reach = ball.r * FARTHEST;
  const each = (visit: (i: number, dx: number, dy: number) => void) => {
    for (
      let r = Math.max(0, Math.floor(ball.y - reach));
      r <= Math.min(height - 1, Math.ceil(ball.y + reach));
      r++
    )
      for (
        let c = Math.max(0, Math.floor(ball.x - reach));
        c <= Math.min(width - 1, Math.ceil(ball.x + reach));
        c++
      ) {
        const dx = c + 0.5 - ball.x;
        const dy = r + 0.5 - ball.y;
        if (dx * dx + dy * dy <= reach * reach) visit(r * width + c, dx, dy);
      }
  };
  let top = 0;
  each((i) => {
    inside.push(light[i]);
    top = Math.max(top, light[i]);
  });
  if (inside.length < 12) return null;
  const rest = median(inside);
  if (top - rest < LEAST_SPOT || top < 2.5 * rest) return null;
  const from = rest + 0.6 * (top - rest);
  let [n, sx, sy] = [0, 0, 0];
  each((i, dx, dy) => {
    if (light[i] < from) return;
    const weight = light[i] - from + 0.02;
    n += weight;
    sx += weight * dx;
    sy += weight * dy;
  });
  const spot = [sx / n / ball.r, -sy / n / ball.r] as const;
  return Math.hypot(...spot) > FARTHEST ? null : spot;
}

/** The direction to the lamp, as a highlight on a mirroring ball tells it: the eye's direction thrown back at its normal. */
export function lampOf([x, y]: readonly [number, number]): Vec3 {
  const z = Math.sqrt(Math.max(0, 1 - x * x - y * y));
  return normalise([2 * z * x, 2 * z * y, 2 * z * z - 1]);
}
