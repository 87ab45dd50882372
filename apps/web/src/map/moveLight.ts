import { viewIn } from '@pale-glint/core';
import type { PieceStore } from '../store/pieceStore.js';

/** What the light's handle does to a piece seen from a side: a drag is one step of undo. */
export const moveLight = (store: PieceStore, figureView = '') => ({
  onLight: (clockHours: number, heightDeg: number) =>
    store.change((d) => {
      Object.assign(viewIn(d, figureView).light ?? d.rig, {
        keyClockHours: clockHours,
        keyHeightDeg: heightDeg,
      });
    }, 'light'),
  onLightEnd: () => store.endGesture(),
});
