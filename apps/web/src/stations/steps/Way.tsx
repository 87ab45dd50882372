import type { Ladder, OrderLayer, PassRef } from '@pale-glint/core';
import { sameRef, uncapital } from '@pale-glint/core';
import { useDragPass } from './useDragPass.js';

/** A layer in a word or a few: its number, or its title without the name of its metal. */
function short({ role, title }: OrderLayer, { name }: Ladder): string {
  const own = title.startsWith(`${name}, `) ? title.slice(name.length + 2) : title;
  const step = role === 'value' || role === 'base' ? /step (\d+) of/.exec(own) : null;
  return step?.[1] ?? uncapital(own);
}

/** The pass that a layer is of: dots are one pass, pale or white; each source of colour is changed by itself. */
export const refOfLayer = ({ role, step }: OrderLayer): PassRef =>
  role === 'glints' ? { role, step: 'glints' } : { role, step };

/** The pass that a layer moves with: the colours of all sources are one pass. */
export const passOfLayer = (layer: OrderLayer): PassRef =>
  layer.role === 'tint' ? { role: 'tint', step: 'tint' } : refOfLayer(layer);

interface WayProps {
  readonly ladder: Ladder;
  readonly order: readonly OrderLayer[];
  readonly chosen: PassRef | null;
  readonly onChoose: (ref: PassRef | null) => void;
  /** A pass is dragged to right before another, or last. */
  readonly onPlace: (ref: PassRef, before: PassRef | null) => void;
  /** A pass of one's own is wanted right before another. */
  readonly onAdd: (before: PassRef) => void;
}

const MARK = 'absolute top-0 bottom-0 w-1 bg-g10';

/** The gap between two chips: a press puts a pass of one's own in. */
function Gap({
  before,
  after,
  onAdd,
}: {
  readonly before: string;
  readonly after: string;
  readonly onAdd: () => void;
}) {
  return (
    <button
      type="button"
      aria-label={`Add a pass between ${after} and ${before}`}
      title="Add a pass here"
      onClick={onAdd}
      className="group relative flex size-6 items-center justify-center"
    >
      <span aria-hidden className="h-px w-full bg-g50 group-hover:hidden group-focus-visible:hidden" />
      <span
        aria-hidden
        className="hidden size-5 items-center justify-center bg-g10 font-bold text-g98 after:content-['+'] group-hover:flex group-focus-visible:flex"
      />
    </button>
  );
}

/** The way of an approach, pass by pass: a press opens one to be changed, a drag moves it, a gap takes another in. */
export function Way({ ladder, order, chosen, onChoose, onPlace, onAdd }: WayProps) {
  const { row, held, start, wasDragged } = useDragPass((from, before) =>
    onPlace(passOfLayer(order[from]), before < order.length ? passOfLayer(order[before]) : null),
  );
  return (
    <ol
      ref={row}
      aria-label={`Way of ${ladder.name}`}
      className="flex touch-pan-y flex-wrap gap-y-1 text-label"
    >
      {order.map((l, i) => {
        const ref = refOfLayer(l);
        const on = chosen !== null && sameRef(chosen, ref);
        const moves = l.role !== 'undercoat';
        const next = order[i + 1];
        return (
          <li key={`${l.role}/${l.step}`} className="relative flex items-center">
            {held?.before === i && <span aria-hidden className={`${MARK} -left-1.5`} />}
            {held?.before === order.length && !next && <span aria-hidden className={`${MARK} -right-1.5`} />}
            <button
              type="button"
              data-chip
              aria-pressed={on}
              title={`${l.title}: ${l.why}${moves ? '\nPress to change it, drag to move it.' : ''}`}
              onPointerDown={(e) => moves && start(i, e)}
              onClick={() => !wasDragged() && onChoose(on ? null : ref)}
              className={
                'min-h-6 min-w-6 select-none px-1.5 py-0.5 hover:ring-2 hover:ring-g38 ' +
                `${moves ? 'cursor-grab ' : ''}${held?.from === i ? 'cursor-grabbing opacity-50 ' : ''}` +
                `${l.role === 'value' || l.role === 'base' ? 'bg-g10 text-center font-bold text-g98' : 'bg-g96'} ` +
                `${on ? 'ring-2 ring-g10 ring-offset-1' : l.beyond ? 'opacity-70 ring-1 ring-dashed ring-g50' : ''}`
              }
            >
              {short(l, ladder)}
            </button>
            {next && (
              <Gap
                before={short(next, ladder)}
                after={short(l, ladder)}
                onAdd={() => onAdd(passOfLayer(next))}
              />
            )}
          </li>
        );
      })}
    </ol>
  );
}
