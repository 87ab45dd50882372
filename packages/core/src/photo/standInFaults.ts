import { clamp } from '../units/index.js';
import { beyondBorders } from './beyond.js';
import type { LabPlanes } from './onPlan.js';
import type { Places } from './places.js';
import type { PlanLevel } from './planRaster.js';
import { edgePoints } from './readEdges.js';
import { SPILL_FROM_MM } from './readSpill.js';

/** Kinds of faults that the stand-in painter can make on a part. */
export const PLANTED_KINDS = [
  'value',
  'washed-out',
  'hue',
  'light-moved',
  'gap-filled',
  'missed',
  'pale-area',
  'spill',
  'edges-lost',
] as const;
export type PlantedKind = (typeof PLANTED_KINDS)[number];

export interface Planted {
  /** Place of the part in the piece. */
  readonly part: number;
  readonly kind: PlantedKind;
  /**
   * L*; share of chroma lost; degrees; share of the root of the area; share of the gap; unused; times the area; mm2
   * beyond what any hand strays; share that is gone.
   */
  readonly amount: number;
  /** Where a moved light went, or a spill lies about the part, radians; up in the picture is -pi/2. */
  readonly toward?: number;
}

/** A part on a level, and the parts about it. */
export interface PartPlaces {
  readonly points: readonly number[];
  readonly places: Places;
  readonly n: number;
}

const quantileOf = (plane: Float32Array, points: readonly number[], q: number): number => {
  const sorted = Float64Array.from(points, (i) => plane[i]).sort();
  return sorted[Math.min(sorted.length - 1, Math.floor(q * sorted.length))];
};

/** Moves a part's pattern; what comes in from outside is the nearest of its own. */
function movePattern(
  planes: LabPlanes,
  level: PlanLevel,
  { points, places: { of }, n }: PartPlaces,
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

/** What a fault is made on, and how large it is. Writes into `planes`. */
type Plants = (planes: LabPlanes, level: PlanLevel, place: PartPlaces, fault: Planted) => void;

const areaOf = ({ points }: PartPlaces, { pxPerMm }: PlanLevel): number => points.length / pxPerMm ** 2;

/** A neighbour's colour has to differ by so much for a spill to be one. */
const SEEN = 25;

/** The neighbour's paint over the border: a blot that grows from one place of it until it is as large as asked. */
const spilt: Plants = (planes, level, { points, places, n }, { amount, toward = 0 }) => {
  const { width, pxPerMm } = level;
  const { nearest, mm } = beyondBorders(places, width, pxPerMm, 3);
  const before = { lightness: planes.lightness.slice(), a: planes.a.slice(), b: planes.b.slice() };
  const differ = (i: number, j: number) =>
    Math.hypot(
      before.lightness[i] - before.lightness[j],
      before.a[i] - before.a[j],
      before.b[i] - before.b[j],
    );
  const inward = (i: number) => {
    const j = nearest[i];
    const step =
      3 * Math.sign((j % width) - (i % width)) +
      3 * width * Math.sign(Math.floor(j / width) - Math.floor(i / width));
    return places.of[j + step] === places.of[j] ? j + step : j;
  };
  const along = points.filter((i) => nearest[i] >= 0 && mm[i] < 2 / pxPerMm && differ(i, inward(i)) > SEEN);
  if (along.length === 0) return;
  const [mx, my] = [0, 1].map(
    (c) => points.reduce((s, i) => s + (c ? Math.floor(i / width) : i % width), 0) / points.length,
  );
  const lies = (i: number) => Math.cos(Math.atan2(Math.floor(i / width) - my, (i % width) - mx) - toward);
  const start = along.reduce((best, i) => (lies(i) > lies(best) ? i : best));
  const away = (i: number) =>
    Math.hypot((i % width) - (start % width), Math.floor(i / width) - Math.floor(start / width));
  const other = inward(start);
  let left = amount * pxPerMm ** 2;
  for (const i of points.filter((i) => places.of[i] === n).sort((p, q) => away(p) - away(q))) {
    if (left <= 0) return;
    for (const c of ['lightness', 'a', 'b'] as const) planes[c][i] = before[c][other];
    if (mm[i] >= SPILL_FROM_MM) left--;
  }
};

const PLANTS: Readonly<Record<PlantedKind, Plants>> = {
  value: ({ lightness }, _level, { points }, { amount }) => {
    for (const i of points) lightness[i] = clamp(lightness[i] + amount, 0, 100);
  },
  'washed-out': ({ a, b }, _level, { points }, { amount }) => {
    for (const i of points) [a[i], b[i]] = [a[i] * (1 - amount), b[i] * (1 - amount)];
  },
  hue: ({ a, b }, _level, { points }, { amount }) => {
    const [c, s] = [Math.cos((amount * Math.PI) / 180), Math.sin((amount * Math.PI) / 180)];
    for (const i of points) [a[i], b[i]] = [c * a[i] - s * b[i], s * a[i] + c * b[i]];
  },
  'light-moved': (planes, level, place, { amount, toward = 0 }) => {
    const far = amount * Math.sqrt(areaOf(place, level)) * level.pxPerMm;
    movePattern(planes, level, place, [far * Math.cos(toward), far * Math.sin(toward)]);
  },
  'gap-filled': ({ lightness }, _level, { points }, { amount }) => {
    const [gap, mid] = [quantileOf(lightness, points, 0.14), quantileOf(lightness, points, 0.5)];
    for (const i of points) if (lightness[i] <= gap) lightness[i] += amount * (mid - lightness[i]);
  },
  missed: ({ lightness }, _level, { points }) => {
    const flat = quantileOf(lightness, points, 0.25);
    for (const i of points) lightness[i] = flat;
  },
  'pale-area': ({ lightness }, _level, { points }, { amount }) => {
    // Values are drawn up so that what was the palest eighth becomes `amount` times as large.
    const [was, now] = [
      quantileOf(lightness, points, 1 - 0.12 * amount),
      quantileOf(lightness, points, 0.88),
    ];
    const least = quantileOf(lightness, points, 0);
    const k = (now - least) / Math.max(1, was - least);
    for (const i of points) lightness[i] = Math.min(100, least + (lightness[i] - least) * k);
  },
  spill: spilt,
  'edges-lost': ({ lightness }, level, { points, places }, { amount }) => {
    // What is about an edge has some of its light: taken off by turns, it comes down to its ground.
    const ground = lightness.slice();
    for (let turn = 0; turn < 4; turn++)
      for (const { i, by } of edgePoints(ground.slice(), points, { level, places }, 0)) ground[i] -= by;
    for (const i of points) lightness[i] += amount * (ground[i] - lightness[i]);
  },
};

/** Makes one fault on a part. Writes into `planes`. */
export const plant: Plants = (planes, level, place, fault) => PLANTS[fault.kind](planes, level, place, fault);
