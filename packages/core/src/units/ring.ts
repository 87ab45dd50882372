type Outline = readonly (readonly number[])[];

/** Whether a place lies in a closed outline (even-odd rule). */
export function inRing(ring: Outline, x: number, y: number): boolean {
  let within = false;
  for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
    const [xi, yi] = ring[i];
    const [xj, yj] = ring[j];
    if (yi > y !== yj > y && x < ((xj - xi) * (y - yi)) / (yj - yi) + xi) within = !within;
  }
  return within;
}

/** Adds at which x a closed outline crosses the height y: a place there lies within where an odd number is beyond it. */
export function crossingsOf(ring: Outline, y: number, into: number[]): void {
  for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
    const [xi, yi] = ring[i];
    const [xj, yj] = ring[j];
    if (yi > y !== yj > y) into.push(((xj - xi) * (y - yi)) / (yj - yi) + xi);
  }
}
