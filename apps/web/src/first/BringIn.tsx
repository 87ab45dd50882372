import { isArchive, MOST_BYTES, MOST_BYTES_TEXT } from '@pale-glint/core';
import { useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { blobApi, type BlobKind } from '../api/blobs.js';
import { Refusal } from '../api/http.js';
import { api, keys, type IfExists } from '../api/pieces.js';
import { Button } from '../ui/Button.js';
import { Dialog } from '../ui/Dialog.js';
import { ProblemList } from '../ui/states.js';
import { unpacked } from '../workers/scanClient.js';

const MOST_ARCHIVE = 400 * 1024 * 1024;

const tooLarge = (bytes: number) =>
  new Refusal(413, {
    says: 'The file is too large.',
    problems: [
      {
        path: 'file',
        held: `${bytes} bytes`,
        accepted: `at most ${MOST_BYTES_TEXT} for a piece, 400 MB for an archive of one`,
      },
    ],
  });

const changedSince = (hash: string) =>
  new Refusal(400, {
    says: 'The archive was changed after it was written.',
    problems: [
      {
        path: `blobs/${hash.slice(0, 12)}`,
        held: 'other bytes than its name says',
        accepted: 'an archive as it was written',
      },
    ],
  });

/** What the first bytes of something kept in an archive say it is. */
async function kindOf(bytes: Blob): Promise<BlobKind> {
  const head = new TextDecoder().decode(await bytes.slice(0, 8).arrayBuffer());
  if (head === 'PGsculpt') return 'surface';
  return head.startsWith('PGshape') ? 'shape' : 'photo';
}

/** The text of the piece in an archive. Its photos and surfaces go to the server first: nothing is half there. */
async function fromArchive(file: File): Promise<string> {
  const { piece, blobs } = await unpacked(file);
  for (const [hash, bytes] of blobs) {
    const stored = await blobApi.add(await kindOf(bytes), bytes);
    if (stored.hash !== hash) throw changedSince(hash);
  }
  return piece;
}

/** Files taken in one by one: what was refused, and what is asked where a piece is here already. */
function useTakePiece() {
  const client = useQueryClient();
  const navigate = useNavigate();
  const [text, setText] = useState<string | null>(null);
  const [asked, setAsked] = useState<string | null>(null);
  const [refused, setRefused] = useState<Error | null>(null);

  const add = async (body: string, ifExists: IfExists) => {
    try {
      const saved = await api.add(body, ifExists);
      setAsked(null);
      await client.invalidateQueries({ queryKey: keys.pieces });
      await navigate(`/pieces/${saved.id}/glint`);
    } catch (error) {
      if (error instanceof Refusal && error.status === 409 && error.body.exists) {
        setText(body);
        setAsked(error.message);
      } else {
        setAsked(null);
        setRefused(error as Error);
      }
    }
  };
  const take = async (file: File | undefined) => {
    if (!file) return;
    const archive = /\.zip$/i.test(file.name);
    try {
      if (file.size > (archive ? MOST_ARCHIVE : MOST_BYTES)) throw tooLarge(file.size);
      const packed = isArchive(new Uint8Array(await file.slice(0, 4).arrayBuffer()));
      await add(packed ? await fromArchive(file) : await file.text(), 'refuse');
    } catch (error) {
      setRefused(error as Error);
    }
  };

  return {
    take,
    refused,
    asked,
    /** What is asked is answered: replace the piece, or keep both. */
    answer: (ifExists: IfExists) => void add(text!, ifExists),
    leave: () => {
      setAsked(null);
      setRefused(null);
    },
  };
}

/** Brings a piece file in; asks where its id is already here, and lists what is wrong with a refused one. */
export function BringIn() {
  const input = useRef<HTMLInputElement>(null);
  const { take, refused, asked, answer, leave } = useTakePiece();
  return (
    <>
      <input
        ref={input}
        type="file"
        accept=".json,.zip,application/json,application/zip"
        className="sr-only"
        tabIndex={-1}
        aria-label="Piece file"
        onChange={(e) => {
          const file = e.target.files?.[0];
          e.target.value = '';
          void take(file);
        }}
      />
      <Button look="dark" onClick={() => input.current?.click()}>
        Bring in a piece file
      </Button>
      <Dialog open={asked !== null} onClose={leave} title="This piece is already here">
        <p>{asked}</p>
        <div className="flex justify-end gap-2">
          <Button look="plain" onClick={leave}>
            Leave it
          </Button>
          <Button look="plain" onClick={() => answer('replace')}>
            Replace it
          </Button>
          <Button onClick={() => answer('copy')}>Keep both</Button>
        </div>
      </Dialog>
      <Dialog open={refused !== null} onClose={leave} title="The file was not accepted">
        <p>{refused?.message} Nothing was stored.</p>
        {refused instanceof Refusal && refused.body.problems && (
          <ProblemList problems={refused.body.problems} />
        )}
        <div className="flex justify-end">
          <Button onClick={leave}>Close</Button>
        </div>
      </Dialog>
    </>
  );
}
