import { layerKey, paintedOtherwise, type OrderLayer, type StepId, type Tick } from '@pale-glint/core';
import { useMemo } from 'react';
import { usePiece } from '../../store/PieceContext.js';
import { Button } from '../../ui/Button.js';

interface PaintedOtherwiseProps {
  readonly order: readonly OrderLayer[];
  readonly ticks: readonly Tick[];
  /** Takes steps off the ticks. */
  readonly untick: (steps: readonly StepId[]) => void;
}

/** What is ticked, and was painted in another tone than is planned since: it stays, or is painted again. */
export function PaintedOtherwise({ order, ticks, untick }: PaintedOtherwiseProps) {
  const piece = usePiece();
  const found = useMemo(() => paintedOtherwise(order, ticks, piece), [order, ticks, piece]);
  if (found.length === 0) return null;
  const again = (own: readonly Tick[]) =>
    untick(own.map(({ part, step, role, copy }) => ({ part, step, role, copy })));
  return (
    <section aria-label="Painted otherwise" className="space-y-2 bg-g96 px-5 py-4 text-label">
      <h2 className="font-semibold">Ticked, and painted in another tone than is planned now</h2>
      <ul className="space-y-1">
        {found.map(({ layer, ticks: own, mix, laidHex, plannedHex }) => (
          <li key={layerKey(layer)} className="flex items-start gap-3">
            <span className="mt-0.5 flex shrink-0 ring-1 ring-g72" aria-hidden>
              <span className="size-4" style={{ background: laidHex }} />
              <span className="size-4" style={{ background: plannedHex }} />
            </span>
            <span className="min-w-0 flex-1">
              <span className="font-semibold">{layer.title}</span>: painted with {mix}; planned{' '}
              {layer.mixText}
            </span>
            <button
              type="button"
              aria-label={`paint it again: ${layer.title}`}
              className="shrink-0 underline underline-offset-2"
              onClick={() => again(own)}
            >
              paint it again
            </button>
          </li>
        ))}
      </ul>
      {found.length > 1 && (
        <Button look="plain" onClick={() => again(found.flatMap((f) => f.ticks))}>
          Paint all {found.length} again
        </Button>
      )}
      <p className="text-g28">
        What stays ticked counts as done, as it lies there; “paint it again” takes its ticks off.
      </p>
    </section>
  );
}
