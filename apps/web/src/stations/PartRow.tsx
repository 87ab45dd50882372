import { forms, plain, sizeOf, type Part } from '@pale-glint/core';
import { usePieceState } from '../store/PieceContext.js';
import { Thumb } from '../ui/Thumb.js';
import { useDesk } from './desk.js';

export const sizeText = (part: Part) => {
  const [a, b] = sizeOf(part.form);
  return `${plain(a)} × ${plain(b)} mm`;
};

/** A part in a list, with its small picture. */
export function PartRow({ part, onChoose }: { part: Part; onChoose?: () => void }) {
  const { piece } = usePieceState();
  const { selected, select } = useDesk();
  const on = part.id === selected;
  return (
    <li>
      <button
        type="button"
        aria-pressed={on}
        onClick={() => {
          select(part.id);
          onChoose?.();
        }}
        className={`flex w-full items-center gap-3 py-1 pr-2 pl-3 text-left ${on ? 'bg-g10 text-g98' : 'hover:bg-g82'}`}
      >
        <Thumb piece={piece} part={part.id} width={40} height={40} restMs={700} />
        <span className="min-w-0">
          <span className="block truncate text-label font-semibold">{part.name}</span>
          <span className={`narrow block truncate text-label ${on ? 'text-g82' : 'text-g38'}`}>
            {forms[part.form.kind].label.toLowerCase()}, {sizeText(part)}
          </span>
        </span>
      </button>
    </li>
  );
}
