/** `x` held between `low` and `high`. */
export const clamp = (x: number, low: number, high: number): number => (x < low ? low : x > high ? high : x);

/** Linear step from `a` (t = 0) to `b` (t = 1). */
export const mixNumbers = (a: number, b: number, t: number): number => a + (b - a) * t;

/** 0 below `low`, 1 above `high`, an S-shaped cubic between. */
export function smoothstep(low: number, high: number, x: number): number {
  const t = clamp((x - low) / (high - low), 0, 1);
  return t * t * (3 - 2 * t);
}
