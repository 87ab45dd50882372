import { brushFor, plain, type OrderLayer, type Piece } from '@pale-glint/core';
import { useEffect, useState } from 'react';
import { useShelf } from '../../../store/useShelf.js';
import { drawStep, type StepShown } from './stepDrawing.js';

const SIZE_PX = 320;

/** The picture of a step, drawn anew when the step or its part changes; the last one stands until then. */
function useStepShown(
  piece: Piece,
  part: string,
  { layer, below }: { readonly layer: OrderLayer; readonly below: OrderLayer | null },
): { readonly shown: StepShown | null; readonly failed: boolean } {
  const [state, setState] = useState<{ shown: StepShown | null; failed: boolean }>({
    shown: null,
    failed: false,
  });
  useEffect(() => {
    let live = true;
    const sizePx = Math.round(SIZE_PX * Math.min(2, window.devicePixelRatio || 1));
    drawStep(piece, part, { layer, below, sizePx }).then(
      (shown) => live && setState({ shown, failed: false }),
      () => live && setState((s) => ({ ...s, failed: true })),
    );
    return () => {
      live = false;
    };
  }, [piece, part, layer, below]);
  return state;
}

const WIDEST_PX = 26;

/** The narrowest place of the zone, and beside it a line of the brush that fits it, at one scale. */
function Widths({ openingMm }: { readonly openingMm: number }) {
  const { shelf } = useShelf();
  const brush = brushFor(openingMm, shelf.brushes);
  return (
    <ul aria-label="Zone and brush" className="space-y-1 text-base text-g93">
      {[
        { mm: openingMm, label: `${plain(openingMm)} mm at its narrowest` },
        ...(brush ? [{ mm: brush.tipMm, label: `${brush.name} draws ${plain(brush.tipMm)} mm` }] : []),
      ].map(({ mm, label }) => (
        <li key={label} className="flex items-center gap-3">
          <span aria-hidden className="grid w-14 place-items-center" style={{ height: WIDEST_PX }}>
            <span
              className="block w-14 rounded-full bg-g98"
              style={{ height: Math.max(1.5, (WIDEST_PX * mm) / openingMm) }}
            />
          </span>
          {label}
        </li>
      ))}
      {!brush && <li>Finer than any brush: touch it in with the point.</li>}
    </ul>
  );
}

const TURN = 'min-h-12 flex-1 bg-g28 text-lg';

/** The part after a step, only what it touches lit, turned and mirrored as the hand holds it. */
export function Held({
  piece,
  part,
  layer,
  below,
  name,
}: {
  readonly piece: Piece;
  readonly part: string;
  readonly layer: OrderLayer;
  readonly below: OrderLayer | null;
  readonly name: string;
}) {
  const [turn, setTurn] = useState({ quarters: 0, mirrored: false });
  const { shown, failed } = useStepShown(piece, part, { layer, below });
  const marks = shown?.marks;
  return (
    <div className="space-y-2">
      <div className="grid aspect-square place-items-center overflow-hidden bg-g50">
        {shown && (
          <img
            src={shown.address}
            alt={`What this step paints on ${name}`}
            className="h-full w-full object-contain"
            style={{ transform: `rotate(${turn.quarters * 90}deg) scaleX(${turn.mirrored ? -1 : 1})` }}
          />
        )}
        {!shown && <p className="text-2xl text-g05">{failed ? 'No picture of this step.' : 'Drawing it'}</p>}
      </div>
      {marks && (marks.hard.length > 0 || marks.soft.length > 0 || marks.first) && (
        <p className="text-base text-g93">
          {[
            marks.hard.length > 0 && 'line: hard border',
            marks.soft.length > 0 && 'dots: blended',
            marks.stroke ? 'arrow: from brush down to lift' : marks.first && 'spot: begin here',
          ]
            .filter(Boolean)
            .join(' · ')}
        </p>
      )}
      {marks?.openingMm && <Widths openingMm={marks.openingMm} />}
      <div className="flex gap-2">
        <button
          type="button"
          className={TURN}
          onClick={() => setTurn((t) => ({ ...t, quarters: (t.quarters + 1) % 4 }))}
        >
          Turn
        </button>
        <button
          type="button"
          aria-pressed={turn.mirrored}
          className={TURN}
          onClick={() => setTurn((t) => ({ ...t, mirrored: !t.mirrored }))}
        >
          Mirror
        </button>
      </div>
    </div>
  );
}
