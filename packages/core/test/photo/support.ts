import {
  linearImage,
  paintedBy,
  photographed,
  PLAIN_SHOT,
  readyPhoto,
  type PaintOptions,
  type PlanRaster,
  type ReadyPhoto,
  type Shot,
} from '../../src/index.js';

/** Plans and photos of tests are small: what they show is read just as well. */
export const SMALL = { longSide: 560 } as const;

export const shotOf = (over: Partial<Shot> = {}): Shot => ({
  ...PLAIN_SHOT,
  width: 760,
  height: 600,
  fills: 0.7,
  ...over,
});

/** A plan painted by the stand-in and taken by its camera. */
export function photoOf(plan: PlanRaster, paint: PaintOptions, shot: Shot): ReadyPhoto {
  const { rgba, width, height } = photographed(plan, paintedBy(plan, paint), shot, paint.seed);
  return readyPhoto(linearImage(rgba, width, height));
}
