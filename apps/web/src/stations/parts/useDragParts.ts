import { type PointerEvent } from 'react';
import { inDrawing } from '../../map/inDrawing.js';
import { usePieceStore } from '../../store/PieceContext.js';
import { followPointer } from '../../ui/followPointer.js';
import { edits } from './edits.js';
import type { Chosen } from '@pale-glint/core';

/** A hand that moved less than this has pressed, not dragged, in screen points. */
const STILL_PX = 3;

/** What a press on the picture does: it chooses a part, or its group where that is chosen, and drags it along. */
export function useDragParts(chosen: Chosen, choose: (next: Chosen) => void) {
  const store = usePieceStore();
  return (id: string | null, _x: number, _y: number, e: PointerEvent) => {
    if (!id) return;
    const { parts } = store.get().piece;
    const inGroup = chosen?.kind === 'group' && parts.find((p) => p.id === id)?.group === chosen.id;
    const dragged = inGroup ? chosen : ({ kind: 'part', id } as const);
    if (!inGroup) choose(dragged);
    const drawing = (e.currentTarget as HTMLElement).querySelector('svg')!;
    const [startX, startY] = [e.clientX, e.clientY];
    let last = inDrawing(drawing, startX, startY);
    let dragging = false;
    followPointer(
      (m) => {
        if (!dragging && Math.hypot(m.clientX - startX, m.clientY - startY) < STILL_PX) return;
        dragging = true;
        const at = inDrawing(drawing, m.clientX, m.clientY);
        edits.move(store, dragged, { xMm: at.x - last.x, yMm: last.y - at.y }, `drag/${dragged.id}`);
        last = at;
      },
      () => dragging && store.endGesture(),
    );
  };
}
