import { fillAround, opennessOf, type Sculpt } from '../sculpt/index.js';
import { deg, type Vec3 } from '../units/index.js';
import type { Circle } from './ball.js';
import { convergeLamps, type ConvergedLamps } from './convergeLamps.js';
import { denoised } from './denoise.js';
import { foundDistance } from './distance.js';
import { freeOfRelief } from './freeOfRelief.js';
import { lampPlaced, type Lamp } from './lamps.js';
import { lampsEvened } from './lampsEvened.js';
import { lampsSquaredToBoard } from './lampsSquaredToBoard.js';
import { judgedAll, leaveOneOut, type Inconsistency, type Judged } from './leaveOneOut.js';
import { reduced, type LuminanceImage } from './luminanceImage.js';
import {
  LEAST_PHOTOS,
  readPhotos,
  scaled,
  type PhotosRead,
  type ScanOptions,
  type Tell,
} from './readPhotos.js';
import { samplesOf, type Sample } from './samples.js';
import { shineOf, withoutShine } from './sheen.js';
import { enlarged, heightsOf, normalsOf, type NormalsOf } from './surface.js';
import { inconsistencyFault, type PhotoFault } from './verdict.js';

export interface Scan {
  readonly sculpt: Sculpt;
  readonly ball: Circle;
  readonly lamps: readonly Lamp[];
  readonly ambient: number;
  /** Distance used, in mm; null for far. */
  readonly lampMm: number | null;
  /** By photo. */
  readonly faults: readonly (PhotoFault | null)[];
  /** Photos that the surface was made from, from 0. */
  readonly used: readonly number[];
  /** What Lambert's law leaves over, as a share of the albedo. */
  readonly spread: number;
  /** Photos contradict each other about their lights, and which of them misleads cannot be told. */
  readonly unclear: boolean;
  /** Mean error of the miniature's normals that is to be expected, in degrees. */
  readonly expectedDeg: number;
  /** By the ball's size the picture would be so many mm high, which no miniature is; null where it is likely. */
  readonly oddHeightMm: number | null;
}

const SAMPLES = 2400;
/** Error to be expected of a shiny primer, beside what points show by themselves, in radians. */
const SHINY_RAD = 0.009;
/** A picture of a miniature is so high. */
const LIKELY_HIGH_MM = [10, 220] as const;
/** At most so many photos are left out because the others contradict them. */
const MOST_DOUBTED = 3;

/** Lamps by all photos that may be used, with the distance that explains them best. */
function lampsAtDistance(
  images: readonly LuminanceImage[],
  samples: readonly Sample[],
  fromBall: readonly Vec3[],
  ballMm: Vec3,
  lampMm: ScanOptions['lampMm'],
  use: readonly boolean[],
): ConvergedLamps {
  const at = (awayMm: number | null) =>
    convergeLamps(
      images,
      samples,
      fromBall.map((d) => lampPlaced(d, ballMm, awayMm)),
      awayMm,
      use,
    );
  if (lampMm !== 'find') return at(lampMm === 'far' ? null : lampMm);
  const far = at(null);
  const away = foundDistance(images, samples, fromBall, ballMm, far.ambient, use);
  return away === null ? far : at(away);
}

/** The lamps that the photos agree on, and the photos that may be used: one that spoils all others is left out. */
function agreedLamps(read: PhotosRead, lampMm: ScanOptions['lampMm'], tell: Tell) {
  const { images, faults, ball, pxPerMm, ballMm, directions } = read;
  let { use } = read;
  const samples = samplesOf(images[0], ball, pxPerMm, SAMPLES);
  tell('weighing the lamps', 0.28);
  let lamps = lampsAtDistance(images, samples, directions, ballMm, lampMm, use);
  const asked = (share: number) => (k: number) =>
    tell(`asking the others about photo ${k + 1}`, share + (0.06 * k) / images.length);
  let outlier: Inconsistency = null;
  let judged: readonly (Judged | null)[] | null = null;
  // Three photos fit any light of a fourth: four cannot judge each other.
  for (let round = 0; round < MOST_DOUBTED && use.filter(Boolean).length > LEAST_PHOTOS; round++) {
    const { awayMm } = lamps.lamps[0];
    const judging = { images, samples, awayMm, placed: directions.map((d) => lampPlaced(d, ballMm, awayMm)) };
    judged ??= judgedAll(judging, use, asked(0.3));
    outlier = leaveOneOut(judging, use, judged, asked(0.33));
    if (outlier === null || outlier === 'unclear') break;
    const { photo, how } = outlier;
    if (how === 'other light' && use.filter(Boolean).length <= LEAST_PHOTOS + 1) {
      // Five can outvote one, but what four then say cannot be told from it: said, not left out.
      outlier = 'unclear';
      break;
    }
    faults[photo] ??= inconsistencyFault(outlier);
    // Shine is left out place by place.
    if (how === 'glossy') break;
    use = use.map((u, k) => u && k !== photo);
    judged = outlier.rest;
    lamps = lampsAtDistance(images, samples, directions, ballMm, lampMm, use);
  }
  return { lamps: upright(lamps, images, samples, use), samples, use, unclear: outlier === 'unclear' };
}

type Agreed = ReturnType<typeof agreedLamps>;

/** What all lamps have in common of their errors is taken back: to one paint, and to the board. */
const upright = (
  lamps: ConvergedLamps,
  images: readonly LuminanceImage[],
  samples: readonly Sample[],
  use: readonly boolean[],
): ConvergedLamps => lampsSquaredToBoard(lampsEvened(lamps, images, samples, use), images, samples, use);

/** Images with a broad shine of the primer taken off, and the lamps read anew from them; as they were where it is matte. */
function matted(read: PhotosRead, agreed: Agreed, lampMm: ScanOptions['lampMm']) {
  const { ball, pxPerMm, ballMm, directions } = read;
  const { samples, use, lamps } = agreed;
  const { width, height } = read.images[0];
  const by = coarseness(read.images[0]);
  const small = read.images.map((p) => reduced(p, by));
  const shines = shineOf(small, { lamps, use, ball: scaled(ball, by), pxPerMm: pxPerMm / by });
  if (!shines) return { images: read.images, lamps, use, shiny: false };
  // A broad shine changes slowly: what the small pictures say of it holds between their points.
  const whole = shines.map((plane) => enlarged(plane, small[0].width, small[0].height, width, height));
  const images = withoutShine(read.images, whole);
  const anew = lampsAtDistance(images, samples, directions, ballMm, lampMm, use);
  return { images, lamps: upright(anew, images, samples, use), use, shiny: true };
}

const coarseness = ({ width, height }: LuminanceImage): number =>
  Math.max(1, Math.round(Math.sqrt((width * height) / COARSE_POINTS)));

/** The surface under lamps that are known, with the error to be expected of it. */
function surfaceFrom(
  { ball, pxPerMm, faults }: PhotosRead,
  { images, lamps, use, shiny }: ReturnType<typeof matted>,
  tell: Tell,
) {
  const { width, height } = images[0];
  const glossy = shiny || faults.some((f) => f?.fault === 'glossy');
  const of: NormalsOf = {
    lamps,
    use,
    ball,
    pxPerMm,
    heightMm: null,
    besideRad: glossy ? SHINY_RAD : 0,
  };
  // Heights from a coarse pass first: near a lamp it matters how far a point stands out.
  const by = coarseness(images[0]);
  const small = images.map((p) => reduced(p, by));
  const { width: w, height: h } = small[0];
  const coarse = normalsOf(small, { ...of, ball: scaled(ball, by), pxPerMm: pxPerMm / by }, (s) =>
    tell('a first surface', 0.4 + 0.04 * s),
  );
  const heightMm = enlarged(heightsOf(coarse, w, h, pxPerMm / by), w, h, width, height);
  const whole = normalsOf(images, { ...of, heightMm }, (s) =>
    tell('reading the normal of every point', 0.44 + 0.44 * s),
  );
  tell('taking out the noise', 0.88);
  const { confidence } = whole;
  const calm = { confidence, ...denoised(width, height, whole.nx, whole.ny, confidence) };
  tell('building the heights', 0.92);
  const relief: Sculpt = {
    width,
    height,
    pxPerMm,
    ...calm,
    heightMm: heightsOf(calm, width, height, pxPerMm),
    visibility: null,
    stepsHold: false,
  };
  const visibility = opennessOf(relief, freeOfRelief(relief), (s) =>
    tell('following what each place mirrors', 0.95 + 0.04 * s),
  );
  const sculpt: Sculpt = { ...relief, visibility };
  fillAround(sculpt);
  return { sculpt, expectedDeg: deg(whole.expectedRad) };
}

/** Points of the first, coarse surface. */
const COARSE_POINTS = 60_000;

/**
 * The miniature's own surface from photos that differ in where the lamp stood: photos are laid over each other, each
 * lamp is read from a shiny ball, and every point's normal follows from how bright it is in each photo.
 *
 * Limits: a matte surface of one paint; an eye far away (no perspective); light thrown from one part to another is not
 * modelled, so deep hollows come out shallower than they are.
 * @throws NoScan where the photos give no surface, with what each showed
 * @throws RefusedInput for too few photos, unlike sizes, or where no ball is found
 */
export function scanFrom(given: readonly LuminanceImage[], options: ScanOptions): Scan {
  const { onProgress: tell = () => undefined } = options;
  const read = readPhotos(given, options, tell);
  const agreed = agreedLamps(read, options.lampMm, tell);
  const matte = matted(read, agreed, options.lampMm);
  const { sculpt, expectedDeg } = surfaceFrom(read, matte, tell);
  tell('done', 1);
  const { lamps } = matte;
  const highMm = sculpt.height / sculpt.pxPerMm;
  return {
    sculpt,
    ball: scaled(read.ball, 1 / read.worked),
    lamps: lamps.lamps,
    ambient: lamps.ambient,
    lampMm: lamps.lamps[0].awayMm,
    faults: read.faults,
    used: agreed.use.flatMap((u, k) => (u ? [k] : [])),
    spread: lamps.spread,
    unclear: agreed.unclear,
    expectedDeg,
    oddHeightMm: highMm < LIKELY_HIGH_MM[0] || highMm > LIKELY_HIGH_MM[1] ? highMm : null,
  };
}
