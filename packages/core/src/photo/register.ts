import { medianOf } from '../units/index.js';
import { align, blurSeenMm, partShifts, type Fit, type Motion, type PhotoLevel } from './align.js';
import { backgroundOf, flattened } from './background.js';
import { figureMask, KEPT_SHARES, momentsOf, shavings, type Mask, type Moments } from './figure.js';
import { projected, fromPoints, isMirrored, scaleOf, type Homography, type PointPair } from './homography.js';
import { lightnessImage, pyramidOf, shrunkTo, type Image } from './image.js';
import type { PlanLevel } from './planRaster.js';

/** The longer side that a photo is worked on at, points. */
export const WORKED_AT = 1600;
/** The longer side that the figure is looked for at. */
const SOUGHT_AT = 520;
const LEAST_FIGURE = 60;
/** From this score a photo lies as it should; from the second it may. */
export const SURE = 0.8;
export const DOUBTFUL = 0.6;
/** Fewer points a millimetre than this, and small parts are not read. */
export const FINE_PX_PER_MM = 8;

/** So much of the piece has to be in a photo that is laid by tapped places. */
const LEAST_SEEN = 0.15;

export type LaidHow = 'sure' | 'doubtful' | 'lost';

/** A photo made ready: worked size, over its background. */
export interface ReadyPhoto {
  readonly whole: Image;
  /** Colour and lightness with the background set to a grey card, whole size first, then halves. */
  readonly colour: readonly PhotoLevel[];
  readonly lightness: readonly PhotoLevel[];
  /** What is taken for the figure. */
  readonly figure: Mask;
}

/** How a photo lies on a plan. */
export interface Registration {
  readonly laid: LaidHow;
  /** Plan (mm from its middle, y down) to the photo at the size it is worked on. */
  readonly h: Homography;
  /** Agreement of photo and plan, to 1. */
  readonly score: number;
  /** Share of the plan that lies in the photo. */
  readonly inside: number;
  readonly mirrored: boolean;
  /** By how much the photo is turned against the plan, clockwise, -180..180. */
  readonly turnDeg: number;
  readonly pxPerMm: number;
  /** How far parts still lie off, mm: their middle and the worst that can be told; null where none can. */
  readonly residualMm: { readonly median: number; readonly worst: number } | null;
}

/** Takes background, lamp and cast out of a photo in linear light, and looks for the figure. */
export function readyPhoto(photo: Image): ReadyPhoto {
  const whole = shrunkTo(photo, WORKED_AT);
  const pyramid = pyramidOf(whole, 260);
  const sought = pyramid.find((p) => Math.max(p.width, p.height) <= SOUGHT_AT) ?? pyramid[pyramid.length - 1];
  const background = backgroundOf(sought);
  const colour = pyramid.map((image, i): PhotoLevel => ({
    image: flattened(image, background),
    per: 2 ** i,
    whole,
  }));
  return {
    whole,
    colour,
    lightness: colour.map((l) => ({ ...l, image: lightnessImage(l.image) })),
    figure: figureMask(colour[pyramid.indexOf(sought)].image, background.spread),
  };
}

/** The photo's size that suits a plan level: its points no coarser than three quarters of the plan's. */
export function suited(levels: readonly PhotoLevel[], pxPerMm: number, h: Homography): PhotoLevel {
  const scale = scaleOf(h);
  return [...levels].reverse().find((l) => scale / l.per >= 0.75 * pxPerMm) ?? levels[0];
}

interface Start {
  readonly moments: Moments;
  readonly mirror: 1 | -1;
  readonly quarter: number;
}

const worth = ({ score, inside }: Fit): number => score * inside;

/** Tries of the coarsest level, from the moments of outlines. */
function coarseTries(plan: readonly PlanLevel[], photo: ReadyPhoto): Fit[] {
  const [coarse] = plan;
  const mine = momentsOf(coarse.alpha, coarse.width);
  const { figure, whole } = photo;
  const per = whole.width / figure.width;
  const from = ({ moments, mirror, quarter }: Start): Fit => {
    const k =
      Math.sqrt((Math.sqrt(moments.area / mine.area) * moments.spread) / mine.spread) * per * coarse.pxPerMm;
    const angle = moments.angleRad - mirror * mine.angleRad + (quarter * Math.PI) / 2;
    const [c, s] = [Math.cos(angle) * k, Math.sin(angle) * k];
    const [mx, my] = [
      (mine.x + 0.5 - coarse.width / 2) / coarse.pxPerMm,
      (mine.y + 0.5 - coarse.height / 2) / coarse.pxPerMm,
    ];
    const [px, py] = [(moments.x + 0.5) * per, (moments.y + 0.5) * per];
    const a = [c * mirror, -s, s * mirror, c];
    const h = [a[0], a[1], px - a[0] * mx - a[1] * my, a[2], a[3], py - a[2] * mx - a[3] * my, 0, 0, 1];
    return align(coarse, suited(photo.lightness, coarse.pxPerMm, h), h, { motion: 'similarity', rounds: 25 });
  };
  const tries: Fit[] = [];
  const sure = () => tries.some((t) => worth(t) > SURE);
  const moments = momentsOf(figure.inside, figure.width);
  for (const mirror of [1, -1] as const) {
    if (sure()) break;
    for (let quarter = 0; quarter < 4; quarter++) tries.push(from({ moments, mirror, quarter }));
  }
  // A plinth, a cork or a hand is in the outline: it is shaved off from each side, by more and more.
  for (const keep of KEPT_SHARES)
    for (const shaved of shavings(figure, keep)) {
      if (sure()) break;
      const rest = momentsOf(shaved.inside, shaved.width);
      if (rest.area < LEAST_FIGURE) continue;
      for (const quarter of [0, 2]) tries.push(from({ moments: rest, mirror: 1, quarter }));
    }
  return tries.sort((a, b) => worth(b) - worth(a));
}

/** Motions and rounds of each level, coarse to fine. */
const REFINING: readonly (readonly [level: number, motion: Motion, rounds: number])[] = [
  [0, 'affine', 15],
  [1, 'affine', 15],
  [1, 'homography', 12],
  [2, 'homography', 12],
  [3, 'homography', 6],
];

/** The level at which a photo lies well enough for its blur to be told. */
const BLUR_SEEN_AT = 2;

function refined(plan: readonly PlanLevel[], photo: ReadyPhoto, start: Fit): Fit {
  return REFINING.reduce((best, [n, motion, rounds]) => {
    const level = plan[n];
    const suits = suited(photo.lightness, level.pxPerMm, best.h);
    const blurMm = n === BLUR_SEEN_AT ? blurSeenMm(level, suits, best.h) : best.blurMm;
    const next = align(level, suits, best.h, { motion, rounds, blurMm });
    return next.score < 0 && best.score >= 0 ? best : next;
  }, start);
}

/** Where the middle of the plan leads, and which way its upright points in the photo. */
function turnOf(h: Homography): number {
  const [x0, y0] = projected(h, [0, 0]);
  const [x1, y1] = projected(h, [0, -1]);
  return (Math.atan2(x1 - x0, -(y1 - y0)) * 180) / Math.PI;
}

/** What a photo is laid on: a plan at all its sizes, and which part its finest shows where. */
export interface RegisterPlan {
  readonly levels: readonly PlanLevel[];
  readonly parts: { readonly of: Int16Array; readonly count: number };
}

/**
 * Lays a photo on a plan: the background is taken out, the figure's outline gives a start, and the picture itself the rest,
 * from similarity to homography, coarse to fine.
 * @param points places of the plan and where the painter saw them in the photo; from three they are the start
 * @returns null where no figure stands out from the background and no points tell it
 */
export function register(
  { levels, parts }: RegisterPlan,
  photo: ReadyPhoto,
  points: readonly PointPair[] = [],
): Registration | null {
  const tapped = fromPoints(points);
  const area = photo.figure.inside.reduce((n, v) => n + v, 0);
  if (!tapped && area < LEAST_FIGURE) return null;
  const tries: Fit[] = tapped ? [{ h: tapped, score: 0, inside: 1, blurMm: 0 }] : coarseTries(levels, photo);
  const fit = refined(levels, photo, tries[0]);
  // Where the painter told where it lies, what is outside does not count against it.
  const score = tapped && fit.inside > LEAST_SEEN ? fit.score : worth(fit);
  const finest = levels[levels.length - 1];
  const shifts = partShifts(finest, suited(photo.lightness, finest.pxPerMm, fit.h), fit, parts).flatMap(
    (s) => (s ? [Math.hypot(s.xMm, s.yMm)] : []),
  );
  return {
    laid: score >= SURE ? 'sure' : score >= DOUBTFUL ? 'doubtful' : 'lost',
    h: fit.h,
    score,
    inside: fit.inside,
    mirrored: isMirrored(fit.h),
    turnDeg: turnOf(fit.h),
    pxPerMm: scaleOf(fit.h),
    residualMm: shifts.length > 0 ? { median: medianOf(shifts), worst: Math.max(...shifts) } : null,
  };
}
