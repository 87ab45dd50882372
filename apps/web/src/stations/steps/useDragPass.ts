import { useRef, useState, type PointerEvent } from 'react';
import { followPointer } from '../../ui/followPointer.js';

/** A hand that moved less than this has pressed, not dragged, in screen points. */
const STILL_PX = 5;

/** Which chip a dragged one would stand before: its place in the row, `count` for last. */
function gapAt(chips: readonly DOMRect[], x: number, y: number): number {
  const inLine = chips.flatMap((r, i) => (y >= r.top - 4 && y <= r.bottom + 4 ? [i] : []));
  if (inLine.length === 0) {
    const below = chips.findIndex((r) => r.top > y);
    return below < 0 ? chips.length : below;
  }
  const next = inLine.find((i) => x < (chips[i].left + chips[i].right) / 2);
  return next ?? inLine[inLine.length - 1] + 1;
}

/** Dragging one of a row of chips to another place in it; a press that stays still is none. */
export function useDragPass(onDrop: (from: number, before: number) => void) {
  const row = useRef<HTMLOListElement>(null);
  const [held, setHeld] = useState<{ readonly from: number; readonly before: number } | null>(null);
  /** A drag ends on the chip it began on, or on another: neither counts as a press. */
  const dragged = useRef(false);

  const start = (from: number, e: PointerEvent) => {
    dragged.current = false;
    if (e.button !== 0) return;
    const [startX, startY] = [e.clientX, e.clientY];
    const chips = [...(row.current?.querySelectorAll('[data-chip]') ?? [])].map((c) =>
      c.getBoundingClientRect(),
    );
    let before: number | null = null;
    followPointer(
      e,
      (m) => {
        if (!dragged.current && Math.hypot(m.clientX - startX, m.clientY - startY) < STILL_PX) return;
        dragged.current = true;
        before = gapAt(chips, m.clientX, m.clientY);
        setHeld({ from, before });
      },
      (m) => {
        setHeld(null);
        if (before !== null && m.type === 'pointerup') onDrop(from, before);
      },
    );
  };
  return { row, held, start, wasDragged: () => dragged.current };
}
