import type { Ladder, Paint } from './schema.js';

/** A paint as a plan sees it. What only a plan knows is never saved. */
export interface PaintAtHand extends Paint {
  /** Why the painter has none of it to hand: no such pot, or one that is empty. */
  readonly missing?: 'no pot' | 'empty';
}

/** A ladder as a plan sees it. */
export interface LadderAtHand extends Ladder {
  /** Name of the undercoat it asks for, where the painter has none of it and another takes its place. */
  readonly undercoatAsked?: string;
}

/** Whether the painter has none of a paint to hand. */
export const isMissing = (paint: Paint): boolean => (paint as PaintAtHand).missing !== undefined;
/** Whether its pot stands there, empty. */
export const isUsedUp = (paint: Paint): boolean => (paint as PaintAtHand).missing === 'empty';

/** A paint and a ladder as they are saved. */
export function savedPaint({ missing: _missing, ...paint }: PaintAtHand): Paint {
  return paint;
}
export function savedLadder({ undercoatAsked: _asked, ...ladder }: LadderAtHand): Ladder {
  return ladder;
}
