import { useLayoutEffect } from 'react';
import type { ZoomHand } from './useZoom.js';

/** The picture that keys look into: that of the stage on the page. */
let shown: ZoomHand | null = null;

/** Gives the keys a picture to look into while the caller shows it. */
export function useZoomKeys(hand: ZoomHand): void {
  useLayoutEffect(() => {
    shown = hand;
    return () => {
      if (shown === hand) shown = null;
    };
  });
}

/** Moves what is seen; answers false where all of it is, and the key is the page's. */
const move = (right: number, up: number) => () => {
  if (!shown || shown.times === 1) return false;
  shown.move(right, up);
  return true;
};

/** What keys do to the picture that is shown, by the ids of the commands. */
export const zoomKeys = {
  closer: () => shown?.closer(),
  away: () => shown?.farther(),
  'whole-picture': () => (shown && shown.times > 1 ? shown.whole() : false),
  'to-left': move(-1, 0),
  'to-right': move(1, 0),
  'to-top': move(0, 1),
  'to-bottom': move(0, -1),
} as const;
