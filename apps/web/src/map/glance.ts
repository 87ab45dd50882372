import { clamp } from '@pale-glint/core';

/** How closely a still picture is looked at, and which place of it is in the middle, in shares of it. */
export interface Glance {
  /** 1 shows all of it. */
  readonly times: number;
  readonly x: number;
  readonly y: number;
}

export const ALL_OF_IT: Glance = { times: 1, x: 0.5, y: 0.5 };

/** A photo shows its points by then. */
const MOST_TIMES = 12;
/** As good as all of it. */
const WHOLE = 1.02;

/** A place in shares of the box, from its upper left. */
export type Share = readonly [x: number, y: number];

/** Keeps the picture's borders out of the box. */
function within({ times, x, y }: Glance): Glance {
  const half = 0.5 / times;
  return { times, x: clamp(x, half, 1 - half), y: clamp(y, half, 1 - half) };
}

/** Closer by a factor, or farther: what is at a place of the box stays there. */
export function glanceBy(glance: Glance, factor: number, [sx, sy]: Share = [0.5, 0.5]): Glance {
  const times = clamp(glance.times * factor, 1, MOST_TIMES);
  if (times < WHOLE) return ALL_OF_IT;
  const [x, y] = [glance.x + (sx - 0.5) / glance.times, glance.y + (sy - 0.5) / glance.times];
  return within({ times, x: x - (sx - 0.5) / times, y: y - (sy - 0.5) / times });
}

/** The picture taken from one place of the box to another. */
export const glanceMoved = ({ times, x, y }: Glance, from: Share, to: Share): Glance =>
  within({ times, x: x - (to[0] - from[0]) / times, y: y - (to[1] - from[1]) / times });

/** The same as CSS, for a child that fills the box; its origin is the upper left corner. */
export const glanceTransform = ({ times, x, y }: Glance): string =>
  times === 1
    ? 'none'
    : `translate(${(100 * (0.5 - x * times)).toFixed(3)}%, ${(100 * (0.5 - y * times)).toFixed(3)}%) scale(${times.toFixed(4)})`;
