import type { PieceStore } from '../store/pieceStore.js';

/** What the light's handle does to a piece: a drag is one step of undo. */
export const moveLight = (store: PieceStore) => ({
  onLight: (clockHours: number, heightDeg: number) =>
    store.change((d) => {
      d.rig.keyClockHours = clockHours;
      d.rig.keyHeightDeg = heightDeg;
    }, 'light'),
  onLightEnd: () => store.endGesture(),
});
