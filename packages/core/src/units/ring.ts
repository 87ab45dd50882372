type Outline = readonly (readonly number[])[];

/** Whether a place lies in a closed outline (even-odd rule). */
export function inRing(ring: Outline, x: number, y: number): boolean {
  let within = false;
  for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
    const a = ring[i];
    const b = ring[j];
    if (a[1] > y !== b[1] > y && x < crossingAt(a, b, y)) within = !within;
  }
  return within;
}

/** Adds at which x a closed outline crosses the height y: a place there lies within where an odd number is beyond it. */
export function crossingsOf(ring: Outline, y: number, into: number[]): void {
  for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
    const a = ring[i];
    const b = ring[j];
    if (a[1] > y !== b[1] > y) into.push(crossingAt(a, b, y));
  }
}

const crossingAt = (a: readonly number[], b: readonly number[], y: number): number =>
  ((b[0] - a[0]) * (y - a[1])) / (b[1] - a[1]) + a[0];
