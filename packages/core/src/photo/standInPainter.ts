import { labToLinear } from '../colour/index.js';
import { clamp, gaussian, seededRandom } from '../units/index.js';
import type { LabPlanes } from './onPlan.js';
import { pointsOf, placesOn } from './places.js';
import { plant, type Planted } from './standInFaults.js';
import { planLevel, type PlanLevel, type PlanRaster } from './planRaster.js';

/** A plan as somebody painted it, at the plan's own size. */
export interface Painted {
  /** Colours on the plan's places, in Lab. */
  readonly level: PlanLevel;
  /** The same in linear light, three channels. */
  readonly linear: Float32Array;
}

/** How steady a painter's hand is. */
export interface Hand {
  /** Standard deviations of each part's value and of its a and b, L* and units of Lab. */
  readonly value: number;
  readonly hue: number;
  /** How far borders stray, mm, and how uneven a coat is, L*. */
  readonly strayMm: number;
  readonly uneven: number;
}
export const ORDINARY_HAND: Hand = { value: 1.5, hue: 1.2, strayMm: 0.12, uneven: 1.2 };
export const EXACT_HAND: Hand = { value: 0, hue: 0, strayMm: 0, uneven: 0 };

/** A field of smooth noise of about unit spread over a level; `sizeMm` across a blot. */
function smoothNoise(
  { width, height, pxPerMm }: PlanLevel,
  sizeMm: number,
  random: () => number,
): (i: number) => number {
  const cell = Math.max(2, sizeMm * pxPerMm);
  const [w, h] = [Math.ceil(width / cell) + 2, Math.ceil(height / cell) + 2];
  const knots = Float32Array.from({ length: w * h }, () => gaussian(random));
  return (i) => {
    const [x, y] = [(i % width) / cell, Math.floor(i / width) / cell];
    const [ix, iy] = [Math.floor(x), Math.floor(y)];
    const [u, v] = [x - ix, y - iy].map((t) => t * t * (3 - 2 * t));
    const at = (c: number, r: number) => knots[r * w + c];
    return (
      (at(ix, iy) * (1 - u) + at(ix + 1, iy) * u) * (1 - v) +
      (at(ix, iy + 1) * (1 - u) + at(ix + 1, iy + 1) * u) * v
    );
  };
}

export interface PaintOptions {
  readonly hand: Hand;
  readonly faults: readonly Planted[];
  readonly seed: number;
}

/** The stand-in painter: the plan as a hand of some steadiness paints it, with faults of known size. */
export function paintedBy(plan: PlanRaster, { hand, faults, seed }: PaintOptions): Painted {
  const level = planLevel(plan, Math.max(plan.picture.width, plan.picture.height));
  const random = seededRandom(seed);
  const places = placesOn(plan, level);
  const all = pointsOf(places, 0);
  const planes: LabPlanes = {
    lightness: Float32Array.from(level.lightness),
    a: Float32Array.from(level.a),
    b: Float32Array.from(level.b),
  };
  const stray = [0, 1].map(() => smoothNoise(level, 0.9, random));
  const blots = smoothNoise(level, 0.6, random);
  const far = hand.strayMm * level.pxPerMm;
  const { width } = level;
  all.forEach((points, n) => {
    const off = [hand.value, hand.hue, hand.hue].map((s) => s * gaussian(random));
    for (const i of points) {
      const j = i + Math.round(far * stray[0](i)) + width * Math.round(far * stray[1](i));
      const from = places.of[j] === n ? j : i;
      planes.lightness[i] = clamp(level.lightness[from] + off[0] + hand.uneven * blots(i), 0, 100);
      planes.a[i] = level.a[from] + off[1];
      planes.b[i] = level.b[from] + off[2];
    }
  });
  for (const fault of faults) plant(planes, level, { points: all[fault.part], places, n: fault.part }, fault);
  const linear = new Float32Array(level.alpha.length * 3);
  for (let i = 0; i < level.alpha.length; i++)
    if (level.alpha[i] > 0)
      labToLinear({ l: planes.lightness[i], a: planes.a[i], b: planes.b[i] }).forEach(
        (v, c) => (linear[3 * i + c] = Math.max(0, v)),
      );
  return { level: { ...level, ...planes }, linear };
}
