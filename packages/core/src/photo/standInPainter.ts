import { labToLinear } from '../colour/index.js';
import { clamp, gaussian, seededRandom } from '../units/index.js';
import { pointsOf, placesOn } from './places.js';
import { planLevel, type PlanLevel, type PlanRaster } from './planRaster.js';

/** A plan as somebody painted it, at the plan's own size. */
export interface Painted {
  /** Colours on the plan's places, in Lab. */
  readonly level: PlanLevel;
  /** The same in linear light, three channels. */
  readonly linear: Float32Array;
}

/** Kinds of faults that the stand-in painter can make on a part. */
export const PLANTED_KINDS = [
  'value',
  'washed-out',
  'hue',
  'light-moved',
  'gap-filled',
  'missed',
  'pale-area',
] as const;
export type PlantedKind = (typeof PLANTED_KINDS)[number];

export interface Planted {
  /** Place of the part in the piece. */
  readonly part: number;
  readonly kind: PlantedKind;
  /** L*; share of chroma lost; degrees; share of the root of the area; share of the gap; unused; times the area. */
  readonly amount: number;
  /** Where a moved light went, radians; up in the picture is -pi/2. */
  readonly toward?: number;
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

interface Planes {
  readonly lightness: Float32Array;
  readonly a: Float32Array;
  readonly b: Float32Array;
}
interface PartPlaces {
  readonly points: readonly number[];
  readonly of: Int16Array;
  readonly n: number;
}

const quantileOf = (plane: Float32Array, points: readonly number[], q: number): number => {
  const sorted = Float64Array.from(points, (i) => plane[i]).sort();
  return sorted[Math.min(sorted.length - 1, Math.floor(q * sorted.length))];
};

/** Moves a part's pattern; what comes in from outside is the nearest of its own. */
function movePattern(
  planes: Planes,
  level: PlanLevel,
  { points, of, n }: PartPlaces,
  by: readonly [number, number],
): void {
  const { width } = level;
  const before = new Map(points.map((i) => [i, planes.lightness[i]]));
  for (const i of points) {
    for (let t = 1; t >= 0; t -= 0.05) {
      const j = i - Math.round(t * by[0]) - width * Math.round(t * by[1]);
      if (of[j] === n && before.has(j)) {
        planes.lightness[i] = before.get(j)!;
        break;
      }
    }
  }
}

/** Makes one fault on a part. Writes into `planes`. */
function plant(
  planes: Planes,
  level: PlanLevel,
  place: PartPlaces,
  { kind, amount, toward = 0 }: Planted,
): void {
  const { points } = place;
  const { lightness, a, b } = planes;
  const areaMm2 = points.length / level.pxPerMm ** 2;
  switch (kind) {
    case 'value':
      for (const i of points) lightness[i] = clamp(lightness[i] + amount, 0, 100);
      return;
    case 'washed-out':
      for (const i of points) [a[i], b[i]] = [a[i] * (1 - amount), b[i] * (1 - amount)];
      return;
    case 'hue': {
      const [c, s] = [Math.cos((amount * Math.PI) / 180), Math.sin((amount * Math.PI) / 180)];
      for (const i of points) [a[i], b[i]] = [c * a[i] - s * b[i], s * a[i] + c * b[i]];
      return;
    }
    case 'light-moved': {
      const far = amount * Math.sqrt(areaMm2) * level.pxPerMm;
      movePattern(planes, level, place, [far * Math.cos(toward), far * Math.sin(toward)]);
      return;
    }
    case 'gap-filled': {
      const [gap, mid] = [quantileOf(lightness, points, 0.14), quantileOf(lightness, points, 0.5)];
      for (const i of points) if (lightness[i] <= gap) lightness[i] += amount * (mid - lightness[i]);
      return;
    }
    case 'missed': {
      const flat = quantileOf(lightness, points, 0.25);
      for (const i of points) lightness[i] = flat;
      return;
    }
    case 'pale-area': {
      // Values are drawn up so that what was the palest eighth becomes `amount` times as large.
      const [was, now] = [
        quantileOf(lightness, points, 1 - 0.12 * amount),
        quantileOf(lightness, points, 0.88),
      ];
      const least = quantileOf(lightness, points, 0);
      const k = (now - least) / Math.max(1, was - least);
      for (const i of points) lightness[i] = Math.min(100, least + (lightness[i] - least) * k);
    }
  }
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
  const planes: Planes = {
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
  for (const fault of faults)
    plant(planes, level, { points: all[fault.part], of: places.of, n: fault.part }, fault);
  const linear = new Float32Array(level.alpha.length * 3);
  for (let i = 0; i < level.alpha.length; i++)
    if (level.alpha[i] > 0)
      labToLinear({ l: planes.lightness[i], a: planes.a[i], b: planes.b[i] }).forEach(
        (v, c) => (linear[3 * i + c] = Math.max(0, v)),
      );
  return { level: { ...level, ...planes }, linear };
}
