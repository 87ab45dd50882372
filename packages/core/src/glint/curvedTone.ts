import type { Patch, Surface } from '../form/index.js';
import { midValue } from '../ladder/index.js';
import { polishModels, type MetalSurface, type PartLight } from '../rig/index.js';
import { addBounce } from './bounce.js';
import { fitTone, middlePlace, mirrorTone, spreadOf, spreadTone, toned, withMiddle, type Spread, type Tone } from './exposure.js'; // prettier-ignore
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

/** What the tone of the curved patches of a part is fitted from. */
export interface Fitting {
  readonly patches: readonly Patch[];
  readonly canonical: Surface;
  /** Indices of the points that count, patch by patch. */
  readonly points: readonly Int32Array[];
  /** Radiance of the canonical points with the polish. */
  readonly radiances: Float32Array;
  readonly light: PartLight;
  readonly polish: MetalSurface;
  readonly aimed: readonly number[];
  /** Whether light comes back from below. */
  readonly bounce: boolean;
}

/** The middle half of a mirror spans this share of its range at least: it jumps. */
const MIRROR_MIDDLE = 0.3;

/**
 * One tone for the curved patches of a part. What a mirror of it would show says how dark and light it gets under this
 * light; the polish says how much of that is left, so that contrast falls from mirror to dull on every form.
 */
export function curvedTone(fitting: Fitting): Tone {
  const { patches, canonical, points, radiances, light, polish, aimed } = fitting;
  const { shown, filmReflectance } = polish;
  const fitted = (r: Float32Array) => fitTone(r, aimed, polish.planWeight);
  const isMirror = shown.range === 1;
  const asMirror: MetalSurface = { ...polish, ...polishModels.mirror };
  const mirrored = isMirror ? radiances : radiance(canonical, patches, light, asMirror);
  const mirrorSorted = sortedOf(points, mirrored);
  const level = curvedLevel(canonical, points, light);
  const mirror = mirrorTone(fitted(mirrorSorted), fitted(sphereRadiance(light, polish)), level);
  const natural = spreadOf(mirrorSorted.map((r) => toned(mirror, r)));
  const sample = sampleOf(canonical, points);
  if (filmReflectance !== null) {
    // Under a film the body stays black at any polish; only its lights come down.
    const own = fitted(sortedOf(points, radiances));
    const from = spreadOf(sortedOf(points, radiances).map((r) => toned(own, r)));
    return isMirror ? mirror : spreadTone(own, from, { ...natural, high: shown.top * natural.high });
  }
  const range = natural.high - natural.low;
  const seen = seenMiddle(fitting, sample, mirrored, mirror, 1);
  const mirrorMiddle = Math.max(seen, MIRROR_MIDDLE * range);
  if (isMirror)
    return seen >= mirrorMiddle
      ? mirror
      : middled(fitting, sample, mirror, { from: natural, to: natural, middle: mirrorMiddle });
  const sorted = sortedOf(points, radiances);
  const own = fitted(sorted);
  const from = spreadOf(sorted.map((r) => toned(own, r)));
  const high = shown.top * natural.high;
  const to = { ...from, high, low: Math.max(0, high - shown.range * range) };
  return middled(fitting, sample, own, { from, to, middle: shown.middle * mirrorMiddle });
}

/** Rounds in which the middle half is brought to its width: the bounce lies in it, and depends on it. */
const ROUNDS = 3;

/** A tone whose middle half, with the bounce in it, spans as much as asked. */
function middled(
  fitting: Fitting,
  sample: Sample,
  tone: Tone,
  { from, to, middle }: { readonly from: Spread; readonly to: Spread; readonly middle: number },
): Tone {
  const { shown } = fitting.polish;
  const place = middlePlace(from);
  let asked = middle;
  let made = spreadTone(tone, from, withMiddle(to, place, asked));
  for (let round = 0; round < ROUNDS; round++) {
    const have = seenMiddle(fitting, sample, fitting.radiances, made, shown.top);
    asked *= Math.min(2, Math.max(0.5, middle / Math.max(1e-3, have)));
    made = spreadTone(tone, from, withMiddle(to, place, asked));
  }
  return made;
}

/** Some points of a part as a surface of their own. */
interface Sample {
  readonly surface: Surface;
  readonly indices: Int32Array;
}
const MOST_SAMPLED = 1200;

function sampleOf(s: Surface, points: readonly Int32Array[]): Sample {
  const count = points.reduce((n, list) => n + list.length, 0);
  const every = Math.max(1, Math.ceil(count / MOST_SAMPLED));
  const indices = Int32Array.from(points.flatMap((list) => [...list.filter((_, k) => k % every === 0)]));
  const picked = (of: Float32Array) => Float32Array.from(indices, (i) => of[i]);
  return {
    indices,
    surface: {
      grid: { ...s.grid, width: indices.length, height: 1 },
      patch: Uint8Array.from(indices, (i) => s.patch[i]),
      alpha: new Float32Array(indices.length).fill(1),
      nx: picked(s.nx),
      ny: picked(s.ny),
      nz: picked(s.nz),
      u: picked(s.u),
      v: picked(s.v),
      open: null,
    },
  };
}

/** Range of the middle half of a part as it is seen, the bounce with it. */
function seenMiddle(
  { patches, light, aimed, bounce }: Fitting,
  { surface, indices }: Sample,
  radiances: Float32Array,
  tone: Tone,
  top: number,
): number {
  const body = Float32Array.from(indices, (i) => toned(tone, radiances[i]));
  const most = bounceCrest(midValue(aimed.length), top);
  const seen = spreadOf((bounce ? addBounce(body, surface, patches, light, most) : body).sort());
  return seen.threeQuarters - seen.quarter;
}

/** Value of the bounce's crest: that of the mid step, less where the polish dims what it mirrors. */
export const bounceCrest = (mid: number, top: number): number => mid * top * top;
