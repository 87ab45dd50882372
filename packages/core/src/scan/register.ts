import { solveLinear, type Vec3 } from '../units/index.js';
import { highlightOf, lampOf, type Circle } from './ball.js';
import { convergeLamps, type ConvergedLamps } from './convergeLamps.js';
import { lampPlaced } from './lamps.js';
import { median, reduced, type LuminanceImage } from './luminanceImage.js';
import { farthestMoved, laidBack, motionAtScale, relativeMotion, STILL, type Motion } from './motion.js';
import {
  meanOfNine,
  missedBy,
  motionVotes,
  withoutSlow,
  type Missed,
  type MotionVotes,
} from './motionVotes.js';
import { pointNormals } from './pointNormals.js';
import { samplesOf } from './samples.js';

export interface Registered {
  /** By photo, as seen from the first. */
  readonly motions: readonly Motion[];
  /** What is left over of each photo where the others say what it should show, as a share of the albedo. */
  readonly left: readonly number[];
}

export interface RegisterInput {
  readonly photos: readonly LuminanceImage[];
  /** The ball in each photo by itself; null where it is not seen. */
  readonly balls: readonly (Circle | null)[];
  /** The ball as it is in the first photo. */
  readonly first: Circle;
  readonly pxPerMm: number;
  /** How far the lamps are thought to stand, in mm; null for far. */
  readonly awayMm: number | null;
  readonly use: readonly boolean[];
  readonly onRound: (share: number) => void;
}

/** Sizes of the pictures that are laid over each other, in points; turns at each; and what counts as far off, first and last. */
const LEVELS = [
  { points: 14_000, rounds: 6, soft: [0.5, 0.12] },
  { points: 45_000, rounds: 3, soft: [0.14, 0.08] },
] as const;
const SAMPLES = 900;
/** Lamps are read again when the photos lie better over each other. */
const READ_AGAIN = 3;
/** Rim of a ball: told to about this many points of the photo. */
const BALL_SURE = 0.4;
/** Neighbouring points err alike: so many tell as much as one. */
const ALIKE = 60;
const TURN_SURE = 0.012;
const STEADY = 0.03;
/** No step is larger than this, in points of the reduced picture. */
const MOST_STEP = 3;
/** Where the rim lies this near to one place in every photo, in points, the camera stood still. */
const LOCKED = 0.45;
const LEAST_COUNT = 50;
const LEAST_PHOTOS = 3;

/** One size of the photos, with what does not change from turn to turn there. */
interface Level {
  readonly by: number;
  readonly small: readonly LuminanceImage[];
  readonly ball: Circle;
  readonly pxPerMm: number;
  readonly placed: readonly Vec3[];
  readonly spare: number;
  readonly start: readonly Motion[];
  readonly missed: Missed;
}

/** A photo and its motion so far. */
interface Turned {
  readonly k: number;
  readonly here: Motion;
}

/** What the rim of the ball says of a motion: rows of the change of (dx, dy, turn) and what it should be. */
function holdByBall({ matrix, right }: MotionVotes, at: Level, { k, here }: Turned, variance: number) {
  const { by, ball, small, start } = at;
  const [bx, by0] = [ball.x - small[0].width / 2, ball.y - small[0].height / 2];
  const hold = variance / (BALL_SURE / by) ** 2;
  // Motion of the ball: (dx - turn y, dy + turn x).
  const rows = [
    [1, 0, -by0, start[k].dx / by - (here.dx / by - here.turnRad * by0)],
    [0, 1, bx, start[k].dy / by - (here.dy / by + here.turnRad * bx)],
  ];
  for (const row of rows)
    for (let p = 0; p < 3; p++) {
      right[p] += hold * row[p] * row[3];
      for (let q = 0; q < 3; q++) matrix[p][q] += hold * row[p] * row[q];
    }
}

/** A photo's motion a step better, and how far that step goes in points of the reduced picture. */
function stepOf(votes: MotionVotes, at: Level, turned: Turned, seen: boolean): [Motion, number] {
  const { here } = turned;
  if (votes.count < LEAST_COUNT) return [here, 0];
  // What the picture tells, against what the rim tells: in units of the picture's own variance.
  const variance = Math.max(1e-5, votes.loss / votes.count) * ALIKE * at.spare;
  if (seen) holdByBall(votes, at, turned, variance);
  const calm = variance / TURN_SURE ** 2;
  votes.matrix[2][2] += calm;
  votes.right[2] -= calm * here.turnRad;
  const step = solveLinear(votes.matrix, votes.right);
  if (!step) return [here, 0];
  const [dx, dy, turnRad] = step;
  const goes = farthestMoved({ dx, dy, turnRad }, at.small[0]);
  const held = Math.min(1, MOST_STEP / Math.max(1e-9, goes));
  return [
    {
      dx: here.dx + dx * at.by * held,
      dy: here.dy + dy * at.by * held,
      turnRad: here.turnRad + turnRad * held,
    },
    goes * held,
  ];
}

/** All photos a step better; how far the farthest goes, and what is left over of each. */
function turnOf(
  input: RegisterInput,
  at: Level,
  { lamps, motions, meant }: { lamps: ConvergedLamps; motions: readonly Motion[]; meant: number },
) {
  const { use, balls } = input;
  const { width: w, height: h } = at.small[0];
  const images = at.small.map((p, k) => laidBack(p, motionAtScale(motions[k], at.by)));
  const normals = pointNormals(images, { lamps, use, ball: at.ball, pxPerMm: at.pxPerMm });
  const smooth = normals.scaled.map((plane) => meanOfNine(plane, w, h));
  const border = Math.ceil(
    Math.max(...motions.map((m) => farthestMoved(motionAtScale(m, at.by), at.small[0]))) + 2,
  );
  const left: number[] = [];
  let most = 0;
  const next = motions.map((here, k) => {
    left.push(0);
    if (!use[k]) return here;
    const some = missedBy(
      {
        image: images[k],
        lamp: lamps.lamps[k],
        ambient: lamps.ambient,
        normals,
        smooth,
        own: normals.own[k],
        pxPerMm: at.pxPerMm,
        meant,
        border,
      },
      at.missed,
    );
    const { rest, gx, gy, weight } = at.missed;
    for (const values of [rest, gx, gy]) withoutSlow(values, weight, w, h);
    left[k] = median(some);
    const [moved, goes] = stepOf(motionVotes(at.missed, at.small[0]), at, { k, here }, balls[k] !== null);
    most = Math.max(most, goes);
    return moved;
  });
  // All as seen from the first.
  return { motions: next.map((m) => relativeMotion(m, next[0])), most, left };
}

function levelOf(input: RegisterInput, by: number, start: readonly Motion[], toward: readonly Vec3[]): Level {
  const { photos, first, awayMm, use } = input;
  const small = photos.map((p) => reduced(p, by));
  const { width: w, height: h } = small[0];
  const ball = { x: first.x / by, y: first.y / by, r: first.r / by };
  const pxPerMm = input.pxPerMm / by;
  const ballMm: Vec3 = [(ball.x - w / 2) / pxPerMm, (h / 2 - ball.y) / pxPerMm, 0];
  const used = use.filter(Boolean).length;
  const plane = () => new Float32Array(w * h);
  return {
    by,
    small,
    ball,
    pxPerMm,
    placed: toward.map((d) => lampPlaced(d, ballMm, awayMm)),
    // Four photos make three numbers of a point: what is left over says little, and less than it seems.
    spare: used > 5 ? 1 : used > 4 ? 4 : 100,
    start,
    missed: { rest: plane(), gx: plane(), gy: plane(), weight: plane() },
  };
}

/** A camera that was locked: shading alone would turn flat sculpts a little about the ball. */
const stoodStill = (start: readonly Motion[], balls: readonly (Circle | null)[]): boolean =>
  balls.every((q) => q !== null) && start.every((m) => Math.hypot(m.dx, m.dy) < LOCKED);

/**
 * Photos laid over each other by what the surface they make together says each should show (Lucas and Kanade 1981): the
 * edges of that picture are those of the miniature, not of its shadows, and a point in shadow hardly votes. Slow shading
 * is taken off both: a lamp a little beside where it was read looks like a shift on round forms. The ball's rim holds
 * the rest.
 */
export function registered(given: RegisterInput): Registered {
  const { photos, balls, first, onRound } = given;
  const own = balls[0] ?? first;
  const start = balls.map((q): Motion => (q ? { dx: q.x - own.x, dy: q.y - own.y, turnRad: 0 } : STILL));
  if (stoodStill(start, balls)) return { motions: photos.map(() => STILL), left: photos.map(() => 0) };
  const spots = photos.map((p, k) => highlightOf(p, balls[k] ?? first));
  const input = { ...given, use: given.use.map((u, k) => u && spots[k] !== null) };
  // Fewer make no surface that a photo could be laid on.
  if (input.use.filter(Boolean).length < LEAST_PHOTOS)
    return { motions: start.map((m) => relativeMotion(m, start[0])), left: photos.map(() => 0) };
  const toward = spots.map((s): Vec3 => (s ? lampOf(s) : [0, 0, 1]));
  let motions: readonly Motion[] = start;
  let left: readonly number[] = photos.map(() => 0);
  let last = 0;
  LEVELS.forEach(({ points, rounds, soft }, level) => {
    const by = Math.max(1, Math.round(Math.sqrt((photos[0].width * photos[0].height) / points)));
    if (by === last) return;
    last = by;
    const at = levelOf(input, by, start, toward);
    const samples = samplesOf(at.small[0], at.ball, at.pxPerMm, SAMPLES);
    let lamps: ConvergedLamps | null = null;
    for (let round = 0; round < rounds; round++) {
      onRound((level + round / rounds) / LEVELS.length);
      const meant = soft[0] + (soft[1] - soft[0]) * Math.min(1, round / (rounds - 2));
      if (lamps === null || round === READ_AGAIN) {
        const images = at.small.map((p, k) => laidBack(p, motionAtScale(motions[k], by)));
        lamps = convergeLamps(images, samples, at.placed, input.awayMm, input.use);
      }
      const turn = turnOf(input, at, { lamps, motions, meant });
      ({ motions, left } = turn);
      if (turn.most < STEADY && round > 2) break;
    }
  });
  return { motions, left };
}
