import type { FormOf, Place } from '../piece/index.js';
import { clamp, deg, leastSquares, refused } from '../units/index.js';
import { forms } from './registry.js';
import type { Point } from './surface.js';

/** A form and its place as taps on a picture of the miniature tell them. Places are mm in the piece's frame. */
export interface Tapped<F> {
  readonly form: F;
  readonly place: Place;
}

const round = (v: number, step = 0.01) => Math.round(v / step) * step;
const middle = (a: Point, b: Point): Point => [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
const apart = (a: Point, b: Point) => Math.hypot(b[0] - a[0], b[1] - a[1]);
/** Turn in degrees that brings an upright form's axis onto the line from a to b. */
const rollOf = (a: Point, b: Point) => deg(Math.atan2(-(b[0] - a[0]), b[1] - a[1]));
const placed = ([x, y]: Point, rollDeg: number, over: Partial<Place> = {}): Place => ({
  xMm: round(x),
  yMm: round(y),
  rollDeg: round(rollDeg, 0.1),
  yawDeg: 0,
  pitchDeg: 0,
  depthMm: 0,
  ...over,
});
const LEAST_MM = 0.2;
const sized = (mm: number) => clamp(round(mm), LEAST_MM, 400);

/** An ellipse: middle, half axes (the longer first) and the turn of the longer one from the x axis, in radians. */
export interface Ellipse {
  readonly at: Point;
  readonly a: number;
  readonly b: number;
  readonly turn: number;
}

/**
 * The ellipse nearest to taps on a rim: a circle for three or four, by least squares of the distances; for five and
 * more all of the ellipse.
 * @throws RefusedInput for fewer than three taps, or taps on one line
 */
export function ellipseThrough(taps: readonly Point[]): Ellipse {
  if (taps.length < 3) throw refused('taps', `${taps.length}`, 'three or more on the rim');
  const n = taps.length;
  const at: Point = [taps.reduce((s, p) => s + p[0], 0) / n, taps.reduce((s, p) => s + p[1], 0) / n];
  let [xx, yy, xy] = [0, 0, 0];
  for (const [x, y] of taps) {
    xx += (x - at[0]) ** 2 / n;
    yy += (y - at[1]) ** 2 / n;
    xy += ((x - at[0]) * (y - at[1])) / n;
  }
  const root = Math.sqrt((xx - yy) ** 2 + 4 * xy * xy);
  const [long, short] = [(xx + yy + root) / 2, (xx + yy - root) / 2];
  if (!(short > 1e-4 * long)) throw refused('taps', 'on one line', 'taps spread round the rim');
  const circle = leastSquares(
    ([x, y, r]) => taps.map((p) => apart(p, [x, y]) - r),
    [at[0], at[1], Math.sqrt((2 * (xx + yy)) / 2)],
  );
  if (n < 5) return { at: [circle[0], circle[1]], a: Math.abs(circle[2]), b: Math.abs(circle[2]), turn: 0 };
  const fitted = leastSquares(
    ([x, y, a, b, t]) => {
      const [c, s] = [Math.cos(t), Math.sin(t)];
      return taps.map((p) => {
        const [u, v] = [(p[0] - x) * c + (p[1] - y) * s, (p[1] - y) * c - (p[0] - x) * s];
        const rho = Math.hypot(u / a, v / b) || 1e-9;
        // Along the ray from the middle, weighed by how squarely it meets the rim: near enough to the distance.
        const slope = Math.hypot(u / (a * a), v / (b * b)) / rho;
        return (rho - 1) / Math.max(1e-9, slope);
      });
    },
    [
      at[0],
      at[1],
      Math.sqrt(2 * long),
      Math.sqrt(2 * Math.max(short, 1e-6)),
      Math.atan2(2 * xy, xx - yy) / 2,
    ],
  );
  const [x, y, p, q, t] = fitted;
  const [a, b] = [Math.abs(p), Math.abs(q)];
  return a >= b ? { at: [x, y], a, b, turn: t } : { at: [x, y], a: b, b: a, turn: t + Math.PI / 2 };
}

/** Rounder than this an ellipse tells no turn. */
const ROUND = 0.985;
const MOST_TURN = 70;

/**
 * A dome by three or more taps on its round rim. An ellipse is a circle seen aslant: its short side tells how far it is
 * turned away, the tap on the nearer side which way.
 * @param nearer a place on the side that is nearer to the viewer; without it the outline alone is taken
 */
export function tappedDome(taps: readonly Point[], nearer: Point | null): Tapped<FormOf<'dome'>> {
  const { at, a, b, turn } = ellipseThrough(taps);
  // The short axis is the one it turns along; upright in the form's own frame.
  const rollDeg = deg(turn);
  const roll = (((rollDeg % 180) + 270) % 180) - 90;
  const tilt = b / a < ROUND ? deg(Math.acos(clamp(b / a, 0, 1))) : 0;
  let pitch = 0;
  if (nearer && tilt > 0) {
    const t = (roll * Math.PI) / 180;
    const along = -(nearer[0] - at[0]) * Math.sin(t) + (nearer[1] - at[1]) * Math.cos(t);
    // The lower side nearer: its front looks up.
    pitch = clamp(along < 0 ? tilt : -tilt, -MOST_TURN, MOST_TURN);
  }
  return {
    form: { ...forms.dome.defaults, widthMm: sized(2 * a), heightMm: sized(2 * b) },
    place: placed(at, roll, { pitchDeg: round(pitch, 0.1) }),
  };
}

/**
 * A tube by its two ends: both corners of the lower, then both of the upper.
 * @throws RefusedInput for other than four taps or a tube without length
 */
export function tappedTube(taps: readonly Point[]): Tapped<FormOf<'tube'>> {
  if (taps.length !== 4) throw refused('taps', `${taps.length}`, 'four, two at each end');
  const [a, b] = [middle(taps[0], taps[1]), middle(taps[2], taps[3])];
  const lengthMm = apart(a, b);
  if (lengthMm < LEAST_MM) throw refused('taps', 'both ends in one place', 'two ends apart');
  return {
    form: {
      ...forms.tube.defaults,
      lengthMm: sized(lengthMm),
      startWidthMm: sized(apart(taps[0], taps[1])),
      endWidthMm: sized(apart(taps[2], taps[3])),
    },
    place: placed(middle(a, b), rollOf(a, b)),
  };
}

/**
 * A wrapped band: its two ends half way up, then the lower and the upper edge in the middle.
 * @throws RefusedInput for other than four taps or a band without width
 */
export function tappedBand(taps: readonly Point[]): Tapped<FormOf<'band'>> {
  if (taps.length !== 4) throw refused('taps', `${taps.length}`, 'four: two ends, lower and upper edge');
  const [l, r] = taps[0][0] <= taps[1][0] ? [taps[0], taps[1]] : [taps[1], taps[0]];
  const widthMm = apart(l, r);
  if (widthMm < LEAST_MM) throw refused('taps', 'both ends in one place', 'two ends apart');
  const [ux, uy] = [(r[0] - l[0]) / widthMm, (r[1] - l[1]) / widthMm];
  const up = (p: Point) => -(p[0] - l[0]) * uy + (p[1] - l[1]) * ux;
  const [low, high] = [Math.min(up(taps[2]), up(taps[3])), Math.max(up(taps[2]), up(taps[3]))];
  const centre = middle(l, r);
  const sag = -(low + high) / 2;
  const off = -sag / 2;
  return {
    form: { ...forms.band.defaults, widthMm: sized(widthMm), heightMm: sized(high - low), sagMm: round(sag) },
    place: placed([centre[0] - uy * off, centre[1] + ux * off], deg(Math.atan2(uy, ux))),
  };
}

/** Where an evenly bevelled blade shows its ridge: turned by yaw, the ridge moves off the middle. */
const yawOfRidge = (off: number, bevelDeg: number): number =>
  clamp(deg(Math.asin(clamp(off * Math.sin((bevelDeg * Math.PI) / 180) * 2, -1, 1))), -60, 60);

/**
 * A blade by heel, tip, a place on its left and on its right edge where it is broadest, and one on its ridge; a sixth tells
 * where its point begins.
 * @throws RefusedInput for other than five or six taps or a blade without length
 */
export function tappedBlade(taps: readonly Point[]): Tapped<FormOf<'blade'>> {
  if (taps.length !== 5 && taps.length !== 6)
    throw refused(
      'taps',
      `${taps.length}`,
      'five: heel, tip, left and right edge, ridge; and one where the point begins',
    );
  const [heel, tip, e1, e2, onRidge, shoulder] = taps;
  const lengthMm = apart(heel, tip);
  if (lengthMm < LEAST_MM) throw refused('taps', 'heel and tip in one place', 'two ends apart');
  const [ax, ay] = [(tip[0] - heel[0]) / lengthMm, (tip[1] - heel[1]) / lengthMm];
  const across = (p: Point) => (p[0] - heel[0]) * ay - (p[1] - heel[1]) * ax;
  const along = (p: Point) => (p[0] - heel[0]) * ax + (p[1] - heel[1]) * ay;
  const [left, right] = [Math.min(across(e1), across(e2)), Math.max(across(e1), across(e2))];
  const widthMm = right - left;
  if (widthMm < LEAST_MM) throw refused('taps', 'both edges in one place', 'edges on either side');
  const mid = (left + right) / 2;
  const off = clamp((across(onRidge) - mid) / (widthMm / 2), -0.8, 0.8);
  const { defaults } = forms.blade;
  // Where the painter does not say, the point begins where the blade is broadest.
  const begins = shoulder ? along(shoulder) : Math.max(along(e1), along(e2));
  const [broad, most] = shoulder ? [2 * Math.abs(across(shoulder) - mid), 0.95] : [widthMm, 0.6];
  const centre = middle(heel, tip);
  return {
    form: {
      ...defaults,
      lengthMm: sized(lengthMm),
      widthMm: sized(widthMm),
      shoulderWidthMm: sized(clamp(broad, LEAST_MM, widthMm)),
      pointMm: sized(clamp(lengthMm - begins, lengthMm * 0.08, lengthMm * most)),
      ridge: round(off),
    },
    place: placed([centre[0] + ay * mid, centre[1] - ax * mid], rollOf(heel, tip), {
      yawDeg: round(yawOfRidge(off, defaults.bevelDeg), 0.1),
    }),
  };
}

/** Where taps lie: their middle, how far they reach, and each as shares of that. */
function spread(taps: readonly Point[]) {
  const [xs, ys] = [taps.map((p) => p[0]), taps.map((p) => p[1])];
  const [l, r, b, t] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const at: Point = [(l + r) / 2, (b + t) / 2];
  const share = (v: number, middle: number, size: number) =>
    size > 1e-6 ? round((v - middle) / (size / 2), 1e-4) : 0;
  return {
    at,
    widthMm: r - l,
    heightMm: t - b,
    shares: taps.map(([x, y]) => ({ x: share(x, at[0], r - l), y: share(y, at[1], t - b) })),
  };
}

function outlineOf(taps: readonly Point[]) {
  if (taps.length < 3 || taps.length > 200)
    throw refused('taps', `${taps.length}`, '3 to 200 round the outline');
  const found = spread(taps);
  if (found.widthMm < LEAST_MM || found.heightMm < LEAST_MM)
    throw refused('taps', 'on one line', 'an outline with an area');
  const { at, widthMm, heightMm, shares } = found;
  return { at, widthMm: sized(widthMm), heightMm: sized(heightMm), outline: shares };
}

/**
 * A sculpted plate of any outline by points round it, in order; corners are smoothed.
 * @throws RefusedInput for fewer than three taps or an outline without area
 */
export function tappedOutline(taps: readonly Point[]): Tapped<FormOf<'relief'>> {
  const { at, ...form } = outlineOf(taps);
  return { form: { ...forms.relief.defaults, ...form, holes: [], bumps: [] }, place: placed(at, 0) };
}

/**
 * A flat plate of any outline by its corners, in order; they stay corners.
 * @throws RefusedInput for fewer than three taps or an outline without area
 */
export function tappedFlat(taps: readonly Point[]): Tapped<FormOf<'plate'>> {
  const { at, ...form } = outlineOf(taps);
  return { form: { ...forms.plate.defaults, ...form, cornerMm: 0 }, place: placed(at, 0) };
}

/** Links are tapped along their line; so wide they are, as a share of its length, and so long, as a share of their width. */
const LINK = { wide: 0.075, least: 0.4, most: 3, long: 0.72 } as const;

/**
 * A chain by places along it, from one end to the other.
 * @throws RefusedInput for fewer than two taps or all in one place
 */
export function tappedRow(taps: readonly Point[]): Tapped<FormOf<'row'>> {
  if (taps.length < 2 || taps.length > 60) throw refused('taps', `${taps.length}`, '2 to 60 along the chain');
  const { at, widthMm, heightMm, shares } = spread(taps);
  const long = taps.slice(1).reduce((sum, p, i) => sum + apart(taps[i], p), 0);
  if (long < LEAST_MM) throw refused('taps', 'all in one place', 'two ends apart');
  const oneMm = sized(clamp(LINK.wide * long, LINK.least, LINK.most));
  return {
    form: {
      ...forms.row.defaults,
      widthMm: sized(widthMm),
      heightMm: sized(heightMm),
      path: shares,
      oneMm,
      count: clamp(Math.round(long / (LINK.long * oneMm)), 1, 80),
    },
    place: placed(at, 0),
  };
}
