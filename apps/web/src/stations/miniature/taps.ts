import {
  tappedBand,
  tappedBlade,
  tappedDome,
  tappedFlat,
  tappedOutline,
  tappedRow,
  tappedTube,
  type Form,
  type Place,
  type Point,
} from '@pale-glint/core';

/** What taps on the picture make. */
export interface Made {
  readonly form: Form;
  readonly place: Place;
  /** What is to be known before it is made a part. */
  readonly message?: string;
}

/** A way to put a form on the picture by tapping. One entry adds one. */
export interface PartTapTool {
  readonly id: string;
  readonly label: string;
  /** What the painter is asked for, tap by tap; the last is asked again as long as more are taken. */
  readonly asks: readonly string[];
  readonly least: number;
  readonly most: number;
  /** After the taps one more may tell which side is nearer. */
  readonly nearer?: boolean;
  /** Its outline follows the edges of a photo between the taps. */
  readonly follows?: boolean;
  make(taps: readonly Point[], nearer: Point | null): Made;
}

const ELLIPSE = 5;

export const tapTools: readonly PartTapTool[] = [
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
    asks: [
      'Lower end: tap one side',
      'Lower end: the other side',
      'Upper end: one side',
      'Upper end: the other side',
    ],
    least: 4,
    most: 4,
    make: (taps) => tappedTube(taps),
  },
  {
    id: 'band',
    label: 'Wrapped band',
    asks: [
      'Tap its left end, half way up',
      'Its right end, half way up',
      'Its lower edge, in the middle',
      'Its upper edge, in the middle',
    ],
    least: 4,
    most: 4,
    make: (taps) => tappedBand(taps),
  },
  {
    id: 'blade',
    label: 'Blade',
    asks: [
      'Tap the heel, where the blade begins',
      'The tip',
      'One edge, where it is broadest',
      'The other edge, straight across',
      'The ridge, between both',
      'Where the point begins, on an edge; or Done, where it narrows from its broadest place on',
    ],
    least: 5,
    most: 6,
    make: (taps) => tappedBlade(taps),
  },
  {
    id: 'outline',
    label: 'Rounded plate',
    asks: ['Tap round its outline, in order', 'The next place', 'The next place', 'The next, or Done'],
    least: 3,
    most: 60,
    follows: true,
    make: (taps) => tappedOutline(taps),
  },
  {
    id: 'flat',
    label: 'Flat plate',
    asks: ['Tap its corners, in order', 'The next corner', 'The next corner', 'The next, or Done'],
    least: 3,
    most: 60,
    make: (taps) => tappedFlat(taps),
  },
  {
    id: 'row',
    label: 'Chain',
    asks: ['Tap one end of the chain', 'The next place along it', 'The next, or Done at its end'],
    least: 2,
    most: 60,
    make: (taps) => tappedRow(taps),
  },
];

/** What the next tap is asked for. */
export const askOf = (tool: Pick<PartTapTool, 'asks'>, taps: number) =>
  tool.asks[Math.min(taps, tool.asks.length - 1)];

/** Whether an ellipse was tapped whose nearer side matters. */
export const asksNearer = (tool: PartTapTool, taps: number) => tool.nearer === true && taps >= ELLIPSE;
