import type { Vec3 } from '../units/index.js';
import { dot } from '../units/index.js';
import type { Offset } from './align.js';
import { CLIPPED, median, type Plane } from './plane.js';
import type { Settled } from './settle.js';

export type Fault =
  'moved' | 'overexposed' | 'too dark' | 'glossy' | 'ball lost' | 'other light' | 'same light';

/** What is wrong with one photo, measured and said, and what to do about it. */
export interface PhotoFault {
  readonly fault: Fault;
  readonly says: string;
  /** The scan is better without this photo. */
  readonly leaveOut: boolean;
}

const MOST_CLIPPED = 0.035;
const LEAST_LIGHT = 0.04;
/** A photo may lie off the others by this share of the picture's width. */
const MOST_OFF = 0.012;
const LEAST_AGREEMENT = 0.25;
const SAME_DEG = 7;
/** Share of lit points that shine in a photo of glossy primer; noise makes fewer. */
const LEAST_SHINE = 0.012;

/** What a photo shows by itself: its exposure. */
export function exposureFault({ light }: Plane): PhotoFault | null {
  let clipped = 0;
  const some: number[] = [];
  for (let i = 0; i < light.length; i++) {
    if (light[i] >= CLIPPED) clipped++;
    if (i % 37 === 0) some.push(light[i]);
  }
  const share = clipped / light.length;
  if (share > MOST_CLIPPED)
    return { fault: 'overexposed', says: `${Math.round(share * 100)} % of it is burnt out; take it again darker, at most ${MOST_CLIPPED * 100} %`, leaveOut: true };
  some.sort((a, b) => a - b);
  const bright = some[Math.floor(0.95 * some.length)] ?? 0;
  if (bright < LEAST_LIGHT)
    return { fault: 'too dark', says: `its lights reach only ${Math.round(bright * 100)} % of white; take it again brighter`, leaveOut: true };
  return null;
} // prettier-ignore

/** What a photo shows beside the others: the camera or the miniature moved. */
export function movedFaults(offsets: readonly Offset[], widthPx: number): (PhotoFault | null)[] {
  const [mx, my] = [median(offsets.map((o) => o.dx)), median(offsets.map((o) => o.dy))];
  const usual = median(offsets.map((o) => o.agreement));
  return offsets.map(({ dx, dy, agreement }) => {
    const off = Math.hypot(dx - mx, dy - my);
    if (off > MOST_OFF * widthPx + 3)
      return { fault: 'moved', says: `it lies ${Math.round(off)} px off the others; camera or miniature moved, take it again`, leaveOut: true };
    if (agreement < Math.min(LEAST_AGREEMENT, 0.5 * usual))
      return { fault: 'moved', says: 'its edges do not lie over those of the others; camera or miniature turned, take it again', leaveOut: true };
    return null;
  }); // prettier-ignore
}

/** Two lamps in one place tell one thing. */
export function sameLights(lamps: readonly (Vec3 | null)[]): (PhotoFault | null)[] {
  return lamps.map((lamp, k) => {
    const twin = lamp ? lamps.findIndex((other, j) => j < k && other !== null && dot(lamp, other) > Math.cos((SAME_DEG * Math.PI) / 180)) : -1;
    return twin < 0
      ? null
      : { fault: 'same light', says: `its lamp stood where that of photo ${twin + 1} did; move the lamp farther between photos`, leaveOut: false };
  });
} // prettier-ignore

/** What the photos together show: one whose light does not fit the rest. */
export function settledFaults({ spreadOf, shineOf, movedDeg }: Settled, use: readonly boolean[]): (PhotoFault | null)[] {
  const others = (list: readonly number[], k: number) => list.filter((_, j) => j !== k && use[j]);
  return spreadOf.map((spread, k) => {
    if (!use[k]) return null;
    const shine = shineOf[k];
    const usualShine = median(others(shineOf, k));
    if (shine > LEAST_SHINE && shine > 3 * usualShine)
      return { fault: 'glossy', says: `${(shine * 100).toFixed(1)} % of what it lights shines more than matte primer can; prime or powder it matte, or take it from another side`, leaveOut: true };
    const usual = median(others(spreadOf, k));
    // A ball is read to some degrees, the worse the bench the more; a lamp elsewhere stands out from that.
    const usualMove = median(others(movedDeg, k));
    if (movedDeg[k] > 5 + 1.8 * usualMove || (spread > 2.2 * usual && spread > 0.06))
      return { fault: 'other light', says: `its light came from elsewhere than the ball shows (${Math.round(movedDeg[k])}° off, ${Math.round(spread * 100)} % left over); switch other lights off and take it again`, leaveOut: true };
    return null;
  });
} // prettier-ignore
