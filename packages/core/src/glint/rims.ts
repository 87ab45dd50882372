import type { PartLight } from '../rig/index.js';
import { smoothstep } from '../units/index.js';
import { brightSide } from './facing.js';

/** What is left of a rim's value on its far side, and on the shoulders of it there, where its light thins. */
const FAR = 0.62;
const THIN = 0.45;
/** With less than this of the light within the picture a rim has no far side. */
const SIDED = 0.5;

/** Share of its value that a rim keeps at a place: all of it toward the light; on the far side it darkens and thins. */
export type RimShare = (out: readonly [number, number], across: number) => number;

/**
 * Trim is lit on the stretches that lie toward the light, thin and dark beneath.
 * @returns a share 0..1 for a stretch that lies `out` of the middle of what it trims (unit) and a place `across` it, 0..1
 */
export function rimShares(light: PartLight): RimShare {
  const [x, y] = brightSide(light);
  const within = Math.hypot(x, y);
  if (within < 1e-6) return () => 1;
  const [bx, by] = [x / within, y / within];
  const strength = Math.min(1, within / SIDED);
  return (out, across) => {
    const far = 1 - smoothstep(-0.7, 0.45, out[0] * bx + out[1] * by);
    const shoulder = Math.min(1, Math.abs(across - 0.5) * 2.4);
    return 1 - strength * far * (1 - FAR * (1 - THIN * shoulder));
  };
}
