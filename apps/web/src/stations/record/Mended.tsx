import { MOST_NOTES, noteOfMending, withMending, withoutNote, type Mending } from '@pale-glint/core';
import { usePiece, usePieceStore } from '../../store/PieceContext.js';
import { Button } from '../../ui/Button.js';
import { momentText } from '../order/words.js';

/** Writes down that a finding was mended in the chosen way: it stands with what was done, and with another of the piece. */
export function Mended({ mending }: { readonly mending: Mending }) {
  const piece = usePiece();
  const store = usePieceStore();
  const note = noteOfMending(piece, mending);
  if (note)
    return (
      <p className="flex flex-wrap gap-x-3 text-label">
        <span>Mended{note.madeAt && `, ${momentText(note.madeAt)}`}</span>
        <button
          type="button"
          className="underline underline-offset-2"
          onClick={() => store.edit((p) => withoutNote(p, note.id))}
        >
          not yet
        </button>
      </p>
    );
  return (
    <Button
      look="plain"
      disabled={piece.notes.length >= MOST_NOTES}
      title="It is written down with what was done, and told when another is painted by this plan"
      onClick={() => store.edit((p) => withMending(p, mending, new Date().toISOString()))}
    >
      Mended so
    </Button>
  );
}
