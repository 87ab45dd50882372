import { solveAt } from './solveAt.js';
import { cross, dot, normalise, type Vec3 } from '../units/index.js';
import { boardOf } from './board.js';
import { median, type LuminanceImage } from './luminanceImage.js';
import type { ConvergedLamps } from './convergeLamps.js';
import type { Sample } from './samples.js';
import { pointSolver } from './solve.js';

const LEAST_BOARD = 60;
/** A board that seems turned by more than this is not square to the camera: it then tells nothing. */
const MOST_TILT = Math.cos((14 * Math.PI) / 180);

/** The vector turned as the turn that brings `from` onto the eye's direction does (both unit). */
function turnedToEye(v: Vec3, from: Vec3): Vec3 {
  const eye: Vec3 = [0, 0, 1];
  const axis = cross(from, eye);
  const c = dot(from, eye);
  const k = dot(axis, v) / (1 + c);
  const a = cross(axis, v);
  // Rodrigues (1840): v cos + axis x v sin + axis (axis . v)(1 - cos), with axis not yet unit.
  return [c * v[0] + a[0] + axis[0] * k, c * v[1] + a[1] + axis[1] * k, c * v[2] + a[2] + axis[2] * k];
}

/**
 * The board behind the miniature stands square to the camera. If its normal comes out otherwise, all lamps were read
 * askew by that much, and are turned back: what errors of ball and exposure have in common goes.
 */
export function lampsSquaredToBoard(
  settled: ConvergedLamps,
  images: readonly LuminanceImage[],
  samples: readonly Sample[],
  use: readonly boolean[],
): ConvergedLamps {
  const board = boardOf(images, samples, use);
  const solver = pointSolver(images.length);
  solver.ambient = settled.ambient;
  const [xs, ys] = [[] as number[], [] as number[]];
  for (const s of board) {
    if (!solveAt(solver, { images, lamps: settled.lamps, use }, s)) continue;
    const long = Math.hypot(solver.found[0], solver.found[1], solver.found[2]);
    xs.push(solver.found[0] / long);
    ys.push(solver.found[1] / long);
  }
  if (xs.length < LEAST_BOARD) return settled;
  const [x, y] = [median(xs), median(ys)];
  const normal = normalise([x, y, Math.sqrt(Math.max(0, 1 - x * x - y * y))]);
  if (normal[2] < MOST_TILT) return settled;
  return {
    ...settled,
    lamps: settled.lamps.map((l) => ({ ...l, toward: normalise(turnedToEye(l.toward, normal)) })),
  };
}
