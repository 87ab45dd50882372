import { counted, type BackupPreview, type RestoreMode } from '@pale-glint/core';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { backupApi } from '../api/backup.js';
import { failureOf } from '../api/http.js';
import { Button } from '../ui/Button.js';
import { Dialog } from '../ui/Dialog.js';
import { FileButton } from '../ui/FileButton.js';

const STATES = { new: 'not here yet', same: 'here, the same', other: 'here, but different' } as const;

/** What a backup would bring, and how: nothing is stored before the painter says so. */
function Preview({
  preview,
  onRestore,
  onClose,
}: {
  readonly preview: BackupPreview;
  readonly onRestore: (mode: RestoreMode) => void;
  readonly onClose: () => void;
}) {
  const { pieces, paints, photos, answers } = preview;
  return (
    <Dialog open onClose={onClose} title="What this backup holds">
      <p>
        {counted(pieces.length, 'piece')}, a shelf of {paints} paints, {photos} photos and surfaces
        {answers === null
          ? '. It is from before there were drills: your answers to them stay as they are.'
          : `, ${counted(answers, 'answer')} to drills.`}
      </p>
      <ul
        className="max-h-60 relative overflow-y-auto border-y border-g82 py-1 text-label"
        aria-label="Pieces in the backup"
      >
        {pieces.map((p) => (
          <li key={p.id} className="flex justify-between gap-4 py-0.5">
            <span className="font-semibold">{p.name}</span> <span>{STATES[p.state]}</span>
          </li>
        ))}
      </ul>
      <p className="text-label text-g28">
        Put beside: nothing here changes, what differs comes as a copy. In place: everything here becomes as
        it is in the backup, and what is not in it goes.
      </p>
      <div className="flex flex-wrap justify-end gap-2">
        <Button look="plain" onClick={onClose}>
          Leave it
        </Button>
        <Button look="plain" onClick={() => onRestore('replace')}>
          In place of what is here
        </Button>
        <Button onClick={() => onRestore('merge')}>Put beside what is here</Button>
      </div>
    </Dialog>
  );
}

/** Everything as one file: taken out, and brought back with a look at what it would change. */
export function Everything() {
  const client = useQueryClient();
  const [held, setHeld] = useState<{ readonly file: File; readonly preview: BackupPreview } | null>(null);
  const [said, setSaid] = useState('');
  const during = (doing: string, work: () => Promise<string>) => {
    setSaid(doing);
    work().then(setSaid, (error: unknown) => setSaid(`Nothing was changed. ${failureOf(error)}`));
  };
  return (
    <section
      aria-labelledby="everything"
      className="mt-6 flex flex-wrap items-center gap-3 bg-g38 px-5 py-3 text-g96"
    >
      <h2 id="everything" className="font-semibold">
        Everything as one file
      </h2>
      <p className="min-w-60 flex-1 text-label">
        Pieces, ticks, shelf, approaches, photos, answers to drills. Keep it on another disk: the copies of
        the last seven days of use stand beside the data, and are lost with it.
      </p>
      <a
        href={backupApi.address}
        download
        className="inline-flex min-h-9 items-center rounded-sm bg-g96 px-3.5 text-label font-semibold text-g05 hover:bg-g98"
      >
        Take it out
      </a>
      <FileButton
        label="Bring it back"
        accept=".zip,application/zip"
        onFiles={([file]) =>
          during('Looking at it', async () => {
            setHeld({ file, preview: await backupApi.preview(file) });
            return '';
          })
        }
      />
      {said && (
        <p role="status" className="w-full text-label">
          {said}
        </p>
      )}
      {held && (
        <Preview
          preview={held.preview}
          onClose={() => setHeld(null)}
          onRestore={(mode) => {
            setHeld(null);
            during('Bringing it back', async () => {
              const { pieces, photos } = await backupApi.restore(held.file, mode);
              await client.invalidateQueries();
              return `Brought back: ${counted(pieces, 'piece')} and ${photos} photos and surfaces.`;
            });
          }}
        />
      )}
    </section>
  );
}
