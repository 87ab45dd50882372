import { blobsOf, viewIn, writePiece, type Piece } from '@pale-glint/core';
import { useState } from 'react';
import { fileName, saveFile } from '../ui/saveFile.js';
import { askCard, askPng, askSvg } from '../workers/mapClient.js';
import { packed } from '../workers/scanClient.js';
import { useStation } from './stationState.js';

type PngJob = Parameters<typeof askPng>[0];

/** Everything that leaves the program, as files; tells what it is doing, or why it could not. */
export function useExports(piece: Piece) {
  const { run, figureView } = useStation();
  const [status, setStatus] = useState<string | null>(null);
  const during = async (message: string, work: () => Promise<void>) => {
    setStatus(message);
    try {
      await work();
      setStatus(null);
    } catch (error) {
      setStatus(`Not exported: ${error instanceof Error ? error.message : String(error)}`);
    }
  };
  const save = (name: string, ending: string, type: string, bytes: BlobPart) =>
    saveFile(fileName(name, ending), [bytes], type);
  const text = () => writePiece(run.ticks.length > 0 ? { ...piece, run: { ticks: [...run.ticks] } } : piece);
  const hashes = blobsOf(piece);
  return {
    status,
    /** How many photos and surfaces the piece names. */
    blobs: hashes.length,
    png: (job: Omit<PngJob, 'piece'>) =>
      during('Painting the picture', async () =>
        save(piece.name, '.png', 'image/png', await askPng({ piece, figureView, ...job })),
      ),
    svg: () =>
      during('Drawing the map', async () =>
        save(
          piece.name,
          '.svg',
          'image/svg+xml',
          await askSvg({ piece, figureView: viewIn(piece, figureView).id }),
        ),
      ),
    /** @param part id of the part; null for all of the piece */
    card: (part: string | null, name: string) =>
      during('Laying out the card', async () =>
        save(name, '-card.pdf', 'application/pdf', await askCard({ piece, part, ticks: run.ticks })),
      ),
    file: () => save(piece.name, '.glint.json', 'application/json', text()),
    archive: () =>
      during('Packing the piece', async () => {
        save(piece.name, '.glint.zip', 'application/zip', await packed(text(), hashes));
      }),
  };
}

export type Exports = ReturnType<typeof useExports>;
