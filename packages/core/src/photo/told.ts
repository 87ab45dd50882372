import type { PhotoPlace } from '../piece/index.js';
import type { PointPair } from './homography.js';
import type { PlanMiddle } from './planRaster.js';

/** Size of a photo in points. */
interface Size {
  readonly width: number;
  readonly height: number;
}

/** Places that were kept with a photo, as pairs that it is laid by: wherever the plan's middle lies by now, at whatever size the photo is worked on. */
export function pairsOf(
  places: readonly PhotoPlace[],
  middle: PlanMiddle,
  { width, height }: Size,
): PointPair[] {
  return places.map(({ xMm, yMm, across, down }) => ({
    from: [xMm - middle.xMm, middle.yMm - yMm],
    to: [across * width, down * height],
  }));
}

/** Pairs that were tapped, as they are kept with the photo. */
export function placesOfPairs(
  pairs: readonly PointPair[],
  middle: PlanMiddle,
  { width, height }: Size,
): PhotoPlace[] {
  const share = (v: number, of: number) => Math.min(1, Math.max(0, v / of));
  return pairs.map(({ from: [x, y], to: [px, py] }) => ({
    xMm: middle.xMm + x,
    yMm: middle.yMm - y,
    across: share(px, width),
    down: share(py, height),
  }));
}
