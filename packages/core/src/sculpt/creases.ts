import { rad } from '../units/index.js';
import type { Sculpt } from './sculpt.js';

/** A line where the sculpt folds: over a ridge, or into a joint. Places in mm from the sculpt's middle. */
export interface Crease {
  readonly kind: 'crease' | 'recess';
  readonly points: readonly (readonly [number, number])[];
}

/** A rectangle of the sculpt, mm from its middle. */
export interface Box {
  readonly left: number;
  readonly right: number;
  readonly bottom: number;
  readonly top: number;
}

export interface CreaseLimits {
  /** The fold is measured over this width, in mm. */
  readonly overMm: number;
  /** A line begins where the surface turns by this much over that width, and goes on down to the second. */
  readonly beginDeg: number;
  readonly goOnDeg: number;
  /** A fold is this much sharper than the surface beside it; a small ball is not. */
  readonly sharper: number;
  readonly leastMm: number;
}

const LIMITS: CreaseLimits = { overMm: 0.6, beginDeg: 34, goOnDeg: 20, sharper: 2, leastMm: 1.2 };

/** A box blur of a window of the sculpt, twice: near enough to a Gaussian of one point more. */
function blurred(plane: Float32Array, w: number, h: number, reach: number): Float32Array {
  let from = plane;
  for (let pass = 0; pass < 2; pass++) {
    for (const [step, line, count, lines] of [
      [1, w, w, h],
      [w, 1, h, w],
    ]) {
      const to = new Float32Array(from.length);
      for (let l = 0; l < lines; l++) {
        const start = l * line;
        for (let i = 0; i < count; i++) {
          let [sum, n] = [0, 0];
          for (let k = Math.max(0, i - reach); k <= Math.min(count - 1, i + reach); k++, n++)
            sum += from[start + k * step];
          to[start + i * step] = sum / n;
        }
      }
      from = to;
    }
  }
  return from;
}

/** How strongly each point folds (signed: + over a ridge), in radians over the width, and across which direction. */
function foldsOf(s: Sculpt, c0: number, r0: number, w: number, h: number, overMm: number) {
  const cut = (plane: Float32Array) => {
    const out = new Float32Array(w * h);
    for (let r = 0; r < h; r++)
      out.set(plane.subarray((r0 + r) * s.width + c0, (r0 + r) * s.width + c0 + w), r * w);
    return out;
  };
  const reach = Math.max(1, Math.round((overMm * s.pxPerMm) / 4));
  const [nx, ny] = [blurred(cut(s.nx), w, h, reach), blurred(cut(s.ny), w, h, reach)];
  const fold = new Float32Array(w * h);
  const [dirX, dirY] = [new Float32Array(w * h), new Float32Array(w * h)];
  const d = Math.max(1, Math.round((overMm * s.pxPerMm) / 2));
  for (let r = d; r < h - d; r++)
    for (let c = d; c < w - d; c++) {
      const i = r * w + c;
      if (s.confidence[(r0 + r) * s.width + c0 + c] === 0) continue;
      // Change of the normal over the width, along x and along y (up); rows run downward.
      const xx = nx[i + d] - nx[i - d];
      const yy = ny[i - d * w] - ny[i + d * w];
      const xy = (ny[i + d] - ny[i - d] + nx[i - d * w] - nx[i + d * w]) / 2;
      const mean = (xx + yy) / 2;
      const root = Math.sqrt(((xx - yy) / 2) ** 2 + xy * xy);
      const turn = 0.5 * Math.atan2(2 * xy, xx - yy);
      const most = mean >= 0 ? mean + root : mean - root;
      const along = mean >= 0 ? turn : turn + Math.PI / 2;
      fold[i] = most;
      dirX[i] = Math.cos(along);
      dirY[i] = -Math.sin(along);
    }
  return { fold, dirX, dirY, d };
}

/** Chains of marked points, eight neighbours each, as lists of indices. */
function chains(marked: Uint8Array, w: number): number[][] {
  const around = [1, -1, w, -w, w + 1, w - 1, -w + 1, -w - 1];
  const out: number[][] = [];
  const left = marked.slice();
  const nextOf = (i: number) => around.map((a) => i + a).find((j) => left[j] === 1);
  for (let i = 0; i < left.length; i++) {
    if (!left[i]) continue;
    left[i] = 0;
    const line = [i];
    for (const grow of ['push', 'unshift'] as const)
      for (let j = nextOf(i); j !== undefined; j = nextOf(j)) {
        left[j] = 0;
        line[grow](j);
      }
    out.push(line);
  }
  return out;
}

const SMOOTH = 3;

/**
 * Folds of a sculpt as lines: where the normal turns much within a small width, more than beside it, and most of all
 * there across the fold (after the detector of Canny 1986, on the turn of the normal instead of on brightness).
 */
export function creasesOf(s: Sculpt, box: Box, over: Partial<CreaseLimits> = {}): Crease[] {
  const limits = { ...LIMITS, ...over };
  const pad = Math.ceil(limits.overMm * s.pxPerMm) + 2;
  const [c0, c1] = [box.left, box.right].map(
    (x, k) => Math.round(s.width / 2 + x * s.pxPerMm) + (k ? pad : -pad),
  );
  const [r0, r1] = [box.top, box.bottom].map(
    (y, k) => Math.round(s.height / 2 - y * s.pxPerMm) + (k ? pad : -pad),
  );
  const [ca, ra] = [Math.max(0, c0), Math.max(0, r0)];
  const [w, h] = [Math.min(s.width, c1) - ca, Math.min(s.height, r1) - ra];
  if (w < 8 || h < 8) return [];
  const { fold, dirX, dirY, d } = foldsOf(s, ca, ra, w, h, limits.overMm);
  // Components of unit vectors: a turn by `a` changes them by 2 sin(a / 2).
  const [begin, goOn] = [limits.beginDeg, limits.goOnDeg].map((deg) => 2 * Math.sin(rad(deg) / 2));
  const out: Crease[] = [];
  for (const sign of [1, -1] as const) {
    const marked = new Uint8Array(w * h);
    const strong = new Uint8Array(w * h);
    for (let r = d + 1; r < h - d - 1; r++)
      for (let c = d + 1; c < w - d - 1; c++) {
        const i = r * w + c;
        const f = fold[i] * sign;
        if (f < goOn) continue;
        const at = (k: number) => fold[Math.round(r + dirY[i] * k) * w + Math.round(c + dirX[i] * k)] * sign;
        if (f < at(1) || f <= at(-1)) continue;
        const beside = Math.max(at(1.6 * d), at(-1.6 * d));
        if (beside * limits.sharper > f) continue;
        marked[i] = 1;
        if (f >= begin) strong[i] = 1;
      }
    for (const line of chains(marked, w)) {
      if (line.length < limits.leastMm * s.pxPerMm || !line.some((i) => strong[i])) continue;
      const raw = line.map((i): readonly [number, number] => [
        (ca + (i % w) + 0.5 - s.width / 2) / s.pxPerMm,
        (s.height / 2 - (ra + Math.floor(i / w) + 0.5)) / s.pxPerMm,
      ]);
      const points = raw.map((_, k): readonly [number, number] => {
        const near = raw.slice(Math.max(0, k - SMOOTH), k + SMOOTH + 1);
        return [
          near.reduce((t, p) => t + p[0], 0) / near.length,
          near.reduce((t, p) => t + p[1], 0) / near.length,
        ];
      });
      out.push({
        kind: sign > 0 ? 'crease' : 'recess',
        points: points.filter((_, k) => k % 3 === 0 || k === points.length - 1),
      });
    }
  }
  return out;
}
