import {
  BadTaps,
  forms,
  tappedBand,
  tappedBlade,
  tappedDome,
  tappedOutline,
  tappedTube,
  type Form,
  type Place,
  type Point,
} from '@pale-glint/core';

/** What taps on the picture make. */
export interface Made {
  readonly form: Form;
  readonly place: Place;
}

/** A way to put a form on the picture by tapping. One entry adds one. */
export interface TapTool {
  readonly id: string;
  readonly label: string;
  /** What the painter is asked for, tap by tap; the last is asked again as long as more are taken. */
  readonly asks: readonly string[];
  readonly least: number;
  readonly most: number;
  /** After the taps one more may tell which side is nearer. */
  readonly nearer?: boolean;
  make(taps: readonly Point[], nearer: Point | null): Made;
}

const ELLIPSE = 5;

export const tapTools: readonly TapTool[] = [
  {
    id: 'dome',
    label: 'Dome',
    asks: [
      'Tap a place on its rim',
      'Another on the rim, well away',
      'A third on the rim',
      'Round enough? Done. Seen aslant: tap five or more round the rim',
    ],
    least: 3,
    most: 12,
    nearer: true,
    make: (taps, nearer) => tappedDome(taps, nearer),
  },
  {
    id: 'tube',
    label: 'Tube',
    asks: ['Lower end: tap one side', 'Lower end: the other side', 'Upper end: one side', 'Upper end: the other side'],
    least: 4,
    most: 4,
    make: (taps) => tappedTube(taps),
  },
  {
    id: 'band',
    label: 'Wrapped band',
    asks: ['Tap its left end, half way up', 'Its right end, half way up', 'Its lower edge, in the middle', 'Its upper edge, in the middle'],
    least: 4,
    most: 4,
    make: (taps) => tappedBand(taps),
  },
  {
    id: 'blade',
    label: 'Blade',
    asks: ['Tap the heel, where the blade begins', 'The tip', 'One edge, where it is broadest', 'The other edge, straight across', 'The ridge, between both'],
    least: 5,
    most: 5,
    make: (taps) => tappedBlade(taps),
  },
  {
    id: 'outline',
    label: 'Free outline',
    asks: ['Tap round its outline, in order', 'The next place', 'The next place', 'The next, or Done'],
    least: 3,
    most: 60,
    make: (taps) => tappedOutline(taps),
  },
]; // prettier-ignore

/** Cut from a sculpt by an outline: the surface under it is the sculpt's own. */
export function cutOutline(
  taps: readonly Point[],
  surface: string,
  middle: Point,
  corners: 'smooth' | 'as drawn' = 'smooth',
): Made {
  if (taps.length < 3) throw new BadTaps(`taps: ${taps.length}; accepted: three or more`);
  const [xs, ys] = [taps.map((p) => p[0]), taps.map((p) => p[1])];
  const [left, right] = [Math.min(...xs), Math.max(...xs)];
  const [bottom, top] = [Math.min(...ys), Math.max(...ys)];
  const round = (v: number) => Math.round(v * 1000) / 1000;
  const [x, y] = [round((left + right) / 2), round((bottom + top) / 2)];
  const [widthMm, heightMm] = [round(right - left), round(top - bottom)];
  if (widthMm < 0.2 || heightMm < 0.2) throw new BadTaps('taps: on one line; accepted: round the part');
  const form: Form = {
    ...forms.sculpt.defaults,
    sculpt: surface,
    widthMm,
    heightMm,
    fromXMm: round(x - middle[0]),
    fromYMm: round(y - middle[1]),
    outline: taps.map((p) => ({
      x: round((2 * (p[0] - x)) / widthMm),
      y: round((2 * (p[1] - y)) / heightMm),
    })),
    corners,
  };
  return { form, place: { xMm: x, yMm: y, rollDeg: 0, yawDeg: 0, pitchDeg: 0, depthMm: 0 } };
}

/** What the next tap is asked for. */
export const askOf = (tool: Pick<TapTool, 'asks'>, taps: number) =>
  tool.asks[Math.min(taps, tool.asks.length - 1)];

/** Whether an ellipse was tapped whose nearer side matters. */
export const asksNearer = (tool: TapTool, taps: number) => tool.nearer === true && taps >= ELLIPSE;
