import { luminanceOf } from '../colour/index.js';
import { solveLinear, medianOf } from '../units/index.js';
import { CARD_Y } from './background.js';
import { chained, inverted, type Homography } from './homography.js';
import { blurred, lightnessOf, type Image } from './image.js';
import type { PlanLevel } from './planRaster.js';

/** One size of a photo, and how many points of the whole photo one of its points is. */
export interface PhotoLevel {
  readonly image: Image;
  readonly per: number;
  /** Size of the whole photo, which maps lead to. */
  readonly whole: { readonly width: number; readonly height: number };
}

/** How well a photo lies on the plan. */
export interface Fit {
  /** Plan (mm from its middle, y down) to the photo (points from its corner, whole photo). */
  readonly h: Homography;
  /** Correlation of plan and photo over the piece and the ring about it; -1 where there was nothing to compare. */
  readonly score: number;
  /** Share of what is compared that lies in the photo. */
  readonly inside: number;
  /** How much less sharp the photo was taken to be than the plan: standard deviation, mm. */
  readonly blurMm: number;
}

const COUNT = { similarity: 4, affine: 6, homography: 8 } as const;
export type Motion = keyof typeof COUNT;

export interface WarpOptions {
  readonly channel?: number;
  /** Written into where it is given, as large as the level. */
  readonly out?: Float32Array;
}

/** A channel of the photo on the points of a plan level; NaN outside the photo. */
export function warped(
  { image, per, whole }: PhotoLevel,
  h: Homography,
  level: Pick<PlanLevel, 'width' | 'height' | 'pxPerMm'>,
  { channel = 0, out = new Float32Array(level.width * level.height) }: WarpOptions = {},
): Float32Array {
  const { width, height, channels, data } = image;
  const [ox, oy] = [level.width / 2 - 0.5, level.height / 2 - 0.5];
  const [left, top] = [width / 2 - whole.width / 2 / per - 0.5, height / 2 - whole.height / 2 / per - 0.5];
  const line = width * channels;
  for (let y = 0; y < level.height; y++) {
    const my = (y - oy) / level.pxPerMm;
    for (let x = 0; x < level.width; x++) {
      const mx = (x - ox) / level.pxPerMm;
      const w = (h[6] * mx + h[7] * my + h[8]) * per;
      const fx = (h[0] * mx + h[1] * my + h[2]) / w + left;
      const fy = (h[3] * mx + h[4] * my + h[5]) / w + top;
      const o = y * level.width + x;
      if (!(fx >= 0 && fy >= 0 && fx < width - 1 && fy < height - 1)) {
        out[o] = NaN;
        continue;
      }
      const [ix, iy] = [fx | 0, fy | 0];
      const [u, v] = [fx - ix, fy - iy];
      const i = iy * line + ix * channels + channel;
      out[o] =
        (data[i] * (1 - u) + data[i + channels] * u) * (1 - v) +
        (data[i + line] * (1 - u) + data[i + line + channels] * u) * v;
    }
  }
  return out;
}

/** Of a level so many points are enough to tell its tone and its spread. */
const TELLING = 12_000;

const BINS = 20;
/** A bin with no more points than this says nothing. */
const LEAST_IN_BIN = 9;
const CURVE = 1000;

/**
 * The photo's value over the plan's, in steps of a tenth of L*: medians in bins, pooled until they rise (pool adjacent
 * violators; Barlow and others 1972). NaN in the photo is left out.
 * @param every only each so many'th point is looked at
 */
export function toneCurve(
  plan: Float32Array,
  photo: Float32Array,
  every: number,
  counts: (i: number) => boolean,
): Float32Array {
  const bins: number[][] = Array.from({ length: BINS }, () => []);
  for (let i = 0; i < plan.length; i += every)
    if (counts(i) && !Number.isNaN(photo[i]))
      bins[Math.min(BINS - 1, Math.max(0, Math.floor((plan[i] / 100) * BINS)))].push(photo[i]);
  const blocks: { value: number; n: number; readonly at: number[] }[] = [];
  bins.forEach((bin, k) => {
    if (bin.length < LEAST_IN_BIN) return;
    let block = { value: medianOf(bin), n: bin.length, at: [(k + 0.5) * (100 / BINS)] };
    for (let last = blocks.at(-1); last && last.value > block.value; last = blocks.at(-1)) {
      const n = last.n + block.n;
      block = { value: (last.value * last.n + block.value * block.n) / n, n, at: [...last.at, ...block.at] };
      blocks.pop();
    }
    blocks.push(block);
  });
  const knots = blocks.flatMap((b) => b.at.map((x) => ({ x, v: b.value })));
  const out = new Float32Array(CURVE + 1);
  if (knots.length === 0) return out.map((_, i) => i / 10);
  for (let i = 0, k = 0; i <= CURVE; i++) {
    const t = i / 10;
    while (k < knots.length - 2 && knots[k + 1].x < t) k++;
    const [p, q] = [knots[k], knots[Math.min(k + 1, knots.length - 1)]];
    const share = q.x === p.x ? 0 : Math.min(1, Math.max(0, (t - p.x) / (q.x - p.x)));
    out[i] = p.v + (q.v - p.v) * share;
  }
  return out;
}
const onCurve = (curve: Float32Array, l: number): number =>
  curve[l <= 0 ? 0 : l >= 100 ? CURVE : (l * 10) | 0];

/** Planes that one alignment works on. */
interface Planes {
  /** The photo on the plan's points, and what the plan expects there. */
  readonly photo: Float32Array;
  readonly expected: Float32Array;
}

const LEAST_SPREAD = 1.5;
const CUT = 4.685;

/** What the plan expects to see, toned like the photo, and how far the photo strays from it. */
function expect(level: PlanLevel, { photo, expected }: Planes) {
  const { alpha, lightness, compared } = level;
  const every = Math.max(1, Math.round(photo.length / TELLING));
  // Light mixes at a border, not what the eye makes of it.
  const light = toneCurve(lightness, photo, every, (i) => alpha[i] > 0.95).map(luminanceOf);
  const offs: number[] = [];
  let [count, lost] = [0, 0];
  for (let i = 0; i < photo.length; i++) {
    const m = alpha[i];
    expected[i] = lightnessOf(m * onCurve(light, lightness[i]) + (1 - m) * CARD_Y);
    if (!compared[i]) continue;
    count++;
    if (Number.isNaN(photo[i])) lost++;
    else if (i % every === 0) offs.push(Math.abs(photo[i] - expected[i]));
  }
  return {
    inside: 1 - lost / count,
    known: offs.length,
    spread: Math.max(LEAST_SPREAD, 1.48 * medianOf(offs)),
  };
}

/** A plan level as a lens shows it that is not sharp; blurred as light is. @param mm standard deviation */
function blurredLevel(level: PlanLevel, mm: number): PlanLevel {
  if (mm <= 0) return level;
  const { width, height, pxPerMm } = level;
  const data = new Float32Array(2 * width * height);
  level.alpha.forEach((m, i) => {
    data[2 * i] = m;
    data[2 * i + 1] = m * luminanceOf(level.lightness[i]);
  });
  const soft = blurred({ width, height, channels: 2, data }, mm * pxPerMm).data;
  const alpha = level.alpha.map((_, i) => soft[2 * i]);
  return { ...level, alpha, lightness: alpha.map((m, i) => (m > 0 ? lightnessOf(soft[2 * i + 1] / m) : 0)) };
}

/** Sums of one round: the normal equations of the motion, and what the correlation is made of. */
function equationsOf(level: PlanLevel, { photo, expected }: Planes, spread: number, count: number) {
  const { width: w, height: h, compared } = level;
  const half = Math.max(w, h) / 2;
  const [ox, oy] = [w / 2 - 0.5, h / 2 - 0.5];
  const [a, b, j] = [new Float64Array(count * count), new Float64Array(count), new Float64Array(count)];
  let [sp, se, pp, ee, pe, n] = [0, 0, 0, 0, 0, 0];
  const cut = CUT * spread;
  for (let y = 1; y < h - 1; y++)
    for (let x = 1; x < w - 1; x++) {
      const i = y * w + x;
      if (!compared[i]) continue;
      const [p, e] = [photo[i], expected[i]];
      const dx = photo[i + 1] - photo[i - 1];
      const dy = photo[i + w] - photo[i - w];
      if (Number.isNaN(dx) || Number.isNaN(dy) || Number.isNaN(p)) continue;
      sp += p;
      se += e;
      pp += p * p;
      ee += e * e;
      pe += p * e;
      n++;
      const r = p - e;
      const q = r / cut;
      if (q >= 1 || q <= -1) continue;
      const weight = (1 - q * q) ** 2;
      // The mean of both gradients (efficient second-order minimisation; Malis 2004).
      const gx = 0.25 * (dx + expected[i + 1] - expected[i - 1]) * half;
      const gy = 0.25 * (dy + expected[i + w] - expected[i - w]) * half;
      const [u, v] = [(x - ox) / half, (y - oy) / half];
      j[0] = gx;
      j[1] = gy;
      if (count === 4) {
        j[2] = gx * u + gy * v;
        j[3] = gy * u - gx * v;
      } else {
        j[2] = gx * u;
        j[3] = gx * v;
        j[4] = gy * u;
        j[5] = gy * v;
        if (count === 8) {
          const d = gx * u + gy * v;
          j[6] = -d * u;
          j[7] = -d * v;
        }
      }
      for (let k = 0; k < count; k++) {
        const t = weight * j[k];
        b[k] -= t * r;
        for (let m = k; m < count; m++) a[k * count + m] += t * j[m];
      }
    }
  const score = (pe - (sp * se) / n) / Math.sqrt((pp - (sp * sp) / n) * (ee - (se * se) / n) + 1e-9);
  return { a, b, half, score };
}

/** The motion that a round's equations ask for, in halves of the level's longer side; null where they tell none. */
function motionOf({ a, b }: { a: Float64Array; b: Float64Array }, count: number): number[] | null {
  const rows = Array.from({ length: count }, (_, k) =>
    Array.from(
      { length: count },
      (_, m) => (k <= m ? a[k * count + m] : a[m * count + k]) * (k === m ? 1 + 1e-4 : 1),
    ),
  );
  return solveLinear(rows, [...b]);
}

export interface AlignOptions {
  readonly motion: Motion;
  readonly rounds: number;
  /** Stops where a round moves it by less, points of the level. */
  readonly stop?: number;
  /** How much less sharp the photo is taken to be than the plan: standard deviation, mm. */
  readonly blurMm?: number;
}

/**
 * Moves a photo on the plan until both agree best: Gauss-Newton over both gradients, robust (Tukey's biweight), the
 * photo's tone fitted anew every round.
 * @param start where it lies at first
 */
export function align(
  sharp: PlanLevel,
  photo: PhotoLevel,
  start: Homography,
  { motion, rounds, stop = 0.02, blurMm = 0 }: AlignOptions,
): Fit {
  const level = blurredLevel(sharp, blurMm);
  const planes: Planes = {
    photo: new Float32Array(level.alpha.length),
    expected: new Float32Array(level.alpha.length),
  };
  const count = COUNT[motion];
  let fit: Fit = { h: start, score: -1, inside: 0, blurMm };
  for (let round = 0; round < rounds; round++) {
    warped(photo, fit.h, level, { out: planes.photo });
    const { inside, known, spread } = expect(level, planes);
    if (known < 20) return { ...fit, score: -1, inside };
    const sums = equationsOf(level, planes, spread, count);
    fit = { h: fit.h, score: sums.score, inside, blurMm };
    const d = motionOf(sums, count);
    if (!d) break;
    const delta =
      motion === 'similarity'
        ? [1 + d[2], -d[3], d[0], d[3], 1 + d[2], d[1], 0, 0, 1]
        : [1 + d[2], d[3], d[0], d[4], 1 + d[5], d[1], d[6] ?? 0, d[7] ?? 0, 1];
    const size = sums.half / level.pxPerMm;
    const scaled = [size, 0, 0, 0, size, 0, 0, 0, 1];
    fit = { ...fit, h: chained(fit.h, chained(chained(scaled, delta), inverted(scaled))) };
    const moved = sums.half * d.reduce((s, v, k) => s + (k < 2 ? 1 : 0.7) * Math.abs(v), 0);
    if (moved < stop) break;
    if (!(moved < 10 * sums.half)) return { ...fit, score: -1 };
  }
  return fit;
}

const planesOf = (level: PlanLevel, photo: PhotoLevel, h: Homography): Planes => ({
  photo: warped(photo, h, level),
  expected: new Float32Array(level.alpha.length),
});

/** Blurs that a photo is tried with, points of the level. */
const BLURS = [0, 0.5, 0.75, 1, 1.25, 1.5, 2, 2.5, 3, 4];

/**
 * How much less sharp a photo is than the plan, where it lies: the blur of the plan, as a standard deviation in mm, at
 * which both agree best. A sharp plan is drawn to the edges of a blurred photo unevenly.
 */
export function blurSeenMm(level: PlanLevel, photo: PhotoLevel, h: Homography): number {
  const planes = planesOf(level, photo, h);
  let best = { mm: 0, score: -1 };
  for (const blur of BLURS) {
    const mm = blur / level.pxPerMm;
    const soft = blurredLevel(level, mm);
    const { spread } = expect(soft, planes);
    const { score } = equationsOf(soft, planes, spread, COUNT.similarity);
    if (score <= best.score) break;
    best = { mm, score };
  }
  return best.mm;
}

/** How far each part still lies off, mm; null where nothing in it tells. Both axes, from both gradients. */
export function partShifts(
  level: PlanLevel,
  photo: PhotoLevel,
  fit: Pick<Fit, 'h' | 'blurMm'>,
  parts: { readonly of: Int16Array; readonly count: number },
): ({ readonly xMm: number; readonly yMm: number } | null)[] {
  const planes = planesOf(level, photo, fit.h);
  const { spread } = expect(blurredLevel(level, fit.blurMm), planes);
  const cut = CUT * Math.max(2, spread);
  const { width: w, height: h } = level;
  const sums = Array.from({ length: parts.count }, () => [0, 0, 0, 0, 0, 0]);
  for (let y = 1; y < h - 1; y++)
    for (let x = 1; x < w - 1; x++) {
      const i = y * w + x;
      if (parts.of[i] < 0) continue;
      const s = sums[parts.of[i]];
      const r = planes.photo[i] - planes.expected[i];
      const slope = (step: number) =>
        0.25 *
        (planes.photo[i + step] -
          planes.photo[i - step] +
          planes.expected[i + step] -
          planes.expected[i - step]);
      const [gx, gy] = [slope(1), slope(w)];
      if (Number.isNaN(r) || Number.isNaN(gx) || Number.isNaN(gy) || Math.abs(r) >= cut) continue;
      const t = (1 - (r / cut) ** 2) ** 2;
      [t * gx * gx, t * gx * gy, t * gy * gy, -t * gx * r, -t * gy * r, 1].forEach((v, k) => (s[k] += v));
    }
  return sums.map(([a, b, c, p, q, n]) => {
    const [trace, det] = [a + c, a * c - b * b];
    const weakest = trace / 2 - Math.sqrt(Math.max(0, (trace * trace) / 4 - det));
    if (n < 30 || weakest < 0.1 * n) return null;
    return { xMm: (c * p - b * q) / det / level.pxPerMm, yMm: (a * q - b * p) / det / level.pxPerMm };
  });
}
