import { contours } from 'd3-contour';
import simplify from 'simplify-js';
import { inRing, rad, refused, weakMemo } from '../units/index.js';
import { everyNth, type Fewer } from './everyNth.js';
import { groundOf } from './ground.js';
import { sculptCell, sculptPlace, type Sculpt } from './sculpt.js';

type Ring = readonly number[][];
/** Places in mm from a sculpt's middle. */
export type Outline = readonly (readonly [number, number])[];

export interface RegionLimits {
  /** The region goes on where the surface turns by less than this over 0.5 mm. */
  readonly turnDeg: number;
  /** And where it does not step up or down by more than this, in mm. */
  readonly stepMm: number;
}

export const LIMITS: RegionLimits = { turnDeg: 26, stepMm: 0.8 };
const OVER_MM = 0.5;
/** A region takes in the fold beside it up to its crest, no farther than this: there the next region begins. */
const CREST_MM = 0.4;
/** Noise on the way up to a crest. */
const CLIMBS = 0.85;
const LEVEL = 0.004;
/** An outline is kept to this many points. */
const MOST_POINTS = 120;
const LEAST_MM2 = 1;

type Size = Pick<Sculpt, 'width' | 'height'>;

/** Points with one of `by` within a square of `reach` round them take it on: rows first, then columns. */
function grown(mask: Uint8Array, { width: w, height: h }: Size, reach: number, by: 0 | 1): Uint8Array {
  let from = mask;
  for (const [step, count, line, lines] of [
    [1, w, w, h],
    [w, h, 1, w],
  ]) {
    const to = from.slice();
    for (let l = 0; l < lines; l++) {
      const start = l * line;
      // Where the last one was, seen from both ends.
      for (let i = 0, last = -Infinity; i < count; i++) {
        if (from[start + i * step] === by) last = i;
        if (i - last <= reach) to[start + i * step] = by;
      }
      for (let i = count - 1, last = Infinity; i >= 0; i--) {
        if (from[start + i * step] === by) last = i;
        if (last - i <= reach) to[start + i * step] = by;
      }
    }
    from = to;
  }
  return from;
}

/** A tap is answered from so many points; an outline drawn by hand is no finer. */
const LOOKED_AT = 100_000;

interface Thin extends Fewer {
  /** 1 where the card behind a scanned miniature is. */
  readonly ground: Uint8Array;
  /** How sharply the surface folds, 0..2: over the width that folds are measured by, and at the very point. */
  readonly sharp: Float32Array;
  readonly crests: Float32Array;
}

/** Every so many-th point of a sculpt in each direction. */
export const thinned = weakMemo((whole: Sculpt): Thin => {
  const by = Math.max(1, Math.round(Math.sqrt((whole.width * whole.height) / LOOKED_AT)));
  const { s, nz } = everyNth(whole, by);
  const far = Math.max(1, Math.round((OVER_MM * s.pxPerMm) / 2));
  return { s, nz, ground: groundOf(s, nz), sharp: sharpnessOf(s, nz, far), crests: sharpnessOf(s, nz, 1) };
});

/** Whether a point lies within a ring or no farther than `far` beside it. */
const reaches = (ring: Ring, x: number, y: number, far: number): boolean =>
  ring.some(([px, py]) => Math.hypot(px - x, py - y) <= far) || inRing(ring, x, y);

/**
 * How sharply a surface folds at each point: how far the places so many points to both sides face apart, as 1 less a
 * cosine; 0 at the border.
 */
function sharpnessOf(s: Sculpt, nz: Float32Array, far: number): Float32Array {
  const { nx, ny, confidence, width: w, height: h } = s;
  const out = new Float32Array(w * h);
  for (let r = far; r < h - far; r++)
    for (let c = far; c < w - far; c++) {
      const i = r * w + c;
      for (let way = 0; way < 4; way++) {
        const step = far * (way === 0 ? 1 : w + way - 2);
        const [a, b] = [i + step, i - step];
        if (confidence[a] === 0 || confidence[b] === 0) continue;
        out[i] = Math.max(out[i], 1 - (nx[a] * nx[b] + ny[a] * ny[b] + nz[a] * nz[b]));
      }
    }
  return out;
}

/** Whether a surface folds at a point, where both its sides face apart. */
export function foldsOf({ sharp }: Thin, turnDeg: number): (i: number) => boolean {
  const most = 1 - Math.cos(rad(turnDeg));
  return (i) => sharp[i] > most;
}

/** The four points beside one, -1 beyond the picture. */
const besideOf = (i: number, { width: w, height: h }: Size): readonly number[] => {
  const c = i % w;
  return [c < w - 1 ? i + 1 : -1, c > 0 ? i - 1 : -1, i + w < w * h ? i + w : -1, i - w];
};

/** Whether the surface steps from a point to one beside it, by more than its own normal tells. */
function stepsOf({ s, nz }: Thin, stepMm: number): (i: number, j: number) => boolean {
  const { nx, ny, heightMm, width: w } = s;
  const steepest = stepMm / OVER_MM;
  return (i, j) => {
    const [dc, dr] = [(j % w) - (i % w), Math.floor(j / w) - Math.floor(i / w)];
    const told = -(nx[i] * dc - ny[i] * dr) / Math.max(0.1, nz[i]) / s.pxPerMm;
    return Math.abs(heightMm[j] - heightMm[i] - told) * s.pxPerMm > steepest;
  };
}

/** Takes into a mask the folds beside what it marks, up to their crests: the next region comes up to them from its side. */
function upToCrests(
  thin: Thin,
  { stepMm }: RegionLimits,
  mask: Uint8Array,
  reached: readonly number[],
): number[] {
  const { s, ground, crests } = thin;
  const steps = stepsOf(thin, stepMm);
  const taken: number[] = [];
  let ring = [...reached];
  for (let out = 0; out < CREST_MM * s.pxPerMm && ring.length > 0; out++) {
    const next: number[] = [];
    for (const i of ring)
      for (const j of besideOf(i, s)) {
        if (j < 0 || mask[j] || ground[j] || s.confidence[j] === 0 || steps(i, j)) continue;
        // Rim, not fold: what falls off there is seen to its end.
        if (crests[j] < CLIMBS * crests[i] - LEVEL) continue;
        mask[j] = 1;
        next.push(j);
      }
    taken.push(...next);
    ring = next;
  }
  return taken;
}

/**
 * Marks in a mask, from some points on, all that the surface reaches without a fold or a step, and the folds round it up
 * to their crests; answers with what it marked.
 */
export function spreadOver(thin: Thin, limits: RegionLimits) {
  const { s, ground } = thin;
  const folds = foldsOf(thin, limits.turnDeg);
  const steps = stepsOf(thin, limits.stepMm);
  return (seeds: readonly number[], mask: Uint8Array): number[] => {
    // A soft rim runs out into the card: a part ends there, unless the card itself is tapped.
    const onGround = seeds.some((i) => ground[i]);
    const queue = [...seeds];
    const reached = [...seeds];
    for (const i of seeds) mask[i] = 1;
    for (let i = queue.pop(); i !== undefined; i = queue.pop())
      for (const j of besideOf(i, s)) {
        if (j < 0 || mask[j] || s.confidence[j] === 0 || (ground[j] && !onGround)) continue;
        if (steps(i, j) || folds(j)) continue;
        mask[j] = 1;
        queue.push(j);
        reached.push(j);
      }
    return [...reached, ...upToCrests(thin, limits, mask, reached)];
  };
}

/** The largest ring round what a mask marks, narrow bridges cut and narrow gaps closed; null where nothing is left. */
export function ringRound(mask: Uint8Array, s: Sculpt): Ring | null {
  const close = Math.max(1, Math.round(0.25 * s.pxPerMm));
  const joined = grown(grown(mask, s, close + 1, 1), s, close, 0);
  const smooth = grown(grown(joined, s, close, 0), s, close, 1);
  const [shape] = contours()
    .size([s.width, s.height])
    .smooth(true)
    .thresholds([0.5])(Array.from(smooth))
    .map((m) => m.coordinates);
  const rings = (shape ?? []).map((polygon) => polygon[0]);
  return rings.sort((a, b) => areaIn(b) - areaIn(a))[0] ?? null;
}

/** Area of a ring, in the square of its unit. */
export const areaIn = (ring: Ring): number =>
  Math.abs(
    ring.reduce(
      (t, p, i) => t + p[0] * ring[(i + 1) % ring.length][1] - ring[(i + 1) % ring.length][0] * p[1],
      0,
    ),
  ) / 2;

/** A ring as a hand would draw it, in mm from the sculpt's middle: a mask follows noise from point to point. */
export function drawn(ring: Ring, s: Sculpt): Outline {
  const open = ring.slice(0, -1);
  const near = Math.max(2, Math.round(0.3 * s.pxPerMm));
  const points = open.map((_, i) => {
    let [px, py] = [0, 0];
    for (let k = -near; k <= near; k++) {
      const q = open[(i + k + open.length * 2) % open.length];
      px += q[0];
      py += q[1];
    }
    return { x: px / (2 * near + 1), y: py / (2 * near + 1) };
  });
  let kept = simplify(points, 0.5, true);
  for (let t = 0.8; kept.length > MOST_POINTS; t *= 1.4) kept = simplify(points, t, true);
  return kept.map((p) => sculptPlace(s, p.x, p.y));
}

/**
 * The outline of the smooth regions round tapped places, joined: each goes as far as the surface runs without a fold or a
 * step; regions with only a fold between them become one.
 * @param places mm from the sculpt's middle, one or more
 * @returns a closed outline in mm from the sculpt's middle
 * @throws RefusedInput where nothing is, or too little, or where regions lie apart
 */
export function regionAt(
  whole: Sculpt,
  places: Outline,
  over: Partial<RegionLimits> = {},
): (readonly [number, number])[] {
  const thin = thinned(whole);
  const { s } = thin;
  const { width: w, height: h } = s;
  const seeds = places.map(([x, y]) => {
    const [col, row] = sculptCell(s, x, y).map(Math.floor);
    if (col < 0 || row < 0 || col >= w || row >= h || s.confidence[row * w + col] === 0)
      throw refused('place', 'nothing of the sculpt is there', 'a tap on it');
    return row * w + col;
  });
  const mask = new Uint8Array(w * h);
  spreadOver(thin, { ...LIMITS, ...over })(seeds, mask);
  const ring = ringRound(mask, s);
  if (!ring || areaIn(ring) / s.pxPerMm ** 2 < LEAST_MM2)
    throw refused(
      'place',
      'the smooth region there is smaller than 1 mm²',
      'a larger one, or an outline drawn by hand',
    );
  // A hand taps near an edge as well: a place counts as inside up to 1 mm beside the outline.
  const apart =
    seeds.length > 1 && seeds.some((i) => !reaches(ring, (i % w) + 0.5, Math.floor(i / w) + 0.5, s.pxPerMm));
  if (apart)
    throw refused('places', 'their regions do not touch', 'taps on the ones between as well, or two parts');
  return [...drawn(ring, s)];
}
