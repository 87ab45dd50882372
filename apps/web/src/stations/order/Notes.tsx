import { withoutNote, type Note } from '@pale-glint/core';
import { blobApi } from '../../api/blobs.js';
import { usePiece, usePieceStore } from '../../store/PieceContext.js';
import { momentText } from './words.js';

function Row({ note, onRemove }: { readonly note: Note; readonly onRemove: () => void }) {
  const when = note.madeAt && momentText(note.madeAt);
  return (
    <li className="space-y-1 border-b border-g82 py-2 last:border-0">
      <p className="text-label whitespace-pre-line [overflow-wrap:anywhere]">{note.text}</p>
      {note.photo && (
        <a href={blobApi.address(note.photo)} target="_blank" rel="noreferrer" className="block">
          <img
            src={blobApi.address(note.photo)}
            alt={`Photo with the note: ${note.text.slice(0, 80)}`}
            loading="lazy"
            className="max-h-40 w-auto max-w-full rounded-sm"
          />
        </a>
      )}
      <p className="flex justify-between text-label text-g28">
        <span>{when}</span>
        <button
          type="button"
          aria-label={`let it go: ${note.text.slice(0, 80)}`}
          className="underline underline-offset-2"
          onClick={onRemove}
        >
          let it go
        </button>
      </p>
    </li>
  );
}

/** What the painter wrote and photographed at the table, the newest first. */
export function Notes() {
  const { notes } = usePiece();
  const store = usePieceStore();
  if (notes.length === 0) return null;
  return (
    <details className="rounded-sm bg-g96 p-4">
      <summary className="cursor-pointer font-semibold">My notes: {notes.length}</summary>
      <ol className="pt-1">
        {[...notes].reverse().map((note) => (
          <Row
            key={note.id}
            note={note}
            onRemove={() => store.edit((piece) => withoutNote(piece, note.id))}
          />
        ))}
      </ol>
    </details>
  );
}
