import { MOST_NOTE_CHARACTERS, MOST_NOTES, withNote, type OrderLayer } from '@pale-glint/core';
import { useEffect, useMemo, useState } from 'react';
import { blobApi } from '../../../api/blobs.js';
import { failureOf } from '../../../api/http.js';
import { usePiece, usePieceStore } from '../../../store/PieceContext.js';

const BIG = 'min-h-12 px-5 text-lg font-semibold';

/** The address of a file on this device, as long as it is shown. */
function useAddressOf(file: File | null): string | null {
  const address = useMemo(() => file && URL.createObjectURL(file), [file]);
  useEffect(() => () => void (address && URL.revokeObjectURL(address)), [address]);
  return address;
}

/** A photo of how it looks now: by the camera where there is one, else a file. */
function PhotoOfNow({
  photo,
  onPhoto,
}: {
  readonly photo: File | null;
  readonly onPhoto: (photo: File | null) => void;
}) {
  const address = useAddressOf(photo);
  return (
    <div className="flex flex-wrap items-center gap-3">
      {address && <img src={address} alt="The photo that is kept with it" className="h-24 w-auto" />}
      <label
        className={`${BIG} inline-flex items-center bg-g38 focus-within:ring-2 focus-within:ring-g98 focus-within:ring-offset-2`}
      >
        {photo ? 'Another photo' : 'A photo of it now'}
        <input
          type="file"
          accept="image/jpeg,image/png"
          capture="environment"
          className="sr-only"
          onChange={(e) => {
            const [file] = e.target.files ?? [];
            e.target.value = '';
            if (file) onPhoto(file);
          }}
        />
      </label>
      {photo && (
        <button type="button" className={`${BIG} underline`} onClick={() => onPhoto(null)}>
          Without it
        </button>
      )}
    </div>
  );
}

/** A note of the painter's, with a photo if they like, kept with the piece. */
export function Note({ layer, onClose }: { readonly layer: OrderLayer; readonly onClose: () => void }) {
  const store = usePieceStore();
  const full = usePiece().notes.length >= MOST_NOTES;
  const [text, setText] = useState('');
  const [photo, setPhoto] = useState<File | null>(null);
  const [state, setState] = useState<string | null>(null);
  const keep = async () => {
    if (!text.trim() && !photo) return onClose();
    try {
      if (photo) setState('Sending the photo');
      const hash = photo && (await blobApi.add('photo', photo)).hash;
      const note = { text, layer: layer.title, madeAt: new Date().toISOString(), photo: hash };
      store.edit((piece) => withNote(piece, note));
      onClose();
    } catch (error) {
      // Words and photo stay where they are, to be kept once more.
      setState(failureOf(error));
    }
  };
  if (full)
    return (
      <p role="alert" className="bg-g18 p-5 text-lg">
        {MOST_NOTES} notes are the most that a piece holds. Let some of them go on the painting order first.
      </p>
    );
  return (
    <form
      aria-label="A note"
      className="space-y-3 bg-g18 p-5"
      onSubmit={(e) => {
        e.preventDefault();
        void keep();
      }}
    >
      <textarea
        autoFocus
        aria-label="Note"
        className="h-24 w-full bg-g98 p-3 text-xl text-g05"
        value={text}
        maxLength={MOST_NOTE_CHARACTERS - layer.title.length - 2}
        onChange={(e) => setText(e.target.value)}
      />
      <PhotoOfNow photo={photo} onPhoto={setPhoto} />
      <div className="flex flex-wrap items-center gap-4">
        <button type="submit" className={`${BIG} bg-g98 text-g05`}>
          Keep the note
        </button>
        {state && (
          <p role="status" className="text-lg">
            {state}
          </p>
        )}
      </div>
    </form>
  );
}
