import type { Vec3 } from '../units/index.js';
import { dot } from '../units/index.js';
import type { Offset } from './align.js';
import type { Judged } from './leaveOneOut.js';
import { CLIPPED, median, type LuminanceImage } from './luminanceImage.js';

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
/** A photo may lie off the others by this share of the picture's width. */
const MOST_OFF = 0.012;
const LEAST_AGREEMENT = 0.25;
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

/** What a photo shows beside the others: the camera or the miniature moved. */
export function movedFaults(offsets: readonly Offset[], widthPx: number): (PhotoFault | null)[] {
  const [mx, my] = [median(offsets.map((o) => o.dx)), median(offsets.map((o) => o.dy))];
  const usual = median(offsets.map((o) => o.agreement));
  return offsets.map(({ dx, dy, agreement }) => {
    const off = Math.hypot(dx - mx, dy - my);
    if (off > MOST_OFF * widthPx + 3)
      return {
        fault: 'moved',
        message: `it lies ${Math.round(off)} px off the others; camera or miniature moved, take it again`,
        leaveOut: true,
      };
    if (agreement < Math.min(LEAST_AGREEMENT, 0.5 * usual))
      return {
        fault: 'moved',
        message: 'its edges do not lie over those of the others; camera or miniature turned, take it again',
        leaveOut: true,
      };
    return null;
  });
}

/** Two lamps in one place tell one thing. */
export function sameLights(lamps: readonly (Vec3 | null)[]): (PhotoFault | null)[] {
  return lamps.map((lamp, k) => {
    const twin = lamp
      ? lamps.findIndex(
          (other, j) => j < k && other !== null && dot(lamp, other) > Math.cos((SAME_DEG * Math.PI) / 180),
        )
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
      leaveOut: true,
    };
  return {
    fault: 'other light',
    message:
      `its light came from elsewhere than the ball shows, by ${Math.round(judged.offDeg)}° as the ` +
      'other photos tell; switch other lights off and take it again',
    leaveOut: true,
  };
}
