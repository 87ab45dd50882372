import { turn, type Point } from '../form/index.js';
import type { Underlay } from '../piece/index.js';
import { rad } from '../units/index.js';

/** Places of a piece, in mm, and of the photo that lies under it, in points from its upper left corner. */
export interface UnderlayPlaces {
  readonly pxPerMm: number;
  toPhoto(place: Point): Point;
  toPiece(place: Point): Point;
}

/**
 * How a piece and the photo under it lie to each other.
 * @param size what the photo was reduced to; as it is kept unless told
 */
export function underlayPlaces(
  { xMm, yMm, turnDeg, mmPerPx, widthPx, heightPx }: Underlay,
  size: { readonly width: number; readonly height: number } = { width: widthPx, height: heightPx },
): UnderlayPlaces {
  // A reduced photo is rounded to whole points in each direction by itself.
  const [across, down] = [size.width / widthPx, size.height / heightPx];
  const roll = rad(turnDeg);
  return {
    pxPerMm: across / mmPerPx,
    toPhoto([x, y]) {
      const [u, v] = turn(x - xMm, y - yMm, -roll);
      return [(widthPx / 2 + u / mmPerPx) * across, (heightPx / 2 - v / mmPerPx) * down];
    },
    toPiece([x, y]) {
      const [u, v] = turn((x / across - widthPx / 2) * mmPerPx, (heightPx / 2 - y / down) * mmPerPx, roll);
      return [u + xMm, v + yMm];
    },
  };
}
