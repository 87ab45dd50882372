import { luminanceOfLinear } from '../colour/index.js';
import { CARD_Y } from './background.js';
import { lightnessOf, type Image } from './image.js';

/** L* that a soft shadow may take of the background without being figure. */
const SHADOW = 13;
/** L* that tell figure from background, and the same for each spread of the background. */
const APART = 5;
const APART_BY_SPREAD = 60;
/** Pieces smaller than this share of the largest are dust. */
const DUST = 0.015;
/** Points that gaps are closed over. */
const CLOSED = 2;

/** 1 where the figure is, 0 on the background, row by row. */
export interface Mask {
  readonly width: number;
  readonly height: number;
  readonly inside: Uint8Array;
}

/** Edges of a photo. */
export type PhotoEdge = 'left' | 'right' | 'top' | 'bottom';
/** A figure that runs into an edge over less of it than this touches it with a tip. */
const RUNS_INTO = 0.05;
/** The outermost points are never counted as figure. */
const INSET = CLOSED + 1;

/** Which edges of the photo a figure runs into; what lies outside is not seen. */
export function edgesReached({ width, height, inside }: Mask): PhotoEdge[] {
  const share = (count: number, at: (k: number) => number) => {
    let n = 0;
    for (let k = 0; k < count; k++) n += inside[at(k)];
    return n / count;
  };
  const shares: Record<PhotoEdge, number> = {
    left: share(height, (y) => y * width + INSET),
    right: share(height, (y) => y * width + width - 1 - INSET),
    top: share(width, (x) => INSET * width + x),
    bottom: share(width, (x) => (height - 1 - INSET) * width + x),
  };
  return (Object.keys(shares) as PhotoEdge[]).filter((edge) => shares[edge] > RUNS_INTO);
}

/** A value that tells how far a point is from the background: about L*, shadows forgiven. */
function distance(r: number, g: number, b: number): number {
  const y = luminanceOfLinear([r, g, b]);
  const off = lightnessOf(y) - lightnessOf(CARD_Y);
  // A shadow keeps the ratios of the channels.
  const ratios = Math.abs(Math.log((r + 0.01) / (g + 0.01))) + Math.abs(Math.log((b + 0.01) / (g + 0.01)));
  const chroma = 45 * ratios * Math.min(1, Math.max(0.02, y) / 0.1);
  return (off > 0 ? off : Math.max(0, -off - SHADOW)) + Math.max(0, chroma - 3);
}

/** Grown by one point, or, with `want` 0, shrunk by one; the outermost points of the picture are left out. */
function grown({ width, height, inside }: Mask, want: 0 | 1): Mask {
  const out = new Uint8Array(inside.length);
  for (let y = 1; y < height - 1; y++)
    for (let x = 1; x < width - 1; x++) {
      const i = y * width + x;
      let hit = false;
      for (let dy = -width; dy <= width && !hit; dy += width)
        hit = inside[i + dy - 1] === want || inside[i + dy] === want || inside[i + dy + 1] === want;
      out[i] = hit ? want : 1 - want;
    }
  return { width, height, inside: out };
}

/** Numbers the connected places where `is` holds, from 1; with how large each is. */
function connected(width: number, length: number, is: (i: number) => boolean) {
  const label = new Int32Array(length);
  const stack = new Int32Array(length);
  const sizes = [0];
  for (let start = 0; start < length; start++) {
    if (label[start] || !is(start)) continue;
    const name = sizes.length;
    let top = 0;
    let size = 0;
    stack[top++] = start;
    label[start] = name;
    while (top > 0) {
      const i = stack[--top];
      const x = i % width;
      size++;
      const near = [x > 0 ? i - 1 : -1, x < width - 1 ? i + 1 : -1, i - width, i + width];
      for (const j of near)
        if (j >= 0 && j < length && !label[j] && is(j)) {
          label[j] = name;
          stack[top++] = j;
        }
    }
    sizes.push(size);
  }
  return { label, sizes };
}

/** Where the figure stands in a photo whose background was set to grey. Holes in it are filled. */
export function figureMask({ width, height, data }: Image, spread: number): Mask {
  const apart = Math.max(APART, APART_BY_SPREAD * spread);
  let mask: Mask = {
    width,
    height,
    inside: Uint8Array.from({ length: width * height }, (_, i) =>
      distance(data[3 * i], data[3 * i + 1], data[3 * i + 2]) > apart ? 1 : 0,
    ),
  };
  for (let k = 0; k < CLOSED; k++) mask = grown(mask, 1);
  for (let k = 0; k < CLOSED; k++) mask = grown(mask, 0);
  const pieces = connected(width, width * height, (i) => mask.inside[i] === 1);
  const most = Math.max(...pieces.sizes);
  const kept = mask.inside.map((_, i) =>
    pieces.label[i] > 0 && pieces.sizes[pieces.label[i]] > Math.max(12, DUST * most) ? 1 : 0,
  );
  const outside = connected(width, width * height, (i) => kept[i] === 0);
  const reached = new Set<number>();
  for (let i = 0; i < kept.length; i++) {
    const x = i % width;
    if (x === 0 || x === width - 1 || i < width || i >= kept.length - width) reached.add(outside.label[i]);
  }
  for (let i = 0; i < kept.length; i++) if (kept[i] === 0 && !reached.has(outside.label[i])) kept[i] = 1;
  return { width, height, inside: kept };
}

/** Size, middle, lean and spread of what a plane of weights covers, in its points. */
export interface Moments {
  readonly area: number;
  readonly x: number;
  readonly y: number;
  readonly angleRad: number;
  readonly spread: number;
}

/** First and second moments of weights 0..1. */
export function momentsOf(weights: Uint8Array | Float32Array, width: number): Moments {
  let [n, sx, sy, xx, xy, yy] = [0, 0, 0, 0, 0, 0];
  for (let i = 0; i < weights.length; i++) {
    const m = weights[i];
    if (m === 0) continue;
    const [x, y] = [i % width, Math.floor(i / width)];
    n += m;
    sx += m * x;
    sy += m * y;
    xx += m * x * x;
    xy += m * x * y;
    yy += m * y * y;
  }
  const [x, y] = [sx / n, sy / n];
  const [a, b, d] = [xx / n - x * x, xy / n - x * y, yy / n - y * y];
  return { area: n, x, y, angleRad: 0.5 * Math.atan2(2 * b, a - d), spread: Math.sqrt(a + d) };
}

/** Shares that are kept of a figure whose outline has more in it than the plan: a plinth, a cork, a hand. */
export const KEPT_SHARES = [0.86, 0.76, 0.67, 0.58, 0.5] as const;

/** A mask cut down to a share of its extent, from below, above, the right and the left in turn. */
export function shavings({ width, height, inside }: Mask, keep: number): Mask[] {
  let [left, right, top, bottom] = [width, 0, height, 0];
  for (let i = 0; i < inside.length; i++) {
    if (inside[i] === 0) continue;
    const [x, y] = [i % width, Math.floor(i / width)];
    [left, right] = [Math.min(left, x), Math.max(right, x)];
    [top, bottom] = [Math.min(top, y), Math.max(bottom, y)];
  }
  const [w, h] = [right - left, bottom - top];
  const keeps: ((x: number, y: number) => boolean)[] = [
    (_, y) => y <= top + keep * h,
    (_, y) => y >= bottom - keep * h,
    (x) => x <= left + keep * w,
    (x) => x >= right - keep * w,
  ];
  return keeps.map((kept) => ({
    width,
    height,
    inside: inside.map((v, i) => (v && kept(i % width, Math.floor(i / width)) ? 1 : 0)),
  }));
}
