import type { Places } from './places.js';

/** For each point of a level the nearest point of another part. */
export interface Beyond {
  /** -1 where none is within reach, or only background. */
  readonly nearest: Int32Array;
  /** How far it is from there to the border, mm. */
  readonly mm: Float32Array;
}

/** Steps to points that a sweep has passed already. */
const passed = (width: number): readonly number[] => [-1, -width, -width - 1, -width + 1];

/**
 * What lies beyond each point's border with another part, by two sweeps that hand on the nearest point found so far
 * (Danielsson 1980).
 */
export function beyondBorders(places: Places, width: number, pxPerMm: number, reachMm: number): Beyond {
  const { of } = places;
  const nearest = new Int32Array(of.length).fill(-1);
  const far = (i: number, j: number) =>
    Math.hypot((i % width) - (j % width), Math.floor(i / width) - Math.floor(j / width));
  const inner: number[] = [];
  for (let i = width + 1; i < of.length - width - 1; i++) if (of[i] >= 0) inner.push(i);
  const offer = (i: number, j: number) => {
    if (j >= 0 && (nearest[i] < 0 || far(i, j) < far(i, nearest[i]))) nearest[i] = j;
  };
  for (const i of inner)
    for (const step of [-1, 1, -width, width])
      if (of[i + step] >= 0 && of[i + step] !== of[i]) offer(i, i + step);
  const sweep = (order: readonly number[], steps: readonly number[]) => {
    for (const i of order) for (const s of steps) if (of[i + s] === of[i]) offer(i, nearest[i + s]);
  };
  sweep(inner, passed(width));
  sweep(
    [...inner].reverse(),
    passed(width).map((s) => -s),
  );
  const mm = new Float32Array(of.length).fill(Infinity);
  for (const i of inner) {
    if (nearest[i] < 0) continue;
    const away = (far(i, nearest[i]) - 0.5) / pxPerMm;
    if (away <= reachMm) mm[i] = away;
    else nearest[i] = -1;
  }
  return { nearest, mm };
}
