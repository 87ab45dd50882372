import {
  counted,
  MOST_VIEWS,
  nextTurn,
  partsIn,
  withViewAdded,
  withViewMoved,
  withoutView,
  type FigureView,
} from '@pale-glint/core';
import { ArrowDown, ArrowUp, Trash2 } from 'lucide-react';
import { usePiece, usePieceStore } from '../../store/PieceContext.js';
import { Button } from '../../ui/Button.js';
import { NumberField } from '../../ui/NumberField.js';
import { whyOf } from '../../ui/whys.js';
import { useStation } from '../stationState.js';

const small =
  'grid size-8 place-items-center rounded-sm bg-g98 ring-1 ring-g72 hover:bg-g10 hover:text-g98 disabled:text-g62 disabled:hover:bg-g98';

/** One side: its name, how far the figure is turned for it, its place among the others. */
function ViewLine({ view, at, of }: { readonly view: FigureView; readonly at: number; readonly of: number }) {
  const store = usePieceStore();
  const piece = usePiece();
  const { figureView, setFigureView } = useStation();
  const shown = piece.views.find((v) => v.id === figureView) ?? piece.views[0];
  const change = (recipe: (v: FigureView) => void, gesture: string) =>
    store.change((d) => recipe(d.views.find((v) => v.id === view.id)!), `${view.id}/${gesture}`);
  const parts = partsIn(piece, view.id).length;
  const remove = () => {
    if (shown.id === view.id) setFigureView(piece.views[0].id);
    store.edit((p) => withoutView(p, view.id));
  };
  return (
    <li className="space-y-1 border-b border-g82 pb-2">
      <div className="flex items-center gap-1.5">
        <input
          aria-label={`Name of view ${at + 1}`}
          className="min-w-0 flex-1 bg-transparent font-semibold outline-none focus:border-b focus:border-g10"
          value={view.name}
          maxLength={40}
          onChange={(e) => e.target.value && change((v) => void (v.name = e.target.value), 'name')}
          onBlur={() => store.endGesture()}
        />
        <button
          type="button"
          className="min-h-8 px-1.5 text-label underline underline-offset-2 disabled:no-underline"
          disabled={view.id === shown.id}
          onClick={() => setFigureView(view.id)}
        >
          {view.id === shown.id ? 'shown' : 'Show'}
        </button>
      </div>
      {at > 0 && (
        <div className="flex items-end gap-1.5">
          <div className="min-w-0 flex-1">
            <NumberField
              label="Turned by"
              why={whyOf('viewTurn')}
              unit="°"
              value={view.turnDeg}
              min={-180}
              max={180}
              step={15}
              onChange={(v) => change((o) => void (o.turnDeg = v), 'turn')}
              onEnd={() => store.endGesture()}
            />
          </div>
          <button
            type="button"
            className={small}
            aria-label={`${view.name} earlier in the row`}
            disabled={at === 1}
            onClick={() => store.edit((p) => withViewMoved(p, view.id, at - 1))}
          >
            <ArrowUp size={15} />
          </button>
          <button
            type="button"
            className={small}
            aria-label={`${view.name} later in the row`}
            disabled={at === of - 1}
            onClick={() => store.edit((p) => withViewMoved(p, view.id, at + 1))}
          >
            <ArrowDown size={15} />
          </button>
          <button
            type="button"
            className={small}
            aria-label={`Remove ${view.name}${parts > 0 ? ` and its ${counted(parts, 'part')}` : ''}`}
            title={
              parts > 0
                ? `its ${counted(parts, 'part goes', 'parts go')} with it; undo brings all back`
                : undefined
            }
            onClick={remove}
          >
            <Trash2 size={15} />
          </button>
        </div>
      )}
      <p className="text-label text-g28">
        {parts === 0 ? 'No part yet' : counted(parts, 'part')}
        {view.underlay ? ', a photo' : ''}
        {view.sculpts.length > 1
          ? `, ${view.sculpts.length} surfaces`
          : view.sculpts.length === 1 && ', a surface'}
        {view.light ? ', lit by itself' : ''}
      </p>
    </li>
  );
}

/** The sides a figure is seen from: one light turns with it, so the map of its back is lit as the back is. */
export function ViewsSection() {
  const store = usePieceStore();
  const piece = usePiece();
  const { setFigureView, select } = useStation();
  const next = nextTurn(piece.views);
  const add = () => {
    const { piece: added, view } = withViewAdded(store.get().piece, next);
    if (view === null) return;
    store.edit(() => added);
    select(null);
    setFigureView(view);
  };
  return (
    <section aria-label="Sides it is seen from" className="space-y-2">
      <h2 className="pt-1 text-label font-semibold">Sides it is seen from</h2>
      {piece.views.length === 1 ? (
        <p className="text-label text-g28">
          Front alone. Another side has parts, a photo and a surface of its own; the light turns with the
          figure, and metals, steps and ticks are one for all sides. Forms cannot be turned round: what is
          seen from the back is laid out there.
        </p>
      ) : (
        <ul className="space-y-2">
          {piece.views.map((v, i) => (
            <ViewLine key={v.id} view={v} at={i} of={piece.views.length} />
          ))}
        </ul>
      )}
      {piece.views.length < MOST_VIEWS ? (
        <Button look="plain" onClick={add}>
          Add the {next.name.toLowerCase()}
        </Button>
      ) : (
        <p className="text-label text-g28">A piece is seen from at most {MOST_VIEWS} sides.</p>
      )}
    </section>
  );
}
