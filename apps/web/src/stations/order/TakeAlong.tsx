import { readTicks, RefusedInput, type OrderLayer, type Piece, type Schedule } from '@pale-glint/core';
import { useState } from 'react';
import { Button } from '../../ui/Button.js';
import { FileButton } from '../../ui/FileButton.js';
import { fileName, saveFile } from '../../ui/saveFile.js';
import { useStation } from '../stationState.js';
import { benchFile, ticksFor } from './bench/benchFile.js';

/** The evening taken along as one page that needs no server, and its ticks brought back. */
export function TakeAlong({
  schedule,
  order,
  piece,
}: {
  readonly schedule: Schedule;
  readonly order: readonly OrderLayer[];
  readonly piece: Piece;
}) {
  const { run } = useStation();
  const [said, setSaid] = useState('');
  const [busy, setBusy] = useState(false);
  const take = async () => {
    setBusy(true);
    try {
      const text = await benchFile(piece, order, schedule, {
        live: false,
        tell: (share) => setSaid(`Painting the pictures, ${Math.round(100 * share)} %`),
      });
      saveFile(fileName(piece.name, '-table.html'), [text], 'text/html');
      setSaid('Open it on a phone or tablet; it needs no network. Its ticks come back as a file.');
    } catch (error) {
      setSaid(`Not made: ${error instanceof Error ? error.message : String(error)}`);
    }
    setBusy(false);
  };
  const bring = async (file: File) => {
    try {
      const { piece: of, ticks } = readTicks(await file.text());
      if (of !== piece.id) return setSaid(`Nothing was ticked: these are ticks of “${of}”, another piece.`);
      const mine = ticksFor(order, ticks).filter((t) => t.copy <= piece.copies);
      if (mine.length > 0) run.tick(...mine);
      const lost = ticks.length - mine.length;
      setSaid(
        `${mine.length} ticked.${lost > 0 ? ` ${lost} are for steps that this order has no more.` : ''}`,
      );
    } catch (error) {
      setSaid(
        `Nothing was ticked. ${error instanceof RefusedInput ? error.message : 'The file could not be read.'}`,
      );
    }
  };
  return (
    <div className="rounded-sm bg-g96 p-4">
      <p className="pb-2 font-semibold">Without this computer</p>
      <div className="flex flex-wrap gap-2">
        <Button look="plain" disabled={busy || schedule.evenings.length === 0} onClick={() => void take()}>
          The table as a page
        </Button>
        <FileButton
          label="Ticks from it"
          look="plain"
          accept=".json,application/json"
          onFiles={([file]) => void bring(file)}
        />
      </div>
      <p role="status" className="pt-1 text-label text-g28">
        {said}
      </p>
    </div>
  );
}
