import { withNote, withoutNote, MOST_NOTES, type Note } from '@pale-glint/core';
import { useState } from 'react';
import { blobApi } from '../../api/blobs.js';
import { failureOf } from '../../api/http.js';
import { usePiece, usePieceStore } from '../../store/PieceContext.js';
import { FileButton } from '../../ui/FileButton.js';
import { momentText } from '../order/words.js';

/** A note that has a photo. */
export type PhotoNote = Note & { readonly photo: string };

export const photosOf = (notes: readonly Note[]): PhotoNote[] =>
  notes.filter((n): n is PhotoNote => n.photo !== null);

/** Brings a photo in: it is kept beside the piece, with a note that names it. */
function AddPhoto({ onAdded }: { readonly onAdded: (photo: string) => void }) {
  const store = usePieceStore();
  const { notes } = usePiece();
  const [state, setState] = useState<string | null>(null);
  const take = async (file: File) => {
    try {
      setState('Sending the photo');
      const { hash } = await blobApi.add('photo', file);
      const madeAt = new Date(Math.min(Date.now(), file.lastModified || Date.now())).toISOString();
      store.edit((piece) => withNote(piece, { text: '', layer: 'Photo of it', madeAt, photo: hash }));
      setState(null);
      onAdded(hash);
    } catch (error) {
      setState(failureOf(error));
    }
  };
  if (notes.length >= MOST_NOTES)
    return <p className="text-label">{MOST_NOTES} notes are the most that a piece holds.</p>;
  return (
    <>
      <FileButton
        label="A photo of it"
        accept="image/jpeg,image/png,image/heic,.jpg,.jpeg,.png,.heic"
        onFiles={([file]) => void take(file)}
      />
      {state && (
        <p role="status" className="bg-g10 px-2 py-1 text-label text-g98">
          {state}
        </p>
      )}
    </>
  );
}

interface PhotoListProps {
  readonly chosen: string | null;
  readonly onChoose: (photo: string) => void;
}

/** Photos of the piece, the newest first. */
export function PhotoList({ chosen, onChoose }: PhotoListProps) {
  const store = usePieceStore();
  const photos = photosOf(usePiece().notes);
  return (
    <section aria-labelledby="photos" className="space-y-2">
      <h2 id="photos" className="font-semibold">
        Photos
      </h2>
      <AddPhoto onAdded={onChoose} />
      <ol className="space-y-1">
        {[...photos].reverse().map((note) => {
          const when = note.madeAt ? momentText(note.madeAt) : 'some time';
          const open = note.photo === chosen;
          return (
            <li key={note.id} className={`rounded-sm ${open ? 'bg-g10 text-g98' : 'bg-g98'}`}>
              <button
                type="button"
                aria-pressed={open}
                className="flex w-full gap-3 p-2 text-left"
                onClick={() => onChoose(note.photo)}
              >
                <img
                  src={blobApi.address(note.photo)}
                  alt=""
                  loading="lazy"
                  className="size-14 shrink-0 object-cover"
                />
                <span className="min-w-0 text-label">
                  <span className="block font-semibold">{when}</span>
                  <span className="line-clamp-2 [overflow-wrap:anywhere]">{note.text}</span>
                </span>
              </button>
              {open && (
                <button
                  type="button"
                  className="px-2 pb-2 text-label underline underline-offset-2"
                  onClick={() => store.edit((piece) => withoutNote(piece, note.id))}
                >
                  let it go
                </button>
              )}
            </li>
          );
        })}
      </ol>
    </section>
  );
}
