import { adjustmentName, plain, type Adjustment, type UnresolvedOverride } from '@pale-glint/core';
import { usePieceStore } from '../../store/PieceContext.js';
import { handEdits } from './handEdits.js';

/** What one change does, in figures. */
function figureOf(a: Adjustment, steps: number): string {
  const step = (value: number) => `step ${plain(value * (steps - 1) + 1)}`;
  switch (a.kind) {
    case 'band-centre':
    case 'band-lean':
      return `${a.by > 0 ? '+' : ''}${plain(a.by * 100, 0)} % of the length`;
    case 'band-ends':
      return `${plain(a.ridge, 2)} at the ridge, ${plain(a.edge, 2)} at the edge`;
    case 'band-peak':
      return step(a.to);
    case 'zone-hold':
      return `${step(a.value)}, ${plain(a.radiusMm)} mm round`;
    case 'border-pull':
      return `${plain(a.reachMm)} mm round`;
    case 'edge':
      return step(a.value);
    case 'bounce':
      return step(a.peak);
    case 'cut':
      return `${a.mark === 'dent' ? 'soft' : 'sharp'}, ${plain(a.widthMm, 2)} mm`;
    default:
      return '';
  }
}

interface OverrideListProps {
  /** What is changed by hand on the part. */
  readonly own: readonly Adjustment[];
  readonly unresolved: readonly UnresolvedOverride[];
  readonly steps: number;
}

/** Everything changed by hand, each to be let go singly. */
export function OverrideList({ own, unresolved, steps }: OverrideListProps) {
  const store = usePieceStore();
  const release = (ids: readonly string[]) => handEdits.release(store, ids);
  return (
    <section aria-label="Changed by hand">
      <div className="flex items-center">
        <h3 className="mr-auto text-label font-semibold">
          {own.length === 0 ? 'Nothing changed by hand' : `${own.length} changed by hand`}
        </h3>
        {own.length > 1 && (
          <button
            type="button"
            className="min-h-6 text-label font-semibold underline"
            onClick={() => release(own.map((a) => a.id))}
          >
            Let all go
          </button>
        )}
      </div>
      <ul>
        {own.map((a) => {
          const reason = unresolved.find((s) => s.id === a.id)?.reason;
          return (
            <li
              key={a.id}
              className="flex items-baseline gap-2 border-b border-g82 py-1 text-label"
              data-adjustment={a.kind}
            >
              <span className="min-w-0 flex-1">
                <span className="first-letter:uppercase inline-block">{adjustmentName(a)}</span>{' '}
                <span className="text-g38">{figureOf(a, steps)}</span>
                {reason && <span className="block font-semibold">Asleep: {reason}. To place again.</span>}
              </span>
              <button
                type="button"
                className="min-h-6 font-semibold underline"
                aria-label={`Let go: ${adjustmentName(a)}`}
                onClick={() => release([a.id])}
              >
                Let go
              </button>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
