import { medianOf, quantileSorted } from '../units/index.js';
import type { Part } from '../piece/index.js';
import { CORE_DEEP, isThick, type LabPlanes, type PhotoOnPlan } from './onPlan.js';

import type { Beyond } from './beyond.js';
import { edgePoints, edgesLit } from './readEdges.js';
import { spillOn, type Spill } from './readSpill.js';
import { pointsOf, stepsAbout, type Places } from './places.js';
import type { PlanLevel } from './planRaster.js';

/** What a part looks like, in the photo and in the plan alike. Values are L*. */
export interface Look {
  readonly mean: number;
  readonly median: number;
  readonly darkest: number;
  readonly lightest: number;
  /** Colour of its mids, away from its borders. */
  readonly a: number;
  readonly b: number;
  /** Middle of its light, mm from the plan's middle, y down. */
  readonly light: readonly [xMm: number, yMm: number];
}

/** One part read in a photo and in its plan. */
export interface PartReading {
  /** Place of the part in the piece. */
  readonly part: number;
  readonly areaMm2: number;
  /** Points of the photo that show it. */
  readonly points: number;
  /** Share of it that could be read: in the photo, not burnt out. */
  readonly read: number;
  /** Whether it has an inside that its borders leave alone; without one neither hue nor light is read. */
  readonly thick: boolean;
  readonly metal: boolean;
  readonly plan: Look;
  readonly photo: Look;
  /** By how much it is lighter than planned, L*: the smaller of the shifts of median and mean. */
  readonly lighterBy: number;
  /** Correlation of the two patterns of light, -1..1. */
  readonly agreement: number;
  /** How far the middle of its light lies from the plan's, mm. */
  readonly lightOffMm: number;
  /** By how much the gap of the plan is lighter than the rest has become, L*; null where it has none. */
  readonly gapFilledBy: number | null;
  /** Palest area over the plan's; null where there is none to compare. */
  readonly paleTimes: number | null;
  /** Chroma of its mids over the plan's; null where the plan has no colour to speak of. */
  readonly chromaTimes: number | null;
  /** Turn of hue of its mids, degrees, -180..180; null likewise. */
  readonly hueTurnDeg: number | null;
  /** How far its planned bright edges are there: 1 as planned, 0 where nothing stands out; null where it has none. */
  readonly edgesLit: number | null;
  /** Where it has its neighbour's colour. */
  readonly spill: Spill;
  /** Correlation of the patterns beside what is spilt and what is planned to be an edge. */
  readonly restAgrees: number;
  /** How much it counted when the photo's tone was fitted, 0..1. */
  readonly weight: number;
}

const COLOURED = 8;
/** The light's middle is where values exceed this share of the part's, capped at the second. */
const LIGHT_FROM = 0.7;
const LIGHT_TO = 0.97;
/** The palest area is taken at these shares of the plan's values, and the middle of them told. */
const PALE_SHARES = [0.86, 0.88, 0.9, 0.92] as const;
/** A palest area is one where it stands out from what is below it by more than a hand strays, L*. */
const PALEST = 0.97;
const BELOW_PALE = 0.75;
const STANDS_OUT = 9;
/** So much of what a share leaves over has to lie over it: else the plan is flat there. */
const LEAST_OVER = 0.5;
/** A gap is what lies below this share of the plan's values, where they stand this far below its middle. */
const GAP_SHARE = 0.14;
const GAP_BELOW = 14;
/** So many points tell as much of a gap as there is to tell; a smaller one has to be deeper. */
const ENOUGH_OF_GAP = 200;
/** A gap may have been painted, or laid, so far beside its place, mm. */
const GAP_BESIDE_MM = 0.1;

const mean = (plane: Float32Array, list: readonly number[]): number =>
  list.reduce((s, i) => s + plane[i], 0) / list.length;
const sortedOf = (plane: Float32Array, list: readonly number[]): Float64Array =>
  Float64Array.from(list, (i) => plane[i]).sort();

/** Points of a part: all that can be read, and those far from its borders. */
interface PartPoints {
  readonly all: readonly number[];
  readonly core: readonly number[];
}

function lookOf({ lightness, a, b }: LabPlanes, { all, core }: PartPoints, level: PlanLevel): Look {
  const sorted = sortedOf(lightness, all);
  const at = (q: number) => quantileSorted(sorted, q);
  const [from, to] = [at(LIGHT_FROM), at(LIGHT_TO)];
  let [x, y, n] = [0, 0, 1e-6];
  for (const i of all) {
    const over = Math.min(lightness[i], to) - from;
    if (over <= 0) continue;
    x += over * (i % level.width);
    y += over * Math.floor(i / level.width);
    n += over;
  }
  const [low, high] = [at(0.25), at(0.75)];
  const inner = core.length > 0 ? core : all;
  const mids = inner.filter((i) => lightness[i] >= low && lightness[i] <= high);
  const tell = mids.length > 0 ? mids : inner;
  return {
    mean: mean(lightness, all),
    median: at(0.5),
    darkest: at(0.02),
    lightest: at(0.98),
    a: mean(a, tell),
    b: mean(b, tell),
    light: [
      (x / n + 0.5 - level.width / 2) / level.pxPerMm,
      (y / n + 0.5 - level.height / 2) / level.pxPerMm,
    ],
  };
}

/** Pearson's correlation of two planes over some points. */
function agreementOf(p: Float32Array, q: Float32Array, list: readonly number[]): number {
  const [mp, mq] = [mean(p, list), mean(q, list)];
  let [pq, pp, qq] = [0, 0, 0];
  for (const i of list) {
    pq += (p[i] - mp) * (q[i] - mq);
    pp += (p[i] - mp) ** 2;
    qq += (q[i] - mq) ** 2;
  }
  return pq / Math.sqrt(pp * qq + 1e-6);
}

/** Fewer points of a gap than this tell nothing of it. */
const LEAST_OF_GAP = 6;

/** The plan as soft as the photo, the photo, and where a part lies in them. */
interface GapInput {
  readonly plan: Float32Array;
  readonly photo: Float32Array;
  readonly list: readonly number[];
  /** Points that have a neighbour's colour, which fills no gap. */
  readonly spilt: ReadonlySet<number>;
  readonly level: PlanLevel;
}

function gapFilledBy({ plan, photo, list, spilt, level }: GapInput): number | null {
  const sorted = sortedOf(plan, list);
  const [middle, upTo] = [quantileSorted(sorted, 0.5), quantileSorted(sorted, GAP_SHARE)];
  if (upTo > middle - GAP_BELOW) return null;
  const gap = list.filter((i) => plan[i] <= upTo && !spilt.has(i));
  const beside = list.filter((i) => plan[i] > upTo && !spilt.has(i));
  if (gap.length < LEAST_OF_GAP || beside.length === 0) return null;
  const deep = middle - quantileSorted(sorted, GAP_SHARE / 2);
  if (deep * Math.min(1, Math.sqrt(gap.length / ENOUGH_OF_GAP)) < GAP_BELOW) return null;
  const mine = new Set(list);
  const rise = (of: readonly number[], by: number) =>
    medianOf(of.filter((i) => mine.has(i + by)).map((i) => photo[i + by] - plan[i]));
  // Where it is darkest about its place: a gap that lies a little aside is not filled.
  const about = stepsAbout(Math.max(1, Math.round(GAP_BESIDE_MM * level.pxPerMm)), level.width);
  return Math.min(...about.map((by) => rise(gap, by)).filter((v) => !Number.isNaN(v))) - rise(beside, 0);
}

function paleTimes(plan: Float32Array, photo: Float32Array, list: readonly number[]): number | null {
  const sorted = sortedOf(plan, list);
  if (quantileSorted(sorted, PALEST) - quantileSorted(sorted, BELOW_PALE) < STANDS_OUT) return null;
  const ratios = PALE_SHARES.flatMap((share) => {
    const over = quantileSorted(sorted, share);
    const count = (plane: Float32Array) => list.reduce((n, i) => n + (plane[i] > over ? 1 : 0), 0);
    const meant = count(plan);
    // Where the palest step lies flat, as on a half painted part, nothing of the plan is over its own border.
    return meant < LEAST_OVER * (1 - share) * list.length ? [] : [(count(photo) + 1) / (meant + 1)];
  });
  return ratios.length === 0 ? null : ratios.reduce((a, b) => a + b, 0) / ratios.length;
}

const smaller = (p: number, q: number): number => (p * q <= 0 ? 0 : Math.abs(p) < Math.abs(q) ? p : q);

export interface ReadPartsOptions {
  readonly level: PlanLevel;
  readonly places: Places;
  readonly beyond: Beyond;
  readonly parts: readonly Part[];
  /** Of the photo as it was laid. */
  readonly photoPxPerMm: number;
}

/** Fewer points than this are no part to read. */
const LEAST_POINTS = 25;

/** The plan's planes as soft as a photo's: a little blurred. */
export function softened({ width, alpha, lightness, a, b }: PlanLevel): LabPlanes {
  const kernel = [0.06, 0.24, 0.4, 0.24, 0.06];
  const blur = (plane: Float32Array): Float32Array => {
    const one = (from: Float32Array, step: number) => {
      const out = new Float32Array(from.length);
      for (let i = 0; i < from.length; i++) {
        if (alpha[i] === 0) continue;
        let [sum, weight] = [0, 0];
        for (let k = -2; k <= 2; k++) {
          const j = i + k * step;
          if (j < 0 || j >= from.length || alpha[j] < 0.5) continue;
          sum += kernel[k + 2] * from[j];
          weight += kernel[k + 2];
        }
        out[i] = weight > 0 ? sum / weight : from[i];
      }
      return out;
    };
    return one(one(plane, 1), width);
  };
  return { lightness: blur(lightness), a: blur(a), b: blur(b) };
}

/** What one part's places are read in: a photo, and the plan sharp and blurred. */
export interface ReadingInput {
  readonly photo: LabPlanes;
  readonly plan: readonly LabPlanes[];
  readonly level: PlanLevel;
  readonly places: Places;
  readonly beyond: Beyond;
  /** Photo points of one plan point, and whether the part's metal tells more. */
  readonly magnified: number;
}

/** One part, read at some of its points in the photo and in the plan in the same way. */
export function readPart(
  { photo, plan: plans, level, places, beyond, magnified }: ReadingInput,
  mine: PartPoints & { readonly total: number; readonly read: number },
  part: { readonly n: number; readonly metal: boolean; readonly weight: number },
): PartReading {
  // The plan as sharp as it is, or blurred: whichever agrees with the photo.
  const agreements = plans.map((p) => agreementOf(photo.lightness, p.lightness, mine.all));
  const agreement = Math.max(...agreements);
  const plan = plans[agreements.indexOf(agreement)] ?? plans[0];
  const [meant, seen] = [lookOf(plan, mine, level), lookOf(photo, mine, level)];
  const thick = isThick(mine.core.length, mine.all.length);
  const chroma = Math.hypot(meant.a, meant.b);
  const coloured = thick && chroma > COLOURED;
  const turn = ((Math.atan2(seen.b, seen.a) - Math.atan2(meant.b, meant.a)) * 180) / Math.PI;
  const areaMm2 = mine.total / level.pxPerMm ** 2;
  const mm2PerPoint = (areaMm2 * mine.read) / mine.all.length;
  const edges = edgePoints(plans[0].lightness, mine.all, { level, places });
  const { spill, points: spilt } = spillOn(
    { photo, plan, level, of: places.of, beyond },
    mine.all,
    mm2PerPoint,
  );
  const apart = new Set([...spilt, ...edges.map((e) => e.i)]);
  const rest = mine.all.filter((i) => !apart.has(i));
  return {
    part: part.n,
    areaMm2,
    points: mine.total * magnified,
    read: mine.read,
    thick,
    metal: part.metal,
    plan: meant,
    photo: seen,
    lighterBy: smaller(seen.median - meant.median, seen.mean - meant.mean),
    agreement,
    lightOffMm: Math.hypot(seen.light[0] - meant.light[0], seen.light[1] - meant.light[1]),
    gapFilledBy: part.metal
      ? gapFilledBy({
          plan: plans[plans.length - 1].lightness,
          photo: photo.lightness,
          list: mine.all,
          spilt,
          level,
        })
      : null,
    paleTimes: part.metal ? paleTimes(plan.lightness, photo.lightness, mine.all) : null,
    chromaTimes: coloured ? Math.hypot(seen.a, seen.b) / chroma : null,
    hueTurnDeg: coloured ? ((turn + 540) % 360) - 180 : null,
    edgesLit: part.metal
      ? edgesLit(edges, { plan: plan.lightness, photo: photo.lightness }, mine.all, {
          level,
          places,
          mm2PerPoint,
        })
      : null,
    spill,
    restAgrees: rest.length < LEAST_POINTS ? agreement : agreementOf(photo.lightness, plan.lightness, rest),
    weight: part.weight,
  };
}

/** Every part that a photo shows. */
export function readParts(
  photo: PhotoOnPlan,
  { level, places, beyond, parts, photoPxPerMm }: ReadPartsOptions,
): PartReading[] {
  const input: ReadingInput = {
    photo,
    plan: [level, softened(level)],
    level,
    places,
    beyond,
    magnified: (photoPxPerMm / level.pxPerMm) ** 2,
  };
  const all = pointsOf(places, 1);
  const core = pointsOf(places, CORE_DEEP);
  const known = (i: number) => !Number.isNaN(photo.lightness[i]);
  return parts.flatMap((part, n): PartReading[] => {
    const own = { all: all[n].filter(known), core: core[n].filter(known) };
    if (own.all.length < LEAST_POINTS) return [];
    const mine = { ...own, total: all[n].length, read: own.all.length / all[n].length };
    const metal = part.finish.kind === 'metal';
    return [readPart(input, mine, { n, metal, weight: photo.tone.weightOf.get(n) ?? 0 })];
  });
}
