import type { PartInView } from './scene.js';

/** A test for the points of the lightest share of what is seen. */
export function lightest(s: PartInView, share: number): (i: number) => boolean {
  const sorted = Float32Array.from(s.points, (i) => s.value[i]).sort();
  const from = sorted[Math.floor((1 - share) * (sorted.length - 1))];
  return (i) => s.value[i] >= from;
}
