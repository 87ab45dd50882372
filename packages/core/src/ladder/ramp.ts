import { mixLab, type Lab } from '../colour/index.js';
import { clamp } from '../units/index.js';

/**
 * Value 0..1 to colour: step k of n stands at k / (n - 1), Lab between. `colours` holds at least one.
 */
export function colourAt(colours: readonly Lab[], value: number): Lab {
  const place = clamp(value, 0, 1) * (colours.length - 1);
  const k = Math.min(Math.floor(place), Math.max(0, colours.length - 2));
  return mixLab(colours[k], colours[Math.min(k + 1, colours.length - 1)], place - k);
}

/** Value from which step k of n counts: half a step below its place; 0 for the first. */
export const thresholdOf = (k: number, n: number): number => (k <= 0 ? 0 : (k - 0.5) / (n - 1));

/** The step (0..n-1) a value belongs to. */
export const stepOf = (value: number, n: number): number =>
  clamp(Math.floor(value * (n - 1) + 0.5), 0, n - 1);

/** The mid step of n, counted from 0: bounce and shaded edges stay at or below it. */
export const midStep = (n: number): number => Math.ceil(n / 2) - 1;

/** The value at which the mid step stands. */
export const midValue = (n: number): number => midStep(n) / (n - 1);
