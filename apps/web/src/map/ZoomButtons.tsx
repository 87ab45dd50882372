import { ZoomIn, ZoomOut } from 'lucide-react';
import { plain } from '@pale-glint/core';
import type { ZoomHand } from './useZoom.js';

const square =
  'grid h-8 min-w-8 place-items-center rounded-sm bg-g28 px-1 text-label text-g98 hover:bg-g10 disabled:text-g62';

/** Closer, farther, and back to all of the picture. */
export function ZoomButtons({ zoom }: { zoom: ZoomHand }) {
  const { times, closer, farther, whole } = zoom;
  return (
    <div role="group" aria-label="How close" className="flex items-center gap-1 rounded-sm bg-g10 p-1">
      <button
        type="button"
        className={square}
        onClick={farther}
        disabled={times === 1}
        aria-label="Farther"
        title="Farther (wheel, pinch, -)"
      >
        <ZoomOut size={17} />
      </button>
      {times > 1 && (
        <button type="button" className={square} onClick={whole} title="All of it again (Home)">
          {plain(times, 1)} times
        </button>
      )}
      <button
        type="button"
        className={square}
        onClick={closer}
        aria-label="Closer"
        title="Closer (wheel, pinch, +); move it by a drag beside the piece, or with arrows"
      >
        <ZoomIn size={17} />
      </button>
    </div>
  );
}
