import { hexToLab, mixLab, type Lab } from '../colour/index.js';
import { clamp, refused } from '../units/index.js';

/** A metal as a painter means it: which hue and chroma belong to which value, dark to light. */
export interface Metal {
  readonly id: string;
  readonly label: string;
  /** What it looks like and where it suits. */
  readonly description: string;
  /** Colours from the deepest shade to the last light; at least two, rising in value. */
  readonly path: readonly string[];
  /** Shares of a part that seven steps of it should cover, base to last dot; absent: those of steel. */
  readonly coverShares?: readonly number[];
  /** Weight of that plan against the light's own distribution, 0..1; absent: a half. */
  readonly planWeight?: number;
  /** Hues in degrees that no mix of it is made with, from and to: a gold that passes through green is no gold. */
  readonly avoids?: readonly [from: number, to: number];
  /** Reflectance face on, 0..1, of a dark body under a clear film; absent for metal, which mirrors alike at every angle. */
  readonly filmReflectance?: number;
}

export interface Targets {
  /** Number of value steps, 2..12. */
  readonly steps: number;
  /** Value of the first and the last step; null for where the metal's path ends. */
  readonly from?: number | null;
  readonly to?: number | null;
  /** 0 evenly spaced; above, steps crowd toward the lights; below, toward the darks. -1..1 */
  readonly crowd?: number;
}

export const LEAST_STEPS = 2;
export const MOST_STEPS = 12;

/** The metal's colour at a value 0..100: between its path's colours, and beyond its ends grey by grey. */
export function metalAt(metal: Metal, value: number): Lab {
  const path = metal.path.map(hexToLab);
  const last = path.length - 1;
  const toward = (end: Lab, l: number, limit: number): Lab => {
    const t = clamp(Math.abs(l - end.l) / Math.max(1e-6, Math.abs(limit - end.l)), 0, 1);
    return { l, a: end.a * (1 - t), b: end.b * (1 - t) };
  };
  if (value <= path[0].l) return toward(path[0], value, 0);
  if (value >= path[last].l) return toward(path[last], value, 100);
  const k = path.findIndex((p) => p.l > value) - 1;
  return mixLab(path[k], path[k + 1], (value - path[k].l) / (path[k + 1].l - path[k].l));
}

/** Values of the steps between both ends, 0..100, rising. @throws RefusedInput */
export function valuesOf(metal: Metal, { steps, from = null, to = null, crowd = 0 }: Targets): number[] {
  if (!Number.isInteger(steps) || steps < LEAST_STEPS || steps > MOST_STEPS)
    throw refused('steps', `${steps}`, `${LEAST_STEPS} to ${MOST_STEPS}`);
  const low = from ?? hexToLab(metal.path[0]).l;
  const high = to ?? hexToLab(metal.path[metal.path.length - 1]).l;
  if (!(high > low)) throw refused('values', `${low} to ${high}`, 'the last above the first');
  // A bend that keeps both ends and moves the middle by half its room at most.
  const bend = 2 ** -clamp(crowd, -1, 1);
  return Array.from({ length: steps }, (_, k) => low + (high - low) * (k / (steps - 1)) ** bend);
}

/** Colours to be mixed for a metal in so many steps, dark to light. @throws RefusedInput */
export const targetsOf = (metal: Metal, targets: Targets): Lab[] =>
  valuesOf(metal, targets).map((l) => metalAt(metal, l));
