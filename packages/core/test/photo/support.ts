import { contours } from 'd3-contour';
import {
  inRing,
  linearImage,
  ORDINARY_HAND,
  paintedBy,
  photographed,
  PLAIN_SHOT,
  planRasterOf,
  readyPhoto,
  readyPlan,
  sluiceWarden,
  type Image,
  type PaintOptions,
  type Piece,
  type PlanRaster,
  type Point,
  shotMap,
  type ReadyPhoto,
  type ReadyPlan,
  type Shot,
} from '../../src/index.js';
import { projected } from '../../src/photo/homography.js';

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

const plans = new WeakMap<Piece, ReadyPlan>();
/** A piece's small plan, made ready once for the suites that stand in one file. */
export function smallPlan(piece: Piece): ReadyPlan {
  let plan = plans.get(piece);
  if (!plan) plans.set(piece, (plan = readyPlan(piece, SMALL)));
  return plan;
}

/** How the warden is taken: painted, with bands and dots on every plate. */
export const WARDEN_SHOT = shotOf({ width: 760, height: 1000, fills: 0.86, turnDeg: 2 });
let warden: { readonly plan: PlanRaster; readonly photo: Image } | undefined;
/** The warden's plan, and a photo of him as the stand-in painted and took him: the hardest that taps are helped on. */
export function paintedWarden() {
  if (!warden) {
    const plan = planRasterOf(sluiceWarden, { longSide: 700 });
    const paint = paintedBy(plan, { hand: ORDINARY_HAND, faults: [], seed: 3 });
    const { rgba, width, height } = photographed(plan, paint, WARDEN_SHOT, 3);
    warden = { plan, photo: linearImage(rgba, width, height) };
  }
  return warden;
}

/** The outline of what is seen of a part, in points of the photo. */
export function outlineInPhoto(plan: PlanRaster, shot: Shot, id: string): Point[] {
  const n = plan.parts.findIndex((p) => p.id === id);
  const { width, height, pxPerMm } = plan.picture;
  const [shape] = contours().size([width, height]).thresholds([0.5])(
    Array.from(plan.part, (v) => (v === n ? 1 : 0)),
  );
  const ring = shape.coordinates.map(([r]) => r).sort((a, b) => b.length - a.length)[0];
  const map = shotMap(plan, shot);
  return ring.map(([x, y]) => projected(map, [(x - width / 2) / pxPerMm, (y - height / 2) / pxPerMm]));
}

/** Places are tried so many points apart. */
const APART = 2;

/** Share that two outlines have in common of all that either covers. */
export function inCommon(a: readonly Point[], b: readonly Point[]): number {
  const xs = [...a, ...b].map((p) => p[0]);
  const ys = [...a, ...b].map((p) => p[1]);
  let [both, any] = [0, 0];
  for (let y = Math.floor(Math.min(...ys)); y <= Math.max(...ys); y += APART)
    for (let x = Math.floor(Math.min(...xs)); x <= Math.max(...xs); x += APART) {
      const [inA, inB] = [a, b].map((r) => inRing(r as unknown as number[][], x + 0.5, y + 0.5));
      if (inA && inB) both++;
      if (inA || inB) any++;
    }
  return both / any;
}
