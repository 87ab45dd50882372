import { solveAt } from './solveAt.js';
import { clamp, normalise, solveLinear, type Vec3 } from '../units/index.js';
import { boardOf } from './board.js';
import { exposures } from './exposures.js';
import { lightAt, type Lamp } from './lamps.js';
import { CLIPPED, median, type LuminanceImage } from './luminanceImage.js';
import type { Sample } from './samples.js';
import { pointSolver } from './solve.js';

/** Lamps as the photos and the ball together tell them, and how well all agrees. */
export interface ConvergedLamps {
  readonly lamps: readonly Lamp[];
  readonly ambient: number;
  /** Albedo of the brightest quarter of the points, in the unit of the lamps: the primer's. */
  readonly primer: number;
  /** Albedo that all primer shares, where it does; 0 where that is not known. */
  readonly even: number;
  /** Middle spread of what Lambert's law leaves over, as a share of the albedo. */
  readonly spread: number;
}

const ROUNDS = 7;
/** How much the ball is believed against the photos. */
const BALL = 0.5;
const MOST_AMBIENT = 0.4;
/** The board is one flat sheet square to the camera: exposures that it contradicts by more than this are none. */
const BOARD_ERRS = 1.2;
const LEAST_BOARD = 60;
/** A board is one of which half the points are of one brightness within this share. */
const BOARD_EVEN = 0.12;

/** Strength of each photo's lamp, mean 1, by how bright the board is under it; null where no even board is seen. */
function strengthsByBoard(
  images: readonly LuminanceImage[],
  board: readonly Sample[],
  { lamps, ambient }: Pick<ConvergedLamps, 'lamps' | 'ambient'>,
  use: readonly boolean[],
): number[] | null {
  if (board.length < LEAST_BOARD) return null;
  const light = new Float64Array(3);
  const found: number[] = [];
  for (const [k, { light: seen }] of images.entries()) {
    if (!use[k]) {
      found.push(0);
      continue;
    }
    const shares = board.map((s) => {
      lightAt({ ...lamps[k], strength: 1 }, s.x, s.y, 0, light, 0);
      return seen[s.i] / (Math.max(0.05, light[2]) + ambient);
    });
    const middle = median(shares);
    if (median(shares.map((v) => Math.abs(v / middle - 1))) > BOARD_EVEN) return null;
    found.push(middle);
  }
  const mean = found.reduce((t, v) => t + v, 0) / use.filter(Boolean).length;
  return found.map((v) => v / mean);
}

/**
 * Strengths of the lamps (exposures differ from photo to photo), the room's light and small corrections of the lamps'
 * directions, by turns with the normals of a few thousand points: each is a small linear least-squares problem while the
 * other is held.
 * @param use false for a photo to leave out
 */
export function convergeLamps(
  images: readonly LuminanceImage[],
  samples: readonly Sample[],
  fromBall: readonly Vec3[],
  awayMm: number | null,
  use: readonly boolean[],
): ConvergedLamps {
  const n = images.length;
  const solver = pointSolver(n);
  let lamps: Lamp[] = fromBall.map((toward) => ({ toward, awayMm, strength: 1 }));
  let spreads: number[] = [];
  let albedos: number[] = [];
  const bare = new Float64Array(3 * n);
  const light = new Float64Array(n);
  const lit = new Uint8Array(n);
  const board = boardOf(images, samples, use);
  for (let round = 0; round < ROUNDS; round++) {
    const last = round === ROUNDS - 1;
    const sums = images.map(() => ({
      up: 0,
      down: 0,
      m: [
        [0, 0, 0],
        [0, 0, 0],
        [0, 0, 0],
      ],
      v: [0, 0, 0],
    }));
    const shaded: number[] = [];
    const exposed = exposures(n);
    spreads = [];
    albedos = [];
    for (const s of samples) {
      if (!solveAt(solver, { images, lamps, use }, s)) continue;
      const b: Vec3 = [solver.found[0], solver.found[1], solver.found[2]];
      const albedo = Math.hypot(...b);
      if (albedo < 0.03) continue;
      spreads.push(solver.found[4]);
      albedos.push(albedo);
      const room = solver.ambient * albedo;
      for (let k = 0; k < n; k++) {
        // Light is linear in the lamp's strength.
        for (let i = 3 * k; i < 3 * k + 3; i++) bare[i] = solver.lights[i] / lamps[k].strength;
        light[k] = images[k].light[s.i] - room;
        // Deep in shade a point tells more of the noise than of the exposure.
        lit[k] = solver.used[k] === 1 && light[k] > 0.12 * albedo ? 1 : 0;
      }
      exposed.add(light, bare, lit);
      for (let k = 0; k < n; k++) {
        const v = images[k].light[s.i];
        const lx = solver.lights[3 * k];
        const ly = solver.lights[3 * k + 1];
        const lz = solver.lights[3 * k + 2];
        const falls = lx * b[0] + ly * b[1] + lz * b[2];
        const sum = sums[k];
        if (v >= CLIPPED || !use[k]) continue;
        if (falls < -0.06 * albedo || (falls > 0.3 * albedo && v < 0.45 * falls)) shaded.push(v / albedo);
        if (!solver.used[k]) continue;
        sum.up += (v - room) * falls;
        sum.down += falls * falls;
        // Light is linear in the lamp's place while its fall-off is held.
        const [tx, ty, tz] = lamps[k].toward;
        const f =
          awayMm === null
            ? lamps[k].strength
            : Math.sqrt(
                (lx * lx + ly * ly + lz * lz) /
                  ((tx * awayMm - s.x) ** 2 + (ty * awayMm - s.y) ** 2 + (tz * awayMm - s.z) ** 2),
              );
        const here = awayMm === null ? 0 : f * (s.x * b[0] + s.y * b[1] + s.z * b[2]);
        for (let i = 0; i < 3; i++) {
          sum.v[i] += f * b[i] * (v - room + here);
          for (let j = 0; j < 3; j++) sum.m[i][j] += f * f * b[i] * b[j];
        }
      }
    }
    if (last) break;
    solver.ambient = shaded.length > 40 ? Math.min(MOST_AMBIENT, median(shaded)) : solver.ambient;
    const byBoard = strengthsByBoard(images, board, { lamps, ambient: solver.ambient }, use);
    const strengths =
      exposed
        .solve()
        ?.map((s, k) => (byBoard?.[k] ? clamp(s, byBoard[k] / BOARD_ERRS, byBoard[k] * BOARD_ERRS) : s)) ??
      byBoard;
    lamps = lamps.map((lamp, k) =>
      use[k] ? corrected(lamp, fromBall[k], sums[k], strengths?.[k] ?? null, round > 1) : lamp,
    );
    const known = lamps.filter((_, k) => use[k]);
    const mean = known.reduce((t, l) => t + l.strength, 0) / Math.max(1, known.length);
    lamps = lamps.map((l) => ({ ...l, strength: l.strength / mean }));
  }
  return {
    lamps,
    ambient: solver.ambient,
    primer: albedos.sort((a, b) => a - b)[Math.floor(0.85 * albedos.length)] ?? 1,
    even: 0,
    spread: median(spreads),
  };
}

interface Sums {
  readonly up: number;
  readonly down: number;
  readonly m: number[][];
  readonly v: number[];
}

/** A lamp whose strength, and then direction, fits the normals of the round; the ball holds it back. */
function corrected(
  lamp: Lamp,
  ball: Vec3,
  { up, down, m, v }: Sums,
  exposed: number | null,
  turning: boolean,
): Lamp {
  if (!(down > 0)) return lamp;
  const strength = exposed ?? lamp.strength * Math.min(3, Math.max(0.3, up / down));
  if (!turning) return { ...lamp, strength };
  const reach = lamp.awayMm ?? 1;
  const hold = (BALL * (m[0][0] + m[1][1] + m[2][2])) / 3;
  const grown = strength / lamp.strength;
  const rows = m.map((row, i) => row.map((x, j) => x * grown * grown + (i === j ? hold : 0)));
  const right = v.map((x, i) => x * grown + hold * ball[i] * reach);
  const found = solveLinear(rows, right);
  if (!found || !(Math.hypot(...found) > 1e-6)) return { ...lamp, strength };
  return { ...lamp, strength, toward: normalise([found[0], found[1], found[2]]) };
}
