import { fillAround, type Sculpt } from '../sculpt/index.js';
import { type Vec3, refused, RefusedInput } from '../units/index.js';
import { offsetsFrom } from './align.js';
import { fittedBall, foundBall, highlightOf, lampOf, type Circle } from './ball.js';
import { denoised } from './denoise.js';
import { foundDistance } from './distance.js';
import { leaveOneOut, judgedAll, type Inconsistency, type Judged } from './leaveOneOut.js';
import { lampPlaced, type Lamp } from './lamps.js';
import { medianOf, reduced, shifted, type LuminanceImage } from './luminanceImage.js';
import { convergeLamps, type Sample, type ConvergedLamps } from './convergeLamps.js';
import { lampsSquaredToBoard } from './lampsSquaredToBoard.js';
import { enlarged, normalsOf, heightsOf } from './surface.js';
import { inconsistencyFault, exposureFault, movedFaults, sameLights, type PhotoFault } from './verdict.js';

export const LEAST_PHOTOS = 4;
export const MOST_PHOTOS = 16;

/** Why no surface could be made, with what each photo showed as far as it went. */
export class NoScan extends RefusedInput {
  constructor(
    path: string,
    held: string,
    accepted: string,
    readonly faults: readonly (PhotoFault | null)[] = [],
  ) {
    super([
      { path, held, accepted },
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
}

const SAMPLES = 2400;
/** At most so many photos are left out because the others contradict them. */
const MOST_DOUBTED = 3;
/** A surface holds about so many points at most. */
const WORKED_POINTS = 700_000;
const scaled = ({ x, y, r }: Circle, by: number): Circle => ({ x: x / by, y: y / by, r: r / by });

/** A raster of points over the picture, the ball left out, that stand for all. */
function samplesOf(
  { width, height }: LuminanceImage,
  ball: Circle,
  pxPerMm: number,
  count: number,
): Sample[] {
  const gap = Math.max(1, Math.sqrt((width * height) / count));
  const samples: Sample[] = [];
  for (let r = gap / 2; r < height; r += gap)
    for (let c = gap / 2; c < width; c += gap) {
      const [col, row] = [Math.floor(c), Math.floor(r)];
      if (Math.hypot(col + 0.5 - ball.x, row + 0.5 - ball.y) < 1.25 * ball.r) continue;
      samples.push({
        i: row * width + col,
        x: (col + 0.5 - width / 2) / pxPerMm,
        y: (height / 2 - row - 0.5) / pxPerMm,
        z: 0,
      });
    }
  return samples;
}

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

type Tell = (doing: string, share: number) => void;
type Faults = (PhotoFault | null)[];

/** Photos laid over each other, in the frame of the first, with what was wrong with each. */
interface Aligned {
  readonly images: readonly LuminanceImage[];
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

function aligned(given: readonly LuminanceImage[], tell: Tell): Aligned {
  // Photos of many megapixels hold more points than a brush can tell apart: the mean of neighbours is truer.
  const worked = Math.max(1, Math.round(Math.sqrt((given[0].width * given[0].height) / WORKED_POINTS)));
  const photos = given.map((p) => reduced(p, worked));
  const faults: Faults = photos.map(exposureFault);
  const offset = offsetsFrom(medianOf(photos));
  const found = photos.map((p, k) => {
    tell(`laying photo ${k + 1} over the others`, 0.02 + (0.2 * k) / photos.length);
    return offset(p);
  });
  movedFaults(found, photos[0].width).forEach((f, k) => (faults[k] ??= f));
  // All of them into the frame of the first, on which the ball was shown.
  const images = photos.map((p, k) =>
    k === 0 ? p : shifted(p, found[0].dx - found[k].dx, found[0].dy - found[k].dy),
  );
  return { images, faults, worked };
}

const tooFew = (faults: Faults) =>
  new NoScan('photos', 'too few of use', 'at least four: see what is wrong with each', faults);

/** The ball, the scale that follows from it, and the way to the lamp that it shows in each photo. */
function readFromBall({ images, faults, worked }: Aligned, options: ScanOptions) {
  const good = images.filter((_, k) => !faults[k]?.leaveOut);
  if (good.length < LEAST_PHOTOS) throw tooFew(faults);
  const middle = medianOf(good);
  const near = options.ball && scaled(options.ball, worked);
  const ball = near ? fittedBall(middle, near, 0.08) : foundBall(middle, good);
  const pxPerMm =
    typeof options.pxPerMm === 'number' ? options.pxPerMm / worked : (2 * ball.r) / options.pxPerMm.ballMm;
  const fromBall = images.map((p) => {
    const spot = highlightOf(p, ball);
    return spot && lampOf(spot);
  });
  fromBall.forEach((d, k) => {
    if (!d)
      faults[k] ??= {
        fault: 'ball lost',
        message: 'no highlight is seen on the ball; turn it or move the lamp to the front, and take it again',
        leaveOut: true,
      };
  });
  sameLights(fromBall).forEach((f, k) => (faults[k] ??= f));
  const { width, height } = images[0];
  const ballMm: Vec3 = [(ball.x - width / 2) / pxPerMm, (height / 2 - ball.y) / pxPerMm, 0];
  const use = images.map((_, k) => fromBall[k] !== null && !faults[k]?.leaveOut);
  if (use.filter(Boolean).length < LEAST_PHOTOS) throw tooFew(faults);
  return { ball, pxPerMm, ballMm, use, directions: fromBall.map((d): Vec3 => d ?? [0, 0, 1]) };
}

type FromBall = ReturnType<typeof readFromBall>;

/** The lamps that the photos agree on, and the photos that may be used: one that spoils all others is left out. */
function agreedLamps(
  { images, faults }: Aligned,
  { ball, pxPerMm, ballMm, directions, ...first }: FromBall,
  lampMm: ScanOptions['lampMm'],
  tell: Tell,
) {
  let { use } = first;
  const samples = samplesOf(images[0], ball, pxPerMm, SAMPLES);
  tell('weighing the lamps', 0.28);
  let lamps = lampsAtDistance(images, samples, directions, ballMm, lampMm, use);
  const asked = (share: number) => (k: number) =>
    tell(`asking the others about photo ${k + 1}`, share + (0.06 * k) / images.length);
  let outlier: Inconsistency = null;
  let judged: readonly (Judged | null)[] | null = null;
  for (let round = 0; round < MOST_DOUBTED; round++) {
    const { awayMm } = lamps.lamps[0];
    const judging = { images, samples, awayMm, placed: directions.map((d) => lampPlaced(d, ballMm, awayMm)) };
    judged ??= judgedAll(judging, use, asked(0.3));
    outlier = leaveOneOut(judging, use, judged, asked(0.33));
    if (outlier === null || outlier === 'unclear') break;
    const { photo } = outlier;
    faults[photo] = inconsistencyFault(outlier);
    if (use.filter(Boolean).length <= LEAST_PHOTOS) break;
    use = use.map((u, k) => u && k !== photo);
    judged = outlier.rest;
    lamps = lampsAtDistance(images, samples, directions, ballMm, lampMm, use);
  }
  return { lamps: lampsSquaredToBoard(lamps, images, samples, use), use, unclear: outlier === 'unclear' };
}

/** The surface under lamps that are known. */
function surfaceFrom(
  images: readonly LuminanceImage[],
  { ball, pxPerMm }: FromBall,
  { lamps, use }: ReturnType<typeof agreedLamps>,
  tell: Tell,
): Sculpt {
  const { width, height } = images[0];
  // Heights from a coarse pass first: near a lamp it matters how far a point stands out.
  const by = Math.max(1, Math.round(Math.sqrt((width * height) / COARSE_POINTS)));
  const small = images.map((p) => reduced(p, by));
  const { width: w, height: h } = small[0];
  const coarse = normalsOf(small, lamps, use, scaled(ball, by), pxPerMm / by, null, (s) =>
    tell('a first surface', 0.4 + 0.04 * s),
  );
  const heightMm = enlarged(heightsOf(coarse, w, h, pxPerMm / by), w, h, width, height);
  const whole = normalsOf(images, lamps, use, ball, pxPerMm, heightMm, (s) =>
    tell('reading the normal of every point', 0.44 + 0.44 * s),
  );
  tell('taking out the noise', 0.88);
  const calm = { ...whole, ...denoised(width, height, whole.nx, whole.ny, whole.confidence) };
  tell('building the heights', 0.92);
  const sculpt: Sculpt = {
    width,
    height,
    pxPerMm,
    ...calm,
    heightMm: heightsOf(calm, width, height, pxPerMm),
    visibility: null,
  };
  fillAround(sculpt);
  return sculpt;
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
  refuseUnlike(given);
  const photos = aligned(given, tell);
  tell('looking at the ball', 0.24);
  const fromBall = readFromBall(photos, options);
  const agreed = agreedLamps(photos, fromBall, options.lampMm, tell);
  const sculpt = surfaceFrom(photos.images, fromBall, agreed, tell);
  tell('done', 1);
  const { lamps, use, unclear } = agreed;
  return {
    sculpt,
    ball: scaled(fromBall.ball, 1 / photos.worked),
    lamps: lamps.lamps,
    ambient: lamps.ambient,
    lampMm: lamps.lamps[0].awayMm,
    faults: photos.faults,
    used: use.flatMap((u, k) => (u ? [k] : [])),
    spread: lamps.spread,
    unclear,
  };
}
