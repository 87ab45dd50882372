import { solveAt } from './solveAt.js';
import { normalise, solveLinear, type Vec3 } from '../units/index.js';
import type { ConvergedLamps } from './convergeLamps.js';
import type { Sample } from './samples.js';
import { boardOf } from './board.js';
import { median, type LuminanceImage } from './luminanceImage.js';
import { pointSolver } from './solve.js';

const LEAST_POINTS = 120;
/** How much the lamps as read are believed against the evenness of the paint. */
const HOLD = 0.03;
/** Albedos that differ by more than about this share are another paint, a shadow or a neighbour's light. */
const EVEN = 0.08;
const ROUNDS = 6;
/** One paint only where this share of the points agrees on it. */
const AGREE = 0.6;
/** A correction beyond this is none. */
const MOST = 0.35;
/** Of four photos nothing is left over to bend lamps by: then only the albedo is read. */
const FEW = 4;

/** A point of the primer: its albedo-scaled normal and how much it is believed. */
interface Primed {
  readonly b: Vec3;
  readonly albedo: number;
  readonly weight: number;
}

/** Points of the primer that enough photos light; the board is of another paint. */
function primedPoints(
  lamps: ConvergedLamps,
  images: readonly LuminanceImage[],
  samples: readonly Sample[],
  use: readonly boolean[],
): Primed[] {
  const solver = pointSolver(images.length);
  solver.ambient = lamps.ambient;
  const board = new Set(boardOf(images, samples, use).map((s) => s.i));
  const least = use.filter(Boolean).length <= FEW ? 4 : 5;
  const out: Primed[] = [];
  for (const s of samples) {
    if (board.has(s.i)) continue;
    if (!solveAt(solver, { images, lamps: lamps.lamps, use }, s)) continue;
    const { found, used } = solver;
    const albedo = Math.hypot(found[0], found[1], found[2]);
    if (albedo < 0.6 * lamps.primer || albedo > 1.5 * lamps.primer) continue;
    if (used.reduce((n, v) => n + v, 0) < least) continue;
    const weight = 1 / (found[3] * (0.02 + found[4]) ** 2);
    out.push({ b: [found[0], found[1], found[2]], albedo, weight });
  }
  return out;
}

/** What a point says of the six numbers of a symmetric bend and of the albedo's square. */
const terms = ([x, y, z]: Vec3, usual: number): number[] => {
  const [u, v, w] = [x / usual, y / usual, z / usual];
  return [u * u, v * v, w * w, 2 * u * v, 2 * u * w, 2 * v * w, -1];
};

/** The bend under which all points share one albedo, robustly: six numbers, and by how much the albedo's square changes. */
function bendOf(points: readonly Primed[], usual: number): number[] {
  const heavy = median(points.map((p) => p.weight));
  let d = [0, 0, 0, 0, 0, 0, 0];
  for (let round = 0; round < ROUNDS; round++) {
    const rows = d.map(() => d.map(() => 0));
    const right = d.map(() => 0);
    for (const { b, albedo, weight } of points) {
      const t = terms(b, usual);
      const size = (albedo / usual) ** 2;
      const off = size - 1 + t.reduce((sum, v, i) => sum + v * d[i], 0);
      const w = Math.min(2, weight / heavy) / (1 + (off / (2 * EVEN)) ** 2) ** 2;
      for (let i = 0; i < 7; i++) {
        right[i] -= w * t[i] * (size - 1);
        for (let j = 0; j < 7; j++) rows[i][j] += w * t[i] * t[j];
      }
    }
    for (let i = 0; i < 6; i++) rows[i][i] += HOLD * points.length * (i < 3 ? 1 : 2);
    rows[6][6] += 1e-6;
    d = solveLinear(rows, right) ?? d;
  }
  return d;
}

/** (1 + D)^(-1/2) to the second order, for the symmetric D of six numbers. */
function halfInverse([a, e, f, g, h, i]: readonly number[]): number[][] {
  const bend = [
    [a, g, h],
    [g, e, i],
    [h, i, f],
  ];
  return bend.map((row, r) =>
    row.map(
      (v, c) => (r === c ? 1 : 0) - v / 2 + (3 / 8) * bend[r].reduce((sum, u, k) => sum + u * bend[k][c], 0),
    ),
  );
}

/**
 * Primer is one paint. Photos alone leave open by which linear map all normals, and all lamps against it, are bent
 * (Hayakawa 1994); where all points share one albedo the map is known but for a turn: the symmetric one nearest to none.
 * What the ball's reading, exposures and room light bent in common goes; turns are the board's to take back.
 */
export function lampsEvened(
  lamps: ConvergedLamps,
  images: readonly LuminanceImage[],
  samples: readonly Sample[],
  use: readonly boolean[],
): ConvergedLamps {
  const points = primedPoints(lamps, images, samples, use);
  if (points.length < LEAST_POINTS) return lamps;
  const usual = median(points.map((p) => p.albedo));
  if (use.filter(Boolean).length <= FEW) return { ...lamps, even: usual };
  const d = bendOf(points, usual);
  if (!d.slice(0, 6).every((v) => Math.abs(v) < MOST)) return lamps;
  const inverse = halfInverse(d);
  // Lamps are bent against the normals, so that what they light stays as bright.
  const bent = lamps.lamps.map((l) => {
    const [x, y, z] = inverse.map(
      (row) => row[0] * l.toward[0] + row[1] * l.toward[1] + row[2] * l.toward[2],
    );
    return { ...l, toward: normalise([x, y, z]), strength: l.strength * Math.hypot(x, y, z) };
  });
  const agree = points.filter(({ b }) => {
    const t = terms(b, usual);
    const size = t[0] + t[1] + t[2] + t.slice(0, 6).reduce((sum, v, k) => sum + v * d[k], 0);
    return Math.abs(size / (1 + d[6]) - 1) < 3 * EVEN;
  }).length;
  return {
    ...lamps,
    lamps: bent,
    even: agree > AGREE * points.length ? usual * Math.sqrt(1 + d[6]) : 0,
  };
}
