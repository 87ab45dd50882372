import { areaOf, type Point, type SurfaceModel } from '../form/index.js';
import { clamp, seededRandom } from '../units/index.js';
import type { Hot } from './fields.js';
import type { Line } from './lines.js';

/** The widest pass over an arc is so wide; the share of a layer is what it covers. */
export const ARC_MM = 0.34;
/** A straight run, as a share of the part's longer side, and at least so many mm. */
const RUN = [0.05, 0.12] as const;
const LEAST_RUN_MM = 0.5;
/** How far a run turns off the way of the one before, in radians. */
const TURN = [0.3, 0.85] as const;
/** Runs of an arc, and of one that branches off. */
const RUNS = [4, 8] as const;
const BRANCH_RUNS = [1, 3] as const;
/** How often a joint is a fork. */
const FORKS = 0.45;
/** Arcs begin in this share of the part's length beside their source. */
const BEGIN_IN = 0.35;
const MOST_ARCS = 60;

/** Arcs over a part, in its own frame: branching lines in straight runs, and where they fork. */
export interface Arcs {
  readonly lines: readonly Line[];
  readonly forks: readonly Point[];
}

/** What sets the arcs of a layer apart. */
export interface ArcHand {
  /** Share of the part that they cover at their widest. */
  readonly share: number;
  readonly seed: number;
}

type Random = () => number;
const between = (random: Random, [least, most]: readonly [number, number]): number =>
  least + random() * (most - least);

/** One line of straight runs that turn now to one side, now to the other. */
function zigzag(
  from: Point,
  { way, runs }: { readonly way: number; readonly runs: number },
  runMm: () => number,
  random: Random,
): Point[] {
  const points: Point[] = [from];
  let side = random() < 0.5 ? -1 : 1;
  for (let k = 0; k < runs; k++) {
    const [x, y] = points[points.length - 1];
    const angle = way + side * between(random, TURN);
    const long = runMm();
    points.push([x + long * Math.cos(angle), y + long * Math.sin(angle)]);
    side = -side;
  }
  return points;
}

const lengthOf = (points: readonly Point[]): number =>
  points.reduce(
    (sum, p, i) => sum + (i === 0 ? 0 : Math.hypot(p[0] - points[i - 1][0], p[1] - points[i - 1][1])),
    0,
  );

/** Where a part lies along its own length: its direction, the sideways one, and its reach in both, in mm. */
function lengthways({ rings }: SurfaceModel) {
  const points = rings.flat();
  const mean = (of: (p: Point) => number) => points.reduce((sum, p) => sum + of(p), 0) / points.length;
  const [mx, my] = [mean(([x]) => x), mean(([, y]) => y)];
  const [xx, yy, xy] = [
    mean(([x]) => (x - mx) ** 2),
    mean(([, y]) => (y - my) ** 2),
    mean(([x, y]) => (x - mx) * (y - my)),
  ];
  // The principal axis of its outline, from its lower end on, or from the left where it lies.
  const turn = 0.5 * Math.atan2(2 * xy, xx - yy);
  const way = Math.sin(turn) < -1e-6 ? turn + Math.PI : turn;
  const along: Point = [Math.cos(way), Math.sin(way)];
  const reach = ([u, v]: Point) => {
    const at = points.map(([x, y]) => x * u + y * v);
    return at.reduce(([least, most], t) => [Math.min(least, t), Math.max(most, t)], [Infinity, -Infinity]);
  };
  const across: Point = [-along[1], along[0]];
  return { way, along, across, length: reach(along), width: reach(across) };
}

/**
 * Arcs that run along a part from what is hot beside it, or from its lower end: more of them near there. The same seed gives
 * the same arcs.
 */
export function arcsOver(model: SurfaceModel, hot: readonly Hot[], { share, seed }: ArcHand): Arcs {
  const part = lengthways(model);
  const [near, far] = part.length;
  const long = far - near;
  const random = seededRandom(seed * 6151 + 29);
  const alongAt = ([x, y]: readonly number[]) => x * part.along[0] + y * part.along[1];
  const fromFar = hot.length > 0 && alongAt(hot[0].at) > (near + far) / 2;
  const way = part.way + (fromFar ? Math.PI : 0);
  const runMm = () => Math.max(LEAST_RUN_MM, long * between(random, RUN));
  const wanted = (share * areaOf(model.rings)) / ARC_MM;
  const lines: Line[] = [];
  const forks: Point[] = [];
  let drawn = 0;
  for (let n = 0; n < MOST_ARCS && drawn < wanted; n++) {
    // The square crowds them toward the source.
    const from = clamp(BEGIN_IN * random() ** 2, 0, 1) * long;
    const t = fromFar ? far - from : near + from;
    const s = part.width[0] + (0.15 + 0.7 * random()) * (part.width[1] - part.width[0]);
    const begin: Point = [t * part.along[0] + s * part.across[0], t * part.along[1] + s * part.across[1]];
    const trunk = zigzag(begin, { way, runs: Math.round(between(random, RUNS)) }, runMm, random);
    const branches = trunk.slice(1, -1).flatMap((at) => {
      if (random() > FORKS) return [];
      forks.push(at);
      const off = way + (random() < 0.5 ? -1 : 1) * between(random, TURN);
      return [zigzag(at, { way: off, runs: Math.round(between(random, BRANCH_RUNS)) }, runMm, random)];
    });
    for (const points of [trunk, ...branches]) {
      lines.push({ points, wideMm: ARC_MM });
      drawn += lengthOf(points);
    }
  }
  return { lines, forks };
}
