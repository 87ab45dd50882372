import { quantile } from '../units/index.js';

import { stepsAbout } from './places.js';
import type { Beyond } from './beyond.js';
import type { LabPlanes } from './onPlan.js';
import type { PlanLevel } from './planRaster.js';

/** Paint of a neighbour on a part. */
export interface Spill {
  /** Of the part that looks like its neighbour, beyond what a steady hand strays, mm2. */
  readonly mm2: number;
  /** The neighbour that most of it looks like, by its place in the piece; null where there is none. */
  readonly from: number | null;
  /** Its middle, mm from the plan's middle, y down. */
  readonly at: readonly [xMm: number, yMm: number];
}

/** A spill with the points of a level that it covers. */
export interface SpiltPoints {
  readonly spill: Spill;
  readonly points: ReadonlySet<number>;
}

/** Nearer to the border than this any hand strays; farther than the second a brush does not slip. */
export const SPILL_FROM_MM = 0.25;
export const SPILL_TO_MM = 1.2;
/** Plan colours this near along and across a border are what a hand may have strayed to, mm. */
const STRAYS_MM = 0.2;
/** How far along a border the paint of a slip may come from, mm. */
const ALONG_MM = 0.6;
/** A place looks like the neighbour where it is this many times nearer to it than to anything planned about there. */
const NEARER = 2;
/** Colours that differ by less cannot be told apart, in units of Lab. */
const APART = 14;
/** The neighbour's own colour is taken so many points inside it: its border is mixed. */
const INSIDE = 2;

interface SpillInput {
  readonly photo: LabPlanes;
  readonly plan: LabPlanes;
  readonly level: PlanLevel;
  readonly of: Int16Array;
  readonly beyond: Beyond;
}

type Colour = readonly [l: number, a: number, b: number];
const colourAt = ({ lightness, a, b }: LabPlanes, i: number): Colour => [lightness[i], a[i], b[i]];
const difference = (p: Colour, q: Colour): number => Math.hypot(p[0] - q[0], p[1] - q[1], p[2] - q[2]);

/** By how much a part differs from its plan all over: a part that is lighter or warmer has not been spilt on. */
const shiftOf = (photo: LabPlanes, plan: LabPlanes, points: readonly number[]): Colour => {
  const middle = (p: Float32Array, q: Float32Array) =>
    quantile(
      points.map((i) => p[i] - q[i]),
      0.5,
    );
  return [middle(photo.lightness, plan.lightness), middle(photo.a, plan.a), middle(photo.b, plan.b)];
};

/** A point somewhat inside the neighbour, over the border from a point. */
function insideNeighbour(i: number, { level: { width }, of, beyond }: SpillInput): number {
  const border = beyond.nearest[i];
  const [dx, dy] = [(border % width) - (i % width), Math.floor(border / width) - Math.floor(i / width)];
  const long = Math.hypot(dx, dy);
  const j = border + Math.round((INSIDE * dx) / long) + width * Math.round((INSIDE * dy) / long);
  return of[j] === of[border] ? j : border;
}

/**
 * Where a part's border was not kept: places of it that have its neighbour's colour.
 * @param points of the part
 * @param mm2PerPoint how much of the part each of them stands for
 */
export function spillOn(input: SpillInput, points: readonly number[], mm2PerPoint: number): SpiltPoints {
  const { photo, plan, level, of, beyond } = input;
  const { width, height, pxPerMm } = level;
  const near = points.filter((i) => beyond.nearest[i] >= 0 && beyond.mm[i] >= SPILL_FROM_MM);
  const spilt = new Set<number>();
  if (near.length === 0) return { spill: { mm2: 0, from: null, at: [0, 0] }, points: spilt };
  const shift = shiftOf(photo, plan, points);
  const [about, along] = [STRAYS_MM, ALONG_MM].map((mm) =>
    stepsAbout(Math.max(1, Math.round(mm * pxPerMm)), width),
  );
  const nearestOf = (colour: Colour, at: readonly number[]) =>
    at.reduce((least, j) => Math.min(least, difference(colour, colourAt(plan, j))), Infinity);
  const counts = new Map<number, number>();
  let [x, y] = [0, 0];
  for (const i of near) {
    if (difference(colourAt(plan, i), colourAt(plan, insideNeighbour(i, input))) < APART) continue;
    const mine = (steps: readonly number[]) => steps.map((s) => i + s).filter((j) => of[j] === of[i]);
    const seen = colourAt(photo, i);
    const own: Colour = [seen[0] - shift[0], seen[1] - shift[1], seen[2] - shift[2]];
    const toOwn = nearestOf(own, mine(about));
    if (toOwn < APART / 2) continue;
    // What a brush carries over comes from anywhere along that border.
    const others = mine(along).filter((j) => beyond.nearest[j] >= 0);
    if (
      nearestOf(
        seen,
        others.map((j) => insideNeighbour(j, input)),
      ) *
        NEARER >
      toOwn
    )
      continue;
    spilt.add(i);
    x += i % width;
    y += Math.floor(i / width);
    const other = of[beyond.nearest[i]];
    counts.set(other, (counts.get(other) ?? 0) + 1);
  }
  const [from] = [...counts].sort((p, q) => q[1] - p[1])[0] ?? [null];
  const n = spilt.size;
  const middle = (sum: number, size: number) => (n === 0 ? 0 : (sum / n + 0.5 - size / 2) / pxPerMm);
  return {
    spill: { mm2: n * mm2PerPoint, from, at: [middle(x, width), middle(y, height)] },
    points: spilt,
  };
}
