import { refused, RefusedInput, type Problem, type Vec3 } from '../units/index.js';
import { foundBall, highlightOf, lampOf, type Circle } from './ball.js';
import { ballInEach } from './ballInEach.js';
import { medianOf, reduced, type LuminanceImage } from './luminanceImage.js';
import { farthestMoved, laidBack, type Motion } from './motion.js';
import { registered } from './register.js';
import { copiesOf, exposureFault, movedFaults, sameLights, type PhotoFault } from './verdict.js';

export const LEAST_PHOTOS = 4;
export const MOST_PHOTOS = 16;

/** Why no surface could be made, with what each photo showed as far as it went. */
export class NoScan extends RefusedInput {
  constructor(
    problem: Problem,
    readonly faults: readonly (PhotoFault | null)[] = [],
    /** Where the ball was taken to be, where that far was come, in the first photo's pixels. */
    readonly ball: Circle | null = null,
  ) {
    super([
      problem,
      ...faults.flatMap((f, i) =>
        f
          ? [{ path: `photo ${i + 1}`, held: `${f.fault}: ${f.message}`, accepted: 'a photo without it' }]
          : [],
      ),
    ]);
  }
}

export interface ScanOptions {
  /** Outline of the ball in the first photo, in its pixels; null to look for it. */
  readonly ball: Circle | null;
  /** Scale of the photos; or the ball's width in mm, which then tells it. */
  readonly pxPerMm: number | { readonly ballMm: number };
  /** Distance of the lamp from the miniature in mm; 'far' for one whose light is even; 'find' to judge it by its fall-off. */
  readonly lampMm: number | 'far' | 'find';
  /** Told what is being done and how far all is, 0..1. May throw to stop. */
  readonly onProgress?: (doing: string, share: number) => void;
}

/** Where a hand lamp mostly is, until the card tells. */
const LIKELY_LAMP_MM = 300;
/** The ball is sought where two of three lamps have taken the shadows away: its spot stands in one place in each. */
const LIT_SHARE = 0.68;
/** A motion of less, in points, is no motion. */
const LEAST_MOTION = 0.35;
/** A surface holds about so many points at most. */
const WORKED_POINTS = 700_000;
export const scaled = ({ x, y, r }: Circle, by: number): Circle => ({ x: x / by, y: y / by, r: r / by });

export type Tell = (doing: string, share: number) => void;
type Faults = (PhotoFault | null)[];

/** Photos at the size that is worked on, with what was wrong with each. */
interface Prepared {
  readonly photos: readonly LuminanceImage[];
  readonly faults: Faults;
  /** How many pixels of the photos given became one. */
  readonly worked: number;
}

function refuseUnlike(given: readonly LuminanceImage[]): void {
  if (given.length < LEAST_PHOTOS || given.length > MOST_PHOTOS)
    throw refused('photos', String(given.length), `${LEAST_PHOTOS} to ${MOST_PHOTOS}, best six to twelve`);
  const [{ width, height }] = given;
  given.forEach((p, k) => {
    if (p.width !== width || p.height !== height)
      throw refused(`photo ${k + 1}`, `${p.width} x ${p.height}`, `${width} x ${height}, as the first`);
  });
}

function prepared(given: readonly LuminanceImage[]): Prepared {
  // Photos of many megapixels hold more points than a brush can tell apart: the mean of neighbours is truer.
  const worked = Math.max(1, Math.round(Math.sqrt((given[0].width * given[0].height) / WORKED_POINTS)));
  const photos = given.map((p) => reduced(p, worked));
  return { photos, faults: photos.map(exposureFault), worked };
}

const tooFew = (faults: Faults, ball: Circle | null = null) =>
  new NoScan(
    { path: 'photos', held: 'too few of use', accepted: 'at least four: see what is wrong with each' },
    faults,
    ball,
  );

/** The ball in the first photo and in each by itself, and the scale that follows from it. */
function ballsFound({ photos, faults, worked }: Prepared, options: ScanOptions) {
  const fair = photos.filter((_, k) => !faults[k]?.leaveOut);
  if (fair.length < LEAST_PHOTOS) throw tooFew(faults);
  const shown = options.ball && scaled(options.ball, worked);
  const balls = ballInEach(photos, shown ?? foundBall(medianOf(fair, LIT_SHARE), fair));
  // A ball that was shown is taken as shown: only how it lies in the others is read from their rims.
  const ball = shown ?? balls[0] ?? balls.find((q) => q !== null);
  if (!ball || balls.every((q) => q === null))
    throw refused('bead', 'its rim is seen in no photo', 'three taps on its outline');
  const pxPerMm =
    typeof options.pxPerMm === 'number' ? options.pxPerMm / worked : (2 * ball.r) / options.pxPerMm.ballMm;
  return { ball, balls, pxPerMm };
}

/** Photos laid over each other, in the frame of the first, on which the ball was shown. */
function aligned(
  { photos, faults }: Prepared,
  found: ReturnType<typeof ballsFound>,
  lampMm: ScanOptions['lampMm'],
  tell: Tell,
) {
  const { ball, balls, pxPerMm } = found;
  const laid = registered({
    photos,
    balls,
    first: ball,
    pxPerMm,
    awayMm: lampMm === 'far' ? null : lampMm === 'find' ? LIKELY_LAMP_MM : lampMm,
    use: faults.map((f) => !f?.leaveOut),
    onRound: (share) => tell('laying the photos over each other', 0.04 + 0.2 * share),
  });
  movedFaults(laid, balls, photos[0]).forEach((f, k) => (faults[k] ??= f));
  const { motions } = laid;
  const images = photos.map((p, k) =>
    k === 0 || farthestMoved(motions[k], p) < LEAST_MOTION ? p : laidBack(p, motions[k]),
  );
  return { images, motions };
}

/** The way to the lamp that the ball shows in a photo, as seen from the first. */
function lampSeen(photo: LuminanceImage, ball: Circle, { turnRad }: Motion): Vec3 | null {
  const spot = highlightOf(photo, ball);
  if (!spot) return null;
  // The photo is turned back before it is read, and the lamp with it; y is up here and down there.
  const [x, y, z] = lampOf(spot);
  const [c, s] = [Math.cos(turnRad), Math.sin(turnRad)];
  return [c * x - s * y, s * x + c * y, z];
}

/** The way to the lamp that the ball shows in each photo, and the photos that may be used. */
function readFromBall(
  { photos, faults, worked }: Prepared,
  found: ReturnType<typeof ballsFound>,
  { images, motions }: ReturnType<typeof aligned>,
) {
  const { ball, balls, pxPerMm } = found;
  const shown = scaled(ball, 1 / worked);
  if (faults.filter((f) => !f?.leaveOut).length < LEAST_PHOTOS) throw tooFew(faults, shown);
  const own = balls[0] ?? ball;
  const fromBall = photos.map((p, k) => {
    const q = balls[k];
    return lampSeen(
      p,
      q ? { x: ball.x + q.x - own.x, y: ball.y + q.y - own.y, r: ball.r } : ball,
      motions[k],
    );
  });
  fromBall.forEach((d, k) => {
    if (!d)
      faults[k] ??= {
        fault: 'ball lost',
        message: 'no highlight is seen on the bead; turn it or move the lamp to the front, and take it again',
        leaveOut: true,
      };
  });
  sameLights(fromBall, copiesOf(images, faults)).forEach((f, k) => (faults[k] ??= f));
  const { width, height } = images[0];
  const ballMm: Vec3 = [(ball.x - width / 2) / pxPerMm, (height / 2 - ball.y) / pxPerMm, 0];
  const use = images.map((_, k) => fromBall[k] !== null && !faults[k]?.leaveOut);
  if (use.filter(Boolean).length < LEAST_PHOTOS) throw tooFew(faults, shown);
  const directions = fromBall.map((d): Vec3 => d ?? [0, 0, 1]);
  return { images, faults, worked, ball, pxPerMm, ballMm, use, directions };
}

/** Photos laid over each other, what was wrong with each, and what the ball shows in them. */
export type PhotosRead = ReturnType<typeof readFromBall>;

/**
 * Photos made ready for a scan: laid over each other, with the way to the lamp that the ball shows in each.
 * @throws NoScan where too few are of use
 * @throws RefusedInput for too few photos, unlike sizes, or where no ball is found
 */
export function readPhotos(given: readonly LuminanceImage[], options: ScanOptions, tell: Tell): PhotosRead {
  refuseUnlike(given);
  const photos = prepared(given);
  tell('looking for the bead', 0.02);
  const found = ballsFound(photos, options);
  const laid = aligned(photos, found, options.lampMm, tell);
  tell('looking at the bead', 0.24);
  return readFromBall(photos, found, laid);
}
