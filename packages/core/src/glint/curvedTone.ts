import type { Patch, Surface } from '../form/index.js';
import { midValue } from '../ladder/index.js';
import { polishModels, type MetalSurface, type PartLight } from '../rig/index.js';
import { addBounce, awayFrom } from './bounce.js';
import {
  fitTone,
  middlePlace,
  mirrorTone,
  spreadOf,
  spreadTone,
  toned,
  withMiddle,
  type Spread,
  type Tone,
} from './exposure.js';
import { curvedLevel } from './facing.js';
import { radiance } from './radiance.js';
import { sphereRadiance } from './sphere.js';

/** Values of the points of some patches, rising; at least two. */
export function sortedOf(lists: readonly Int32Array[], values: Float32Array): Float32Array {
  const picked = new Float32Array(lists.reduce((n, list) => n + list.length, 0));
  let k = 0;
  for (const list of lists) for (const i of list) picked[k++] = values[i];
  return picked.length > 1 ? picked.sort() : new Float32Array(2);
}

/** The points of some patches as a surface of their own, one row long. */
export function gathered(s: Surface, lists: readonly Int32Array[]): Surface {
  const indices = new Int32Array(lists.reduce((n, list) => n + list.length, 0));
  let k = 0;
  for (const list of lists) {
    indices.set(list, k);
    k += list.length;
  }
  const picked = (of: Float32Array): Float32Array => {
    const out = new Float32Array(indices.length);
    for (let i = 0; i < out.length; i++) out[i] = of[indices[i]];
    return out;
  };
  return {
    grid: { ...s.grid, width: indices.length, height: 1 },
    patch: Uint8Array.from(indices, (i) => s.patch[i]),
    alpha: new Float32Array(indices.length).fill(1),
    nx: picked(s.nx),
    ny: picked(s.ny),
    nz: picked(s.nz),
    u: picked(s.u),
    v: picked(s.v),
    open: s.open && picked(s.open),
  };
}

/** What the tone of the curved patches of a part is fitted from. */
export interface Fitting {
  readonly patches: readonly Patch[];
  /** The points that count, as `gathered` gives them. */
  readonly points: Surface;
  /** Their radiance with the polish, as it comes and rising. */
  readonly radiances: Float32Array;
  readonly sorted: Float32Array;
  readonly light: PartLight;
  readonly polish: MetalSurface;
  readonly aimed: readonly number[];
  /** Whether light comes back from below. */
  readonly bounce: boolean;
}

/** The middle half of a mirror spans this share of its range at least: it jumps. */
const MIRROR_MIDDLE = 0.27;

/**
 * One tone for the curved patches of a part. What a mirror of it would show says how dark and light it gets under this
 * light; the polish says how much of that is left, so that contrast falls from mirror to dull on every form.
 */
export function curvedTone(fitting: Fitting): Tone {
  const { patches, points, radiances, sorted, light, polish, aimed } = fitting;
  const { shown, filmReflectance } = polish;
  const fitted = (r: Float32Array) => fitTone(r, aimed, polish.planWeight);
  const isMirror = shown.range === 1;
  const asMirror: MetalSurface = { ...polish, ...polishModels.mirror };
  const mirrored = isMirror ? radiances : radiance(points, patches, light, asMirror);
  const mirrorSorted = isMirror ? sorted : mirrored.slice().sort();
  const level = curvedLevel(points, light);
  const mirror = mirrorTone(fitted(mirrorSorted), fitted(sphereRadiance(light, polish)), level);
  const natural = spreadOf(mirror, mirrorSorted);
  if (filmReflectance !== null) {
    // Under a film the body stays black at any polish; only its lights come down.
    const own = fitted(sorted);
    const from = spreadOf(own, sorted);
    return isMirror ? mirror : spreadTone(own, from, { ...natural, high: shown.top * natural.high });
  }
  const range = natural.high - natural.low;
  const seen = seenMiddle(fitting, mirrored, mirror, 1);
  const mirrorMiddle = Math.max(seen, MIRROR_MIDDLE * range);
  if (isMirror)
    return seen >= mirrorMiddle
      ? mirror
      : middled(fitting, mirror, { from: natural, to: natural, middle: mirrorMiddle });
  const own = fitted(sorted);
  const from = spreadOf(own, sorted);
  const high = shown.top * natural.high;
  const to = { ...from, high, low: Math.max(0, high - shown.range * range) };
  return middled(fitting, own, { from, to, middle: shown.middle * mirrorMiddle });
}

/** Rounds in which the middle half is brought to its width: the bounce lies in it, and depends on it. */
const ROUNDS = 5;
/** It is there within this share of its width. */
const NEAR_ENOUGH = 0.015;

/** A tone whose middle half, with the bounce in it, spans as much as asked. */
function middled(
  fitting: Fitting,
  tone: Tone,
  { from, to, middle }: { readonly from: Spread; readonly to: Spread; readonly middle: number },
): Tone {
  const { shown } = fitting.polish;
  const place = middlePlace(from);
  let asked = middle;
  let made = spreadTone(tone, from, withMiddle(to, place, asked));
  for (let round = 0; round < ROUNDS; round++) {
    const have = seenMiddle(fitting, fitting.radiances, made, shown.top);
    if (Math.abs(have / middle - 1) < NEAR_ENOUGH) break;
    asked *= Math.min(2, Math.max(0.5, middle / Math.max(1e-3, have)));
    made = spreadTone(tone, from, withMiddle(to, place, asked));
  }
  return made;
}

/** Range of the middle half of a part as it is seen, the bounce with it. */
function seenMiddle(
  { patches, points, light, aimed, bounce }: Fitting,
  radiances: Float32Array,
  tone: Tone,
  top: number,
): number {
  const body = new Float32Array(radiances.length);
  for (let i = 0; i < body.length; i++) body[i] = toned(tone, radiances[i]);
  const most = bounceCrest(midValue(aimed.length), top);
  const toward = bounce ? awayFrom(light) : null;
  return middleHalf(toward ? addBounce(body, points, patches, { toward, most }) : body);
}

const BINS = 2048;

/** From the quarter to the three quarters of some values of 0..1, counted in bins. */
function middleHalf(values: Float32Array): number {
  const counts = new Uint32Array(BINS + 1);
  for (const v of values) counts[Math.min(BINS, Math.max(0, Math.round(v * BINS)))]++;
  const at = (share: number) => {
    let left = share * values.length;
    let bin = 0;
    while (bin < BINS && left > counts[bin]) left -= counts[bin++];
    return (bin + (counts[bin] ? left / counts[bin] : 0)) / BINS;
  };
  return at(0.75) - at(0.25);
}

/** Value of the bounce's crest: that of the mid step, less where the polish dims what it mirrors. */
export const bounceCrest = (mid: number, top: number): number => mid * top * top;
