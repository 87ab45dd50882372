import { forms, plain, sizeOf, type Part, type Piece } from '@pale-glint/core';
import { memo } from 'react';
import { Thumb } from '../map/Thumb.js';

export const sizeText = (part: Part) => {
  const [a, b] = sizeOf(part.form);
  return `${plain(a)} × ${plain(b)} mm`;
};

interface PartRowProps {
  readonly part: Part;
  /** May lag behind the piece under the hand: the small picture is drawn once it rests. */
  readonly piece: Piece;
  readonly on: boolean;
  /** Stays the same function. */
  readonly onChoose: (part: string) => void;
}

/** A part in a list, with its small picture. */
export const PartRow = memo(function PartRow({ part, piece, on, onChoose }: PartRowProps) {
  return (
    <li>
      <button
        type="button"
        aria-pressed={on}
        onClick={() => onChoose(part.id)}
        className={`flex w-full items-center gap-3 py-1 pr-2 pl-3 text-left ${on ? 'bg-g10 text-g98' : 'hover:bg-g82'}`}
      >
        <Thumb piece={piece} part={part.id} closeUp width={40} height={40} restMs={700} />
        <span className="min-w-0">
          <span className="block truncate text-label font-semibold">{part.name}</span>
          <span className={`narrow block truncate text-label ${on ? 'text-g82' : 'text-g38'}`}>
            {forms[part.form.kind].label.toLowerCase()}, {sizeText(part)}
          </span>
        </span>
      </button>
    </li>
  );
});
