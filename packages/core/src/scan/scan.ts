import { fillAround, type Sculpt } from '../sculpt/index.js';
import { clamp, type Vec3 } from '../units/index.js';
import { offsetsFrom } from './align.js';
import { fittedBall, foundBall, highlightOf, lampOf, NoBall, type Circle } from './ball.js';
import { denoised } from './denoise.js';
import { foundDistance } from './distance.js';
import { squared } from './squared.js';
import { integrated } from './integrate.js';
import { lampPlaced, lightAt, type Lamp } from './lamps.js';
import { CLIPPED, medianOf, reduced, shifted, type Plane } from './plane.js';
import { settleLamps, type Sample, type Settled } from './settle.js';
import { pointSolver } from './solve.js';
import { exposureFault, movedFaults, sameLights, settledFaults, type PhotoFault } from './verdict.js';

export const LEAST_PHOTOS = 4;
export const MOST_PHOTOS = 16;

/** Why no surface could be made, with what each photo showed as far as it went. */
export class NoScan extends Error {
  constructor(
    message: string,
    readonly faults: readonly (PhotoFault | null)[] = [],
  ) {
    super(message);
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
}

const SAMPLES = 2400;
/** The ball's weight where photos are judged. */
const FREE = 0.06;
/** A surface holds about so many points at most. */
const WORKED_POINTS = 700_000;
const scaled = ({ x, y, r }: Circle, by: number): Circle => ({ x: x / by, y: y / by, r: r / by });
const ROWS_AT_ONCE = 24;

/** A raster of points over the picture, the ball left out, that stand for all. */
function samplesOf({ width, height }: Plane, ball: Circle, pxPerMm: number, count: number): Sample[] {
  const gap = Math.max(1, Math.sqrt((width * height) / count));
  const samples: Sample[] = [];
  for (let r = gap / 2; r < height; r += gap)
    for (let c = gap / 2; c < width; c += gap) {
      const [col, row] = [Math.floor(c), Math.floor(r)];
      if (Math.hypot(col + 0.5 - ball.x, row + 0.5 - ball.y) < 1.25 * ball.r) continue;
      samples.push({ i: row * width + col, x: (col + 0.5 - width / 2) / pxPerMm, y: (height / 2 - row - 0.5) / pxPerMm, z: 0 });
    }
  return samples;
} // prettier-ignore

/** Lamps by all photos that may be used, with the distance that explains them best. */
function settledAt(
  planes: readonly Plane[],
  samples: readonly Sample[],
  fromBall: readonly Vec3[],
  ballMm: Vec3,
  lampMm: ScanOptions['lampMm'],
  use: readonly boolean[],
): Settled {
  const at = (awayMm: number | null) =>
    settleLamps(planes, samples, fromBall.map((d) => lampPlaced(d, ballMm, awayMm)), awayMm, use);
  if (lampMm !== 'find') return at(lampMm === 'far' ? null : lampMm);
  const far = at(null);
  const away = foundDistance(planes, samples, fromBall, ballMm, far.ambient, use);
  return away === null ? far : at(away);
} // prettier-ignore

interface Normals {
  readonly nx: Float32Array;
  readonly ny: Float32Array;
  readonly trust: Uint8Array;
}

/** An error of this many radians leaves no trust. */
const NO_TRUST = 0.3;

/** Normals of every point of the planes. `rise` gives its height where one is known. */
function normalsOf(
  planes: readonly Plane[],
  { lamps, ambient, spread, primer }: Settled,
  use: readonly boolean[],
  ball: Circle,
  pxPerMm: number,
  rise: Float32Array | null,
  onRow: (share: number) => void,
): Normals {
  const { width, height } = planes[0];
  const n = width * height;
  const out: Normals = { nx: new Float32Array(n), ny: new Float32Array(n), trust: new Uint8Array(n) };
  const solver = pointSolver(planes.length);
  solver.ambient = ambient;
  for (let row = 0, i = 0; row < height; row++) {
    if (row % ROWS_AT_ONCE === 0) onRow(row / height);
    for (let col = 0; col < width; col++, i++) {
      if (Math.hypot(col + 0.5 - ball.x, row + 0.5 - ball.y) < ball.r + 1.5) continue;
      const [x, y] = [(col + 0.5 - width / 2) / pxPerMm, (height / 2 - row - 0.5) / pxPerMm];
      for (let k = 0; k < planes.length; k++) {
        const v = planes[k].light[i];
        solver.seen[k] = !use[k] || v >= CLIPPED ? -1 : v;
        lightAt(lamps[k], x, y, rise ? rise[i] : 0, solver.lights, 3 * k);
      }
      if (!solver.solve()) continue;
      const { found } = solver;
      const albedo = Math.hypot(found[0], found[1], found[2]);
      if (albedo < 0.02) continue;
      out.nx[i] = found[0] / albedo;
      out.ny[i] = found[1] / albedo;
      // An error of the light, enlarged by lamps that stand in one line; steep places are seen aslant and worse.
      const nz = Math.max(0.1, found[2] / albedo);
      // Primer is one paint: where it seems darker than elsewhere, a shadow or a neighbour's light was taken for its own.
      const dark = Math.max(0, 1 - albedo / primer);
      const off = Math.sqrt(found[3]) * (0.5 * spread + found[4] + 0.01) * (0.6 + 0.4 / nz) * (1 + 3 * dark);
      out.trust[i] = Math.max(1, Math.round(255 * clamp(1 - off / NO_TRUST, 0, 1)));
    }
  }
  return out;
} // prettier-ignore

/** Heights are built on so many points and filled in between. */
const RISE_POINTS = 160_000;

/** Heights in mm from the normals of the planes. */
function riseOf(normals: Normals, width: number, height: number, pxPerMm: number): Float32Array {
  const by = Math.max(1, Math.floor(Math.sqrt((width * height) / RISE_POINTS)));
  if (by === 1) return risen(normals, width, height, pxPerMm);
  const mean = (plane: Float32Array | Uint8Array) =>
    reduced({ width, height, light: Float32Array.from(plane) }, by);
  const nx = mean(normals.nx);
  const less = {
    nx: nx.light,
    ny: mean(normals.ny).light,
    trust: Uint8Array.from(mean(normals.trust).light),
  };
  return enlarged(risen(less, nx.width, nx.height, pxPerMm / by), nx.width, nx.height, width, height);
}

function risen({ nx, ny, trust }: Normals, width: number, height: number, pxPerMm: number): Float32Array {
  const n = width * height;
  const [gx, gy, weight] = [new Float32Array(n), new Float32Array(n), new Float32Array(n)];
  for (let i = 0; i < n; i++) {
    const nz = Math.max(0.12, Math.sqrt(Math.max(0, 1 - nx[i] * nx[i] - ny[i] * ny[i])));
    gx[i] = -nx[i] / nz;
    gy[i] = ny[i] / nz;
    weight[i] = (trust[i] / 255) ** 2 * nz;
  }
  return integrated(width, height, gx, gy, weight).map((v) => v / pxPerMm);
}

/** The raster `by` times finer in each direction, as the eye would fill it. */
function enlarged(plane: Float32Array, w: number, h: number, width: number, height: number): Float32Array {
  const out = new Float32Array(width * height);
  for (let r = 0, i = 0; r < height; r++)
    for (let c = 0; c < width; c++, i++) {
      const [fc, fr] = [clamp(((c + 0.5) * w) / width - 0.5, 0, w - 1.001), clamp(((r + 0.5) * h) / height - 0.5, 0, h - 1.001)];
      const [c0, r0] = [Math.floor(fc), Math.floor(fr)];
      const [tc, tr] = [fc - c0, fr - r0];
      const j = r0 * w + c0;
      out[i] = (plane[j] * (1 - tc) + plane[j + 1] * tc) * (1 - tr) + (plane[j + w] * (1 - tc) + plane[j + w + 1] * tc) * tr;
    }
  return out;
} // prettier-ignore

/**
 * The miniature's own surface from photos that differ in where the lamp stood: photos are laid over each other, each
 * lamp is read from a shiny ball, and every point's normal follows from how bright it is in each photo.
 *
 * Limits: a matte surface of one paint; an eye far away (no perspective); light thrown from one part to another is not
 * modelled, so deep hollows come out shallower than they are.
 * @throws NoScan, NoBall
 */
export function scanFrom(photos: readonly Plane[], options: ScanOptions): Scan {
  const { onProgress: tell = () => undefined } = options;
  if (photos.length < LEAST_PHOTOS || photos.length > MOST_PHOTOS)
    throw new NoScan(`photos: ${photos.length}; accepted: ${LEAST_PHOTOS} to ${MOST_PHOTOS}, best six to twelve`);
  const { width, height } = photos[0];
  photos.forEach((p, k) => {
    if (p.width !== width || p.height !== height)
      throw new NoScan(`photo ${k + 1}: ${p.width} x ${p.height}; accepted: ${width} x ${height}, as the first`);
  });
  const faults: (PhotoFault | null)[] = photos.map(exposureFault);
  const shared = medianOf(photos);
  const offset = offsetsFrom(shared);
  const found = photos.map((p, k) => {
    tell(`laying photo ${k + 1} over the others`, 0.02 + (0.2 * k) / photos.length);
    return offset(p);
  });
  movedFaults(found, width).forEach((f, k) => (faults[k] ??= f));
  // All of them into the frame of the first, on which the ball was shown.
  const planes = photos.map((p, k) => (k === 0 ? p : shifted(p, found[0].dx - found[k].dx, found[0].dy - found[k].dy)));
  tell('looking at the ball', 0.24);
  const good = planes.filter((_, k) => !faults[k]?.leaveOut);
  if (good.length < LEAST_PHOTOS) throw new NoScan('photos: too few are of use; see what is wrong with each', faults);
  const middle = medianOf(good);
  const near = options.ball;
  const ball = near ? fittedBall(middle, near, 0.08) : foundBall(middle, good);
  const pxPerMm = typeof options.pxPerMm === 'number' ? options.pxPerMm : (2 * ball.r) / options.pxPerMm.ballMm;
  const fromBall = planes.map((p) => {
    const spot = highlightOf(p, ball);
    return spot && lampOf(spot);
  });
  fromBall.forEach((d, k) => {
    if (!d) faults[k] ??= { fault: 'ball lost', says: 'no highlight is seen on the ball; turn it or move the lamp to the front, and take it again', leaveOut: true };
  });
  sameLights(fromBall).forEach((f, k) => (faults[k] ??= f));
  const ballMm: Vec3 = [(ball.x - width / 2) / pxPerMm, (height / 2 - ball.y) / pxPerMm, 0];
  let use = planes.map((_, k) => fromBall[k] !== null && !faults[k]?.leaveOut);
  const enough = () => use.filter(Boolean).length >= LEAST_PHOTOS;
  if (!enough()) throw new NoScan('photos: too few are of use; see what is wrong with each', faults);
  const directions = fromBall.map((d): Vec3 => d ?? [0, 0, 1]);
  const samples = samplesOf(planes[0], ball, pxPerMm, SAMPLES);
  tell('weighing the lamps', 0.28);
  let settled = settledAt(planes, samples, directions, ballMm, options.lampMm, use);
  // The worst photo is left out first: it spoils the judgement of the others.
  for (let again = 0; again < 1; again++) {
    // Lamps left free for once: one that stood elsewhere than its ball shows moves there.
    const { awayMm } = settled.lamps[0];
    const placed = directions.map((d) => lampPlaced(d, ballMm, awayMm));
    const free = settleLamps(planes, samples, placed, awayMm, use, FREE);
    const told = settledFaults({ ...settled, movedDeg: free.movedDeg }, use);
    const worst = told.reduce((w, f, k) => (f?.leaveOut && (w < 0 || free.movedDeg[k] > free.movedDeg[w]) ? k : w), -1);
    if (worst < 0) break;
    faults[worst] = told[worst];
    if (use.filter(Boolean).length <= LEAST_PHOTOS) break;
    use = use.map((u, k) => u && k !== worst);
    settled = settledAt(planes, samples, directions, ballMm, options.lampMm, use);
    tell('weighing the lamps again without one', 0.32);
  }
  settled = squared(settled, planes, samples, use);
  // Photos of many megapixels hold more points than a brush can tell apart: the mean of neighbours is truer.
  const worked = Math.max(1, Math.round(Math.sqrt((width * height) / WORKED_POINTS)));
  const fine = planes.map((p) => reduced(p, worked));
  const { width: fw, height: fh } = fine[0];
  const [px, fineBall] = [pxPerMm / worked, scaled(ball, worked)];
  // Heights from a coarse pass first: near a lamp it matters how far a point stands out.
  const by = Math.max(1, Math.round(Math.sqrt((fw * fh) / 60_000)));
  const small = fine.map((p) => reduced(p, by));
  const { width: w, height: h } = small[0];
  const coarse = normalsOf(small, settled, use, scaled(fineBall, by), px / by, null, (s) => tell('a first surface', 0.36 + 0.06 * s));
  const rise = enlarged(riseOf(coarse, w, h, px / by), w, h, fw, fh);
  const whole = normalsOf(fine, settled, use, fineBall, px, rise, (s) => tell('reading the normal of every point', 0.42 + 0.46 * s));
  tell('taking out the noise', 0.88);
  const calm = { ...whole, ...denoised(fw, fh, whole.nx, whole.ny, whole.trust) };
  tell('building the heights', 0.92);
  const sculpt: Sculpt = { width: fw, height: fh, pxPerMm: px, ...calm, rise: riseOf(calm, fw, fh, px), open: null };
  fillAround(sculpt);
  tell('done', 1);
  return {
    sculpt, ball, lamps: settled.lamps, ambient: settled.ambient, lampMm: settled.lamps[0].awayMm,
    faults, used: use.flatMap((u, k) => (u ? [k] : [])), spread: settled.spread,
  };
} // prettier-ignore

export { NoBall };
