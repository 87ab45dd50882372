import type { Ladder, OrderLayer, PassRef } from '@pale-glint/core';
import { sameRef } from '@pale-glint/core';

/** A layer in a word or a few: its number, or its title without the name of its metal. */
function short({ role, title }: OrderLayer, { name }: Ladder): string {
  const own = title.startsWith(`${name}, `) ? title.slice(name.length + 2) : title;
  const step = role === 'value' || role === 'base' ? /step (\d+) of/.exec(own) : null;
  return step?.[1] ?? `${own[0].toLowerCase()}${own.slice(1)}`;
}

/** The pass that a layer is of: dots are one pass, pale or white; each source of colour is changed by itself. */
export const refOfLayer = ({ role, step }: OrderLayer): PassRef =>
  role === 'glints' ? { role, step: 'glints' } : { role, step };

interface WayProps {
  readonly ladder: Ladder;
  readonly order: readonly OrderLayer[];
  readonly chosen: PassRef | null;
  readonly onChoose: (ref: PassRef | null) => void;
}

/** The way of an approach, pass by pass: a press opens one to be changed. */
export function Way({ ladder, order, chosen, onChoose }: WayProps) {
  return (
    <ol aria-label={`Way of ${ladder.name}`} className="flex flex-wrap gap-y-1 text-label">
      {order.map((l, i) => {
        const ref = refOfLayer(l);
        const on = chosen !== null && sameRef(chosen, ref);
        return (
          <li key={`${l.role}/${l.step}`} className="flex items-center">
            <button
              type="button"
              aria-pressed={on}
              title={`${l.title}: ${l.why}`}
              onClick={() => onChoose(on ? null : ref)}
              className={
                'px-1.5 py-0.5 hover:ring-2 hover:ring-g38 ' +
                `${l.role === 'value' || l.role === 'base' ? 'min-w-6 bg-g10 text-center font-bold text-g98' : 'bg-g96'} ` +
                `${on ? 'ring-2 ring-g10 ring-offset-1' : l.beyond ? 'opacity-70 ring-1 ring-dashed ring-g50' : ''}`
              }
            >
              {short(l, ladder)}
            </button>
            {i < order.length - 1 && <span aria-hidden className="h-px w-2 bg-g50" />}
          </li>
        );
      })}
    </ol>
  );
}
