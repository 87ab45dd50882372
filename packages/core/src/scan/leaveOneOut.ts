import { solveAt } from './solveAt.js';
import { angleBetween, dot, normalEquations, seededRandom, solveLinear, type Vec3 } from '../units/index.js';
import { CLIPPED, median, type LuminanceImage } from './luminanceImage.js';
import { convergeLamps } from './convergeLamps.js';
import type { Sample } from './samples.js';
import { pointSolver } from './solve.js';

/** One photo as the surface that the others make sees it. */
export interface Judged {
  /** Angle between where its light came from on that surface and where the ball shows it, in degrees. */
  readonly offDeg: number;
  /** Strength of that light, of the mean of the others'. */
  readonly strength: number;
  /** Share of its lit points that this light explains better than one from the ball's direction would. */
  readonly gain: number;
  /** Share of its lit points that are brighter than even this light explains. */
  readonly unexplained: number;
  /** Light beyond a matte surface's where a sheen would stand, as a share of the albedo; 0 where too few points face so. */
  readonly gloss: number;
}

/** Photos, points and lamps to be judged: directions from the picture's middle. */
export interface LeaveOneOutInput {
  readonly images: readonly LuminanceImage[];
  readonly samples: readonly Sample[];
  readonly placed: readonly Vec3[];
  readonly awayMm: number | null;
}

/** Every so many points are enough to settle lamps for a judgement. */
const THINNED = 3;
const TRIES = 200;
/** A point is explained when its light is met within this share of its albedo. */
const MET = 0.06;
/** A sheen stands where the normal lies within some 14 degrees of midway between lamp and eye. */
const FACING = 0.97;
/** What faces the eye within some 9 degrees may be the card behind, of another paint. */
const CARD = 0.988;
const LEAST_FACING = 5;
const LEAST_POINTS = 60;

interface Point {
  readonly b: Vec3;
  readonly albedo: number;
  readonly light: number;
  readonly clipped: boolean;
}

/** What photo `k` shows on the surface that the photos of `use` make. */
function pointsOf(
  { images, samples, placed, awayMm }: LeaveOneOutInput,
  use: readonly boolean[],
  k: number,
): { readonly points: readonly Point[]; readonly primer: number } {
  const { lamps, ambient, primer } = convergeLamps(
    images,
    samples.filter((_, i) => i % THINNED === 0),
    placed,
    awayMm,
    use,
  );
  const solver = pointSolver(images.length);
  solver.ambient = ambient;
  const points: Point[] = [];
  for (const s of samples) {
    if (!solveAt(solver, { images, lamps, use }, s)) continue;
    const b: Vec3 = [solver.found[0], solver.found[1], solver.found[2]];
    const albedo = Math.hypot(...b);
    if (albedo < 0.05) continue;
    const v = images[k].light[s.i];
    points.push({ b, albedo, light: v - ambient * albedo, clipped: v >= CLIPPED });
  }
  return { points, primer };
}

const metBy = (points: readonly Point[], light: Vec3) =>
  points.reduce((n, p) => n + (Math.abs(p.light - Math.max(0, dot(light, p.b))) < MET * p.albedo ? 1 : 0), 0);

/**
 * The light that explains most of the lit points, whatever the ball shows: three points at random make one, the best of
 * many is refined by least squares over what it meets (RANSAC; Fischler and Bolles 1981). Shadows are what it leaves out.
 */
function freeLight(lit: readonly Point[]): Vec3 | null {
  const random = seededRandom(lit.length);
  const some = lit.filter((_, i) => i % THINNED === 0);
  let best: { met: number; light: Vec3 } | null = null;
  for (let i = 0; i < TRIES; i++) {
    const three = [0, 1, 2].map(() => some[Math.floor(random() * some.length)]);
    const light = solveLinear(
      three.map((p) => [...p.b]),
      three.map((p) => p.light),
    ) as Vec3 | null;
    if (!light || !(Math.hypot(...light) < 4)) continue;
    const met = metBy(some, light);
    if (!best || met > best.met) best = { met, light };
  }
  let light = best?.light ?? null;
  for (let round = 0; round < 4 && light; round++) {
    const equations = normalEquations(3);
    for (const p of lit) {
      if (Math.abs(p.light - Math.max(0, dot(light, p.b))) > 1.3 * MET * p.albedo) continue;
      equations.add(p.b, p.light, 1 / (p.albedo * p.albedo));
    }
    light = (equations.solve() as Vec3 | null) ?? light;
  }
  return light;
}

/** One of the photos in use, judged by the surface that the others make; null where they tell too little. */
export function judgedAlone(judging: LeaveOneOutInput, use: readonly boolean[], k: number): Judged | null {
  const others = use.map((u, j) => u && j !== k);
  const { points, primer } = pointsOf(judging, others, k);
  const lit = points.filter((p) => !p.clipped && p.light > 0.1 * p.albedo);
  const free = lit.length < LEAST_POINTS ? null : freeLight(lit);
  if (!free) return null;
  const toward = judging.placed[k];
  let shown = { met: -1, light: toward };
  for (let strength = 0.3; strength < 2.2; strength *= 1.03) {
    const light: Vec3 = [toward[0] * strength, toward[1] * strength, toward[2] * strength];
    const met = metBy(lit, light);
    if (met > shown.met) shown = { met, light };
  }
  let [over, all] = [0, 0];
  for (const p of points) {
    const falls = dot(free, p.b);
    if (falls < 0.2 * p.albedo) continue;
    all++;
    if (p.clipped || p.light - falls > 0.25 * falls + 0.1 * p.albedo) over++;
  }
  const half: Vec3 = [toward[0], toward[1], toward[2] + 1];
  // Of the primer alone: cards and bases are of other paints, and shadows tell nothing.
  const facing = points.filter(
    (p) =>
      p.albedo > 0.75 * primer &&
      p.b[2] < CARD * p.albedo &&
      p.light > 0.3 * dot(shown.light, p.b) &&
      dot(half, p.b) > FACING * p.albedo * Math.hypot(...half),
  );
  const strength = Math.hypot(...free);
  return {
    offDeg: angleBetween(free, toward),
    strength,
    gain: (metBy(lit, free) - shown.met) / lit.length,
    unexplained: over / Math.max(1, all),
    gloss:
      facing.length < LEAST_FACING
        ? 0
        : median(facing.map((p) => (p.light - Math.max(0, dot(shown.light, p.b))) / p.albedo)),
  };
}

/** All photos in use, each judged by the others. */
export const judgedAll = (
  judging: LeaveOneOutInput,
  use: readonly boolean[],
  onPhoto: (k: number) => void,
): (Judged | null)[] =>
  use.map((used, k) => {
    if (!used) return null;
    onPhoto(k);
    return judgedAlone(judging, use, k);
  });

/** Sound photos lie up to 25 degrees off under the worst conditions of the stand-in bench. */
const FAR_OFF_DEG = 30;
/** Of sound photos up to 0.16 of the points gain, but then many stay unexplained: few points fit any light. */
const LEAST_GAIN = 0.11;
const MOST_UNEXPLAINED = 0.05;
const LEAST_GLOSS = 0.28;
const ALONE = 3;
const TRIED = 3;

/** Who spoils a scan: the photo, and all others judged without it. `unclear` where photos disagree and none can be named. */
export type Inconsistency =
  | {
      readonly photo: number;
      readonly how: 'glossy' | 'other light';
      readonly judged: Judged;
      readonly rest: readonly (Judged | null)[] | null;
    }
  | 'unclear'
  | null;

/** A light far from where the ball shows it counts when it explains clearly more than the ball's: a flat sheet fits many. */
const farOff = ({ offDeg, gain, unexplained }: Judged) =>
  offDeg > FAR_OFF_DEG && gain > LEAST_GAIN && unexplained < MOST_UNEXPLAINED;
const anyFarOff = (judged: readonly (Judged | null)[]) => judged.some((j) => j !== null && farOff(j));

/**
 * The photo that misleads most. A false light bends the surface that the others are judged by, so they look false as
 * well; which one it is shows in that without it all agree.
 */
export function leaveOneOut(
  judging: LeaveOneOutInput,
  use: readonly boolean[],
  judged: readonly (Judged | null)[],
  onPhoto: (k: number) => void,
): Inconsistency {
  const known = judged.flatMap((j, photo) => (j ? [{ photo, judged: j }] : []));
  const far = known
    .filter(({ judged: j }) => farOff(j) && j.offDeg < 105 && j.strength > 0.5 && j.strength < 2)
    .sort((a, b) => a.judged.unexplained - b.judged.unexplained);
  for (const one of far.slice(0, TRIED)) {
    const without = use.map((u, k) => u && k !== one.photo);
    const rest = judgedAll(judging, without, onPhoto);
    if (!anyFarOff(rest)) return { ...one, how: 'other light', rest };
  }
  const disagree = anyFarOff(judged);
  const [shiny, next] = known.sort((a, b) => b.judged.gloss - a.judged.gloss);
  // Where lights disagree, what seems to shine may be another's fault: then it must stand alone.
  if (
    shiny?.judged.gloss > LEAST_GLOSS &&
    (!disagree || shiny.judged.gloss > ALONE * (next?.judged.gloss ?? 0))
  )
    return { ...shiny, how: 'glossy', rest: null };
  return disagree ? 'unclear' : null;
}
