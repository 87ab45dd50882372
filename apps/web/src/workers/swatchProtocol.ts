import type {
  CardGrounds,
  CardMarks,
  CardRead,
  Lab,
  Measured,
  Paint,
  Pixel,
  UsedDot,
} from '@pale-glint/core';

export type DotPlan = Pick<UsedDot, 'paint' | 'use'>;

export type SwatchJob =
  /** A photo of the painter's own; kept in the worker. */
  | { readonly kind: 'open'; readonly file: Blob }
  /** A stand-in card of these pots. */
  | { readonly kind: 'stand-in'; readonly pots: readonly Paint[]; readonly white: Paint | null }
  /** Colours of the photo that is open, at some places. */
  | { readonly kind: 'sample'; readonly at: readonly Pixel[] }
  /** Reads the dots of the photo that is open, and what they tell of the paints. */
  | {
      readonly kind: 'read';
      readonly marks: CardMarks;
      readonly plan: readonly DotPlan[];
      readonly paints: readonly Paint[];
      readonly grounds: CardGrounds;
    };

export type SwatchMessage =
  | {
      readonly kind: 'opened';
      readonly bitmap: ImageBitmap;
      readonly marks: CardMarks | null;
      readonly plan: readonly DotPlan[];
    }
  | { readonly kind: 'read'; readonly card: CardRead; readonly measured: readonly Measured[] }
  | { readonly kind: 'sampled'; readonly labs: readonly Lab[] }
  | { readonly kind: 'failed'; readonly message: string };
