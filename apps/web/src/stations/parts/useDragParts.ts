import { inDrawing, type Press } from '../../map/inDrawing.js';
import { usePieceStore } from '../../store/PieceContext.js';
import { followPointer } from '../../ui/followPointer.js';
import { edits } from './edits.js';
import type { Chosen } from '@pale-glint/core';

/** A hand that moved less than this has pressed, not dragged, in screen points. */
const STILL_PX = 3;

/** What a press on the picture does: it chooses a part, or its group where that is chosen, and drags it along. */
export function useDragParts(chosen: Chosen, choose: (next: Chosen) => void) {
  const store = usePieceStore();
  return (id: string | null, press: Press) => {
    if (!id) return;
    const before = store.get().piece;
    const inGroup = chosen?.kind === 'group' && before.parts.find((p) => p.id === id)?.group === chosen.id;
    const dragged = inGroup ? chosen : ({ kind: 'part', id } as const);
    if (!inGroup) choose(dragged);
    const { drawing, clientX: startX, clientY: startY } = press;
    let last = inDrawing(drawing, startX, startY);
    let dragging = false;
    followPointer(
      press,
      (m) => {
        if (!dragging && Math.hypot(m.clientX - startX, m.clientY - startY) < STILL_PX) return;
        dragging = true;
        const at = inDrawing(drawing, m.clientX, m.clientY);
        edits.move(store, dragged, { xMm: at.x - last.x, yMm: last.y - at.y }, `drag/${dragged.id}`);
        last = at;
      },
      (m) => {
        if (!dragging) return;
        store.endGesture();
        // A second finger took the picture: the part stays where it was.
        if (m.type === 'pointercancel' && store.get().piece !== before) store.undo();
      },
    );
  };
}
