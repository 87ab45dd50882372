import { dot, normalise, solveLinear, type Vec3 } from '../units/index.js';
import { exposures } from './exposures.js';
import { lightAt, type Lamp } from './lamps.js';
import { CLIPPED, median, type Plane } from './plane.js';
import { pointSolver } from './solve.js';

/** A point of the picture that stands for many: its index in the planes and its place in mm from their middle. */
export interface Sample {
  readonly i: number;
  readonly x: number;
  readonly y: number;
  readonly z: number;
}

/** Lamps as the photos and the ball together tell them, and how well all agrees. */
export interface Settled {
  readonly lamps: readonly Lamp[];
  readonly ambient: number;
  /** Albedo of the brightest quarter of the points, in the unit of the lamps: the primer's. */
  readonly primer: number;
  /** Middle spread of what Lambert's law leaves over, as a share of the albedo. */
  readonly spread: number;
  /** The same by photo, over the points that photo lights. */
  readonly spreadOf: readonly number[];
  /** Share of each photo's lit points that are brighter than a matte surface can be. */
  readonly shineOf: readonly number[];
  /** How far each lamp had to be moved from where the ball showed it, in degrees. */
  readonly movedDeg: readonly number[];
}

const ROUNDS = 7;
/** How much the ball is believed against the photos. */
const BALL = 0.5;
const MOST_AMBIENT = 0.4;

/**
 * Strengths of the lamps (exposures differ from photo to photo), the room's light and small corrections of the lamps'
 * directions, by turns with the normals of a few thousand points: each is a small linear least-squares problem while the
 * other is held.
 * @param use false for a photo to leave out
 * @param ballWeight how much the ball is believed against the photos; with little, a lamp that stood elsewhere shows itself
 */
export function settleLamps(
  planes: readonly Plane[],
  samples: readonly Sample[],
  fromBall: readonly Vec3[],
  awayMm: number | null,
  use: readonly boolean[],
  ballWeight = BALL,
): Settled {
  const n = planes.length;
  const solver = pointSolver(n);
  let lamps: Lamp[] = fromBall.map((toward) => ({ toward, awayMm, strength: 1 }));
  const spreadOf: number[][] = [];
  const shine = new Float64Array(n);
  const litPoints = new Float64Array(n);
  let spreads: number[] = [];
  let albedos: number[] = [];
  const vector = new Float64Array(3);
  const bare = new Float64Array(3 * n);
  const light = new Float64Array(n);
  const lit = new Uint8Array(n);
  for (let round = 0; round < ROUNDS; round++) {
    const last = round === ROUNDS - 1;
    const sums = planes.map(() => ({ up: 0, down: 0, m: [[0, 0, 0], [0, 0, 0], [0, 0, 0]], v: [0, 0, 0] })); // prettier-ignore
    const shaded: number[] = [];
    const exposed = exposures(n);
    spreads = [];
    albedos = [];
    spreadOf.length = 0;
    for (let k = 0; k < n; k++) spreadOf.push([]);
    shine.fill(0);
    litPoints.fill(0);
    for (const s of samples) {
      for (let k = 0; k < n; k++) {
        const v = planes[k].light[s.i];
        solver.seen[k] = !use[k] || v >= CLIPPED ? -1 : v;
        lightAt(lamps[k], s.x, s.y, s.z, solver.lights, 3 * k);
      }
      if (!solver.solve()) continue;
      const b: Vec3 = [solver.found[0], solver.found[1], solver.found[2]];
      const albedo = Math.hypot(...b);
      if (albedo < 0.03) continue;
      spreads.push(solver.found[4]);
      albedos.push(albedo);
      const room = solver.ambient * albedo;
      for (let k = 0; k < n; k++) {
        lightAt({ ...lamps[k], strength: 1 }, s.x, s.y, s.z, bare, 3 * k);
        light[k] = planes[k].light[s.i] - room;
        // Deep in shade a point tells more of the noise than of the exposure.
        lit[k] = solver.used[k] === 1 && light[k] > 0.12 * albedo ? 1 : 0;
      }
      exposed.add(light, bare, lit);
      for (let k = 0; k < n; k++) {
        const v = planes[k].light[s.i];
        lightAt(lamps[k], s.x, s.y, s.z, vector, 0);
        const falls = dot([vector[0], vector[1], vector[2]], b);
        const sum = sums[k];
        // Burnt out where the law says grey: it shines.
        if (falls > 0.2 * albedo && v - room - falls > 0.3 * falls + 0.12 * albedo) shine[k]++;
        if (v >= CLIPPED) continue;
        if (falls > 0.2 * albedo) {
          litPoints[k]++;
          const off = (v - room - falls) / albedo;
          // Shadows are many in any photo: what is too dark by far tells nothing of the lamp.
          if (off > -0.35 * (falls / albedo)) spreadOf[k].push(Math.abs(off));
        }
        if (!use[k]) continue;
        if (falls < -0.06 * albedo || (falls > 0.3 * albedo && v < 0.45 * falls)) shaded.push(v / albedo);
        if (!solver.used[k]) continue;
        sum.up += (v - room) * falls;
        sum.down += falls * falls;
        // Light is linear in the lamp's place while its fall-off is held.
        const f = awayMm === null ? lamps[k].strength : Math.hypot(vector[0], vector[1], vector[2]) / Math.hypot(lamps[k].toward[0] * awayMm - s.x, lamps[k].toward[1] * awayMm - s.y, lamps[k].toward[2] * awayMm - s.z);
        const here = awayMm === null ? 0 : f * (s.x * b[0] + s.y * b[1] + s.z * b[2]);
        for (let i = 0; i < 3; i++) {
          sum.v[i] += f * b[i] * (v - room + here);
          for (let j = 0; j < 3; j++) sum.m[i][j] += f * f * b[i] * b[j];
        }
      }
    }
    if (last) break;
    solver.ambient = shaded.length > 40 ? Math.min(MOST_AMBIENT, median(shaded)) : solver.ambient;
    const strengths = exposed.solve();
    lamps = lamps.map((lamp, k) => (use[k] ? corrected(lamp, fromBall[k], sums[k], strengths?.[k] ?? null, round > 1 ? ballWeight : null) : lamp));
    const known = lamps.filter((_, k) => use[k]);
    const mean = known.reduce((t, l) => t + l.strength, 0) / Math.max(1, known.length);
    lamps = lamps.map((l) => ({ ...l, strength: l.strength / mean }));
  }
  return {
    lamps,
    ambient: solver.ambient,
    primer: albedos.sort((a, b) => a - b)[Math.floor(0.85 * albedos.length)] ?? 1,
    spread: median(spreads),
    spreadOf: spreadOf.map((list) => median(list)),
    shineOf: Array.from(shine, (v, k) => v / Math.max(1, litPoints[k])),
    movedDeg: lamps.map((l, k) => (Math.acos(Math.min(1, dot(l.toward, fromBall[k]))) * 180) / Math.PI),
  };
} // prettier-ignore

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
  ballWeight: number | null,
): Lamp {
  if (!(down > 0)) return lamp;
  const strength = exposed ?? lamp.strength * Math.min(3, Math.max(0.3, up / down));
  if (ballWeight === null) return { ...lamp, strength };
  const reach = lamp.awayMm ?? 1;
  const hold = (ballWeight * (m[0][0] + m[1][1] + m[2][2])) / 3;
  const grown = strength / lamp.strength;
  const rows = m.map((row, i) => row.map((x, j) => x * grown * grown + (i === j ? hold : 0)));
  const right = v.map((x, i) => x * grown + hold * ball[i] * reach);
  const found = solveLinear(rows, right);
  if (!found || !(Math.hypot(...found) > 1e-6)) return { ...lamp, strength };
  return { ...lamp, strength, toward: normalise([found[0], found[1], found[2]]) };
}
