import type { Point } from '../form/index.js';

/** A final dot. Place in the part's own frame, in mm. */
export interface Glint {
  /** Names it by what bears it: p and a patch, e and a facet's edge, c and a corner, each with its number; or the adjustment that added it. */
  readonly key: string;
  readonly at: Point;
  readonly radiusMm: number;
  /** Length over width; the long side lies along `alongRad`. */
  readonly stretch: number;
  readonly alongRad: number;
}
