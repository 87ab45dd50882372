import { NOTHING, type Patch, type Surface } from '../form/index.js';
import type { PartLight } from '../rig/index.js';
import { rad } from '../units/index.js';

/** The bounce comes from this far behind the picture plane, opposite the main light. */
const BEHIND_DEG = 24;
/** Half-way normal between that light and the eye, as a tilt from the eye. */
const TILT = rad(90 + BEHIND_DEG) / 2;
const TILT_SPREAD = 0.13;
const AROUND_SPREAD = 0.62;
/** The dark gap lies this much nearer the eye than the bounce. */
const GAP = { inward: 0.36, spread: 0.13, depth: 0.6 } as const;
const REACH = 4;

/** Tilt of the bounce's crest from the eye, in radians. */
export const bounceTilt = TILT;

/**
 * Adds the weak light from below: a crescent near the rim opposite the main light, never above `most`, with a dark
 * gap inside it so that it does not join the main light.
 * @param most value of the mid step
 * @returns new values; `body` stays as it is
 */
export function addBounce(body: Float32Array, surface: Surface, patches: readonly Patch[], light: PartLight, most: number): Float32Array {
  const out = Float32Array.from(body);
  const [lx, ly] = light.key;
  const flat = Math.hypot(lx, ly);
  if (flat < 0.05) return out;
  const [bx, by] = [-lx / flat, -ly / flat];
  const bears = patches.map((p) => p.kind === 'smooth');
  for (let i = 0; i < out.length; i++) {
    const p = surface.patch[i];
    if (p === NOTHING || !bears[p]) continue;
    const x = surface.nx[i];
    const y = surface.ny[i];
    const side = Math.hypot(x, y);
    if (side < 0.2) continue;
    const toward = (x * bx + y * by) / side;
    if (toward < -0.2) continue;
    const around = Math.acos(Math.min(1, toward)) / AROUND_SPREAD;
    if (around > REACH) continue;
    const tilt = Math.asin(Math.min(1, side));
    const azimuth = Math.exp(-0.5 * around * around);
    const gap = azimuth * Math.exp(-0.5 * ((tilt - TILT + GAP.inward) / GAP.spread) ** 2);
    const crest = azimuth * Math.exp(-0.5 * ((tilt - TILT) / TILT_SPREAD) ** 2);
    out[i] = Math.max(out[i] * (1 - GAP.depth * gap), Math.min(most, most * crest));
  }
  return out;
}
