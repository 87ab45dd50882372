import { layerKey, layerColour, labToHex, type OrderLayer } from '@pale-glint/core';
import { usePiece } from '../../store/PieceContext.js';
import { useStation } from '../stationState.js';

const OVER: ReadonlySet<OrderLayer['role']> = new Set(['wear', 'glow']);

/** What wear and glow are mixed from, over all metals: one pot a pass. */
export function LaidOver() {
  const piece = usePiece();
  const { order } = useStation();
  const layers = order.filter((l) => OVER.has(l.role));
  if (layers.length === 0) return null;
  return (
    <section aria-label="Wear and glow" className="bg-g88 p-4">
      <h2 className="pb-2 font-semibold">Wear and glow, over all of it</h2>
      <ul>
        {layers.map((l) => {
          const colour = layerColour(l, piece);
          return (
            <li
              key={layerKey(l)}
              className="grid grid-cols-[1.25rem_1fr_1fr] items-baseline gap-x-3 border-t border-g82 py-1 text-label"
            >
              <span
                className="size-4 self-center ring-1 ring-g62"
                style={colour ? { background: labToHex(colour) } : undefined}
              />
              <span className="font-semibold">{l.title}</span>
              <span>
                {l.mixText}, {l.thinning}
                {l.missing && <span className="block text-g38">{l.missing}</span>}
              </span>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
