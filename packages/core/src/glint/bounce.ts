import { NOTHING, type Patch, type Surface } from '../form/index.js';
import type { PartLight } from '../rig/index.js';
import { deg, rad } from '../units/index.js';
import { lobeTable, lookUp } from './lobes.js';

/** The bounce comes from this far behind the picture plane, opposite the main light. */
const BEHIND_DEG = 24;
/** Half-way normal between that light and the eye, as a tilt from the eye. */
const TILT = rad(90 + BEHIND_DEG) / 2;
const TILT_SPREAD = 0.13;
const AROUND_SPREAD = 0.62;
/** The dark gap lies this much nearer the eye than the bounce. */
export const GAP = { inward: 0.36, spread: 0.13, depth: 0.6 } as const;
/** Flatter than this nothing bounces: the gap's bell has died away. */
const LEAST_SIDE = 0.2;
/** Nearer to straight before the part than this a light has no side. */
export const LEAST_ACROSS = 0.05;
/** Entries of the tables over the sine of the tilt, 0..1. */
const ENTRIES = 512;

/** A bell over the tilt, tabled by its sine so that no angle is computed a point. */
function bell(middle: number, spread: number): Float32Array {
  return Float32Array.from({ length: ENTRIES + 1 }, (_, i) =>
    Math.exp(-0.5 * ((Math.asin(i / ENTRIES) - middle) / spread) ** 2),
  );
}
const CREST = bell(TILT, TILT_SPREAD);
const GAP_BELL = bell(TILT - GAP.inward, GAP.spread);

/** Tilt of the bounce's crest from the eye, in radians. */
export const bounceTilt = TILT;

/** A weak light that comes back onto the side of a surface. */
export interface Bounce {
  /** The side it lies on: a direction in the part's plane, of any length but zero. */
  readonly toward: readonly [number, number];
  /** Value of its crest: that of the mid step at most. */
  readonly most: number;
  /** How much its gap takes away, 0..1. */
  readonly gap?: number;
  /** Patches graded by hand, which get none. */
  readonly flat?: readonly boolean[];
}

/** The side away from the main light; null where that stands so nearly before the part that no side is away from it. */
export function awayFrom(light: PartLight): readonly [number, number] | null {
  const [x, y] = light.key;
  return Math.hypot(x, y) < LEAST_ACROSS ? null : [-x, -y];
}

/**
 * Adds a weak light from the side: a crescent near the rim, never above `most`, with a dark gap inside it so that it does
 * not join the main light.
 * @returns new values; `body` stays as it is
 */
export function addBounce(
  body: Float32Array,
  surface: Surface,
  patches: readonly Patch[],
  { toward: side, most, gap = GAP.depth, flat = [] }: Bounce,
): Float32Array {
  const out = Float32Array.from(body);
  const across = Math.hypot(side[0], side[1]);
  const [bx, by] = [side[0] / across, side[1] / across];
  const { patch, nx, ny } = surface;
  const around = lobeTable(deg(AROUND_SPREAD));
  const bears = patches.map((p, i) => p.kind === 'smooth' && !flat[i]);
  for (let i = 0; i < out.length; i++) {
    const p = patch[i];
    if (p === NOTHING || !bears[p]) continue;
    const x = nx[i];
    const y = ny[i];
    const toward = x * bx + y * by;
    const slant = Math.sqrt(x * x + y * y);
    // Beyond this the bell round the clock has died away; a nearer cut would show as a step.
    if (slant < LEAST_SIDE || toward < -0.8 * slant) continue;
    const azimuth = lookUp(around, toward / slant);
    const place = slant * ENTRIES;
    const k = place >= ENTRIES ? ENTRIES - 1 : place | 0;
    const t = place - k;
    const dimmed = out[i] * (1 - gap * azimuth * (GAP_BELL[k] + (GAP_BELL[k + 1] - GAP_BELL[k]) * t));
    const crest = most * azimuth * (CREST[k] + (CREST[k + 1] - CREST[k]) * t);
    out[i] = dimmed > crest ? dimmed : crest;
  }
  return out;
}
