import { FOCAL_AMONG, focalRank, plain, squintOrder } from '@pale-glint/core';
import { usePiece } from '../store/PieceContext.js';
import { Why } from '../ui/Why.js';
import { whyOf } from '../ui/whys.js';
import { useStation } from './stationState.js';

const SHOWN = 6;

/** What a squint leaves: the lightest parts, and whether the focal part is among the first. */
export function SquintPanel() {
  const piece = usePiece();
  const { sheets, select } = useStation();
  const order = squintOrder(piece, sheets.sheets);
  const rank = focalRank(piece, order);
  const lines = order.slice(0, SHOWN);
  if (rank !== null && rank > SHOWN) lines.push(order[rank - 1]);
  return (
    <section
      aria-label="At a squint"
      className="absolute bottom-16 left-5 w-64 rounded-sm bg-g96 p-3 text-label"
    >
      <h2 className="font-semibold">
        Lightest at a squint
        <Why of="Lightest at a squint" text={whyOf('squint')!} />
      </h2>
      <ol>
        {lines.map(({ part, mean }) => (
          <li key={part.id}>
            <button
              type="button"
              onClick={() => select(part.id)}
              className="flex w-full items-center min-h-6 gap-2 text-left hover:bg-g88"
            >
              <span className="w-6 text-right text-g38">
                {order.findIndex((o) => o.part.id === part.id) + 1}
              </span>
              <span
                className={`min-w-0 flex-1 truncate ${part.id === piece.rig.focalPart ? 'font-bold' : ''}`}
              >
                {part.name}
                {part.id === piece.rig.focalPart ? ', focal part' : ''}
              </span>
              <span className="h-3 bg-g28" style={{ width: `${mean}px` }} aria-hidden />
              <span className="w-8 text-right">{plain(mean, 0)}</span>
            </button>
          </li>
        ))}
      </ol>
      <p className="pt-1 text-g28">
        {rank === null
          ? 'No focal part is chosen; choose one under Light.'
          : rank <= FOCAL_AMONG
            ? `The focal part is among the first ${FOCAL_AMONG}: the eye goes there.`
            : `The focal part is number ${rank}. Raise the fall-off under Light, or quieten those before it.`}
      </p>
    </section>
  );
}
