import { partsIn, withViewMoved } from '@pale-glint/core';
import { ToggleGroup } from 'radix-ui';
import { useState } from 'react';
import { Thumb } from '../../map/Thumb.js';
import { usePiece, usePieceStore } from '../../store/PieceContext.js';
import { useDebouncedPiece } from '../../store/useDebouncedPiece.js';
import { useStation } from '../stationState.js';

const WIDTH = 52;
const HEIGHT = 60;

/** The sides of a figure as small pictures in a row; nothing for a piece that is seen from the front alone. */
export function ViewRow() {
  const piece = usePiece();
  const calm = useDebouncedPiece(piece);
  const store = usePieceStore();
  const { figureView, setFigureView } = useStation();
  const [dragged, setDragged] = useState<string | null>(null);
  if (piece.views.length === 1) return null;
  const shown = piece.views.find((v) => v.id === figureView) ?? piece.views[0];
  return (
    <ToggleGroup.Root
      type="single"
      value={shown.id}
      onValueChange={(v) => v && setFigureView(v)}
      aria-label="Seen from"
      className="mt-2 flex w-fit gap-1 rounded-sm bg-g10 p-1"
    >
      {piece.views.map((v, i) => (
        <ToggleGroup.Item
          key={v.id}
          value={v.id}
          aria-label={v.name}
          draggable={i > 0}
          onDragStart={() => setDragged(v.id)}
          onDragOver={(e) => dragged && i > 0 && e.preventDefault()}
          onDrop={() => dragged && store.edit((p) => withViewMoved(p, dragged, i))}
          onDragEnd={() => setDragged(null)}
          className="narrow rounded-[2px] p-1 text-label font-medium text-g88 hover:bg-g28 data-[state=on]:bg-g98 data-[state=on]:font-bold data-[state=on]:text-g05"
        >
          {partsIn(calm, v.id).length > 0 ? (
            <Thumb piece={calm} figureView={v.id} width={WIDTH} height={HEIGHT} restMs={900} />
          ) : (
            <span
              className="grid place-items-center rounded-sm bg-g50 text-g98"
              style={{ width: WIDTH, height: HEIGHT }}
            >
              no part
            </span>
          )}
          <span className="block max-w-13 truncate pt-0.5">{v.name}</span>
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}
