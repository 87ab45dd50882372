import {
  closeness,
  labToHex,
  mixText,
  paintOf,
  paintsById,
  type ShelfPaint,
  type Way,
} from '@pale-glint/core';
import { useState } from 'react';
import { useMixSearch } from '../workers/useMixSearch.js';

/** What serves where a pot is empty or was never bought. */
export function StandIns({ paint, shelf }: { paint: ShelfPaint; shelf: readonly ShelfPaint[] }) {
  const { state, search } = useMixSearch();
  const [ways, setWays] = useState<readonly Way[] | null>(null);
  if (paint.kind === 'medium' || paint.kind === 'varnish') return null;
  const byId = paintsById(shelf.map(paintOf));
  const out = shelf.filter((p) => p.left === 'none').map((p) => p.id);
  if (ways === null)
    return (
      <button
        type="button"
        className="text-label underline underline-offset-2 disabled:text-g50"
        disabled={state.kind === 'busy'}
        onClick={() =>
          void search('standIns', { paint: paintOf(paint), paints: shelf.map(paintOf), out }, setWays)
        }
      >
        {state.kind === 'busy' ? 'Looking' : 'What stands in for it?'}
      </button>
    );
  return (
    <ul aria-label={`Stand-ins for ${paint.name}`} className="divide-y divide-g82 border-y border-g82">
      {ways.map((w) => (
        <li key={mixText(w.mix, byId)} className="flex items-center gap-2 py-1 text-label">
          <span className="size-7 shrink-0" style={{ background: labToHex(w.lab) }} />
          <span>
            <span className="font-semibold">{mixText(w.mix, byId)}</span>
            <span className="block text-g28">{closeness(w.off)}</span>
          </span>
        </li>
      ))}
      {ways.length === 0 && <li className="py-1 text-label">Nothing on the shelf comes near.</li>}
    </ul>
  );
}
