import { useVirtualizer } from '@tanstack/react-virtual';
import { useLayoutEffect, useRef, useState } from 'react';
import type { PieceLine } from '../api/pieces.js';
import { PieceCard, SMALL, UNDER_PX } from './PieceCard.js';

const GAP_PX = 24;
/** Rows above and below the window that are ready: all pieces of a usual painter. */
const READY = 4;

interface PieceGridProps {
  readonly lines: readonly PieceLine[];
  /** What the grid scrolls in. */
  readonly scroller: HTMLElement | null;
}

/** Pieces in rows, of which only those near the window are laid out. */
export function PieceGrid({ lines, scroller }: PieceGridProps) {
  const element = useRef<HTMLUListElement>(null);
  const [{ columns, above }, setPlace] = useState({ columns: 2, above: 0 });
  useLayoutEffect(() => {
    const grid = element.current;
    if (!grid || !scroller) return;
    const place = () =>
      setPlace({
        columns: Math.max(1, Math.floor((grid.clientWidth + GAP_PX) / (SMALL.width + GAP_PX))),
        above: grid.getBoundingClientRect().top - scroller.getBoundingClientRect().top + scroller.scrollTop,
      });
    const watch = new ResizeObserver(place);
    watch.observe(grid);
    watch.observe(scroller);
    return () => watch.disconnect();
  }, [scroller]);
  // eslint-disable-next-line react-hooks/incompatible-library
  const rows = useVirtualizer({
    count: Math.ceil(lines.length / columns),
    getScrollElement: () => scroller,
    estimateSize: () => SMALL.height + UNDER_PX,
    gap: GAP_PX,
    overscan: READY,
    scrollMargin: above,
  });
  return (
    <ul ref={element} className="relative" style={{ height: rows.getTotalSize() }}>
      {rows.getVirtualItems().flatMap(({ index, start }) =>
        lines.slice(index * columns, (index + 1) * columns).map((line, column) => (
          <li
            key={line.id}
            className="absolute"
            style={{ top: start - above, left: column * (SMALL.width + GAP_PX) }}
          >
            <PieceCard line={line} size={SMALL} />
          </li>
        )),
      )}
    </ul>
  );
}
