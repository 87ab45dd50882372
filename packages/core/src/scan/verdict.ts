import type { Vec3 } from '../units/index.js';
import { dot, rad } from '../units/index.js';
import type { Judged } from './leaveOneOut.js';
import { CLIPPED, median, reduced, type LuminanceImage } from './luminanceImage.js';
import { farthestMoved } from './motion.js';
import type { Registered } from './register.js';

export type Fault =
  'moved' | 'overexposed' | 'too dark' | 'glossy' | 'ball lost' | 'other light' | 'same light';

/** What is wrong with one photo, measured and said, and what to do about it. */
export interface PhotoFault {
  readonly fault: Fault;
  readonly message: string;
  /** The scan is better without this photo. */
  readonly leaveOut: boolean;
}

const MOST_CLIPPED = 0.035;
const LEAST_LIGHT = 0.04;
/** A photo may lie off the first by this share of the picture's width, and be turned by so much. */
const MOST_OFF = 0.07;
const MOST_TURN_RAD = 0.06;
/** Such a share of the albedo, and so many times the usual, is missed in the middle where a photo lies elsewhere. */
const LEAST_UNLIKE = 0.09;
const UNLIKE = 1.7;
/** Copies are told on so many points, those of them that change most from photo to photo: few and more. */
const COPY_POINTS = 8_000;
const LIVELY = [0.05, 0.3] as const;
/** Half of those points of a copy differ by less than this share of their brightness. */
const COPY = 0.04;
const SAME_DEG = 7;

/** What a photo shows by itself: its exposure. */
export function exposureFault({ light }: LuminanceImage): PhotoFault | null {
  let clipped = 0;
  const some: number[] = [];
  for (let i = 0; i < light.length; i++) {
    if (light[i] >= CLIPPED) clipped++;
    if (i % 37 === 0) some.push(light[i]);
  }
  const share = clipped / light.length;
  if (share > MOST_CLIPPED)
    return {
      fault: 'overexposed',
      message: `${Math.round(share * 100)} % of it is burnt out; take it again darker, at most ${MOST_CLIPPED * 100} %`,
      leaveOut: true,
    };
  some.sort((a, b) => a - b);
  const bright = some[Math.floor(0.95 * some.length)] ?? 0;
  if (bright < LEAST_LIGHT)
    return {
      fault: 'too dark',
      message: `its lights reach only ${Math.round(bright * 100)} % of white; take it again brighter`,
      leaveOut: true,
    };
  return null;
}

/** What a photo shows beside the others: the camera or the miniature moved farther than can be mended. */
export function movedFaults(
  { motions, left }: Registered,
  balls: readonly unknown[],
  image: Pick<LuminanceImage, 'width' | 'height'>,
): (PhotoFault | null)[] {
  const usual = median(left.filter((v) => v > 0));
  return motions.map((m, k) => {
    const far = farthestMoved(m, image);
    if (far > MOST_OFF * image.width || Math.abs(m.turnRad) > MOST_TURN_RAD)
      return {
        fault: 'moved',
        message: `it lies ${Math.round(far)} px off the others; camera or miniature moved, take it again`,
        leaveOut: true,
      };
    if (left[k] > UNLIKE * usual && left[k] > LEAST_UNLIKE && !balls[k])
      return {
        fault: 'moved',
        message: 'its edges do not lie over those of the others; camera or miniature turned, take it again',
        leaveOut: true,
      };
    return null;
  });
}

/** Places of reduced images, those first that the lamps change most: the card behind looks alike under many a lamp. */
function livelyPlaces(small: readonly Float32Array[]): number[] {
  const gains = small.map((light) => light.reduce((t, v) => t + v, 0) / light.length);
  const bright = gains.reduce((t, v) => t + v, 0) / gains.length;
  const changes: { i: number; by: number }[] = [];
  for (let i = 0; i < small[0].length; i++) {
    const seen = small.map((light, k) => light[i] / Math.max(1e-6, gains[k]));
    if (small.some((light) => light[i] >= CLIPPED) || !small.some((light) => light[i] > bright)) continue;
    changes.push({ i, by: Math.max(...seen) - Math.min(...seen) });
  }
  changes.sort((a, b) => b.by - a.by);
  return changes.map((c) => c.i);
}

/** By how much two pictures differ at some places after one gain: half of them by less, as a share of their brightness. */
function unlike(a: Float32Array, b: Float32Array, places: readonly number[]): number {
  let [ab, aa] = [0, 0];
  for (const i of places) {
    ab += a[i] * b[i];
    aa += a[i] * a[i];
  }
  const gain = ab / Math.max(1e-9, aa);
  const bright = median(places.map((i) => b[i]));
  return median(places.map((i) => Math.abs(b[i] - gain * a[i]))) / Math.max(1e-6, bright);
}

/** Which earlier photo each is a copy of, but for noise and exposure; -1 for none. */
export function copiesOf(
  images: readonly LuminanceImage[],
  faults: readonly (PhotoFault | null)[],
): number[] {
  const by = Math.max(1, Math.round(Math.sqrt((images[0].width * images[0].height) / COPY_POINTS)));
  const fair = (k: number) => !faults[k]?.leaveOut;
  const small = images.map((p) => reduced(p, by).light);
  const sound = small.filter((_, k) => fair(k));
  if (sound.length < 2) return images.map(() => -1);
  const places = livelyPlaces(sound);
  const alike = (a: Float32Array, b: Float32Array) =>
    LIVELY.every((share) => unlike(a, b, places.slice(0, Math.ceil(share * places.length))) < COPY);
  return small.map((light, k) =>
    fair(k) ? small.findIndex((other, j) => j < k && fair(j) && alike(other, light)) : -1,
  );
}

/** Two lamps in one place tell one thing; a copy of a photo nothing. */
export function sameLights(
  lamps: readonly (Vec3 | null)[],
  copies: readonly number[],
): (PhotoFault | null)[] {
  const near = Math.cos(rad(SAME_DEG));
  return lamps.map((lamp, k) => {
    if (copies[k] >= 0)
      return {
        fault: 'same light',
        message: `it is photo ${copies[k] + 1} once more; it is left out`,
        leaveOut: true,
      };
    const twin = lamp
      ? lamps.findIndex((other, j) => j < k && copies[j] < 0 && other !== null && dot(lamp, other) > near)
      : -1;
    return twin < 0
      ? null
      : {
          fault: 'same light',
          message: `its lamp stood where that of photo ${twin + 1} did; move the lamp farther between photos`,
          leaveOut: false,
        };
  });
}

/** What is said of a photo that the others contradict. */
export function inconsistencyFault({
  how,
  judged,
}: {
  readonly how: 'glossy' | 'other light';
  readonly judged: Judged;
}): PhotoFault {
  if (how === 'glossy')
    return {
      fault: 'glossy',
      message:
        `where the light glances off it shines ${Math.round(100 * judged.gloss)} % more than matte ` +
        'primer can; prime or powder it matte, or take it from another side',
      leaveOut: false,
    };
  return {
    fault: 'other light',
    message:
      `its light came from elsewhere than the bead shows, by ${Math.round(judged.offDeg)}° as the ` +
      'other photos tell; switch other lights off and take it again',
    leaveOut: true,
  };
}
