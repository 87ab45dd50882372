import { writePiece, SURROUND } from '@pale-glint/core';
import { Redo2, Share, Undo2 } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { useState } from 'react';
import { boundsOfPiece } from '../map/usePicture.js';
import { usePieceState, usePieceStore } from '../store/PieceContext.js';
import { fileName, saveFile } from '../ui/saveFile.js';
import { askPng, askSvg } from '../workers/mapClient.js';
import { useDesk } from './desk.js';

const PNG_LONGER_SIDE = 2400;
const item = 'block w-full cursor-pointer px-4 py-2 text-left outline-none data-[highlighted]:bg-g88';
const round = 'grid size-9 place-items-center rounded-sm text-g10 hover:bg-g82 disabled:text-g72';

/** Undo, redo, and everything that leaves the program. */
export function PieceMenu() {
  const store = usePieceStore();
  const { piece, canUndo, canRedo } = usePieceState();
  const { view, run, after } = useDesk();
  const [note, setNote] = useState<string | null>(null);
  const during = async (says: string, work: () => Promise<void>) => {
    setNote(says);
    try {
      await work();
      setNote(null);
    } catch (error) {
      setNote(`Not exported: ${error instanceof Error ? error.message : String(error)}`);
    }
  };
  const png = () =>
    during('Painting the picture', async () => {
      const b = boundsOfPiece(piece, null);
      const [w, h] = [b.right - b.left, b.top - b.bottom];
      const k = PNG_LONGER_SIDE / Math.max(w, h);
      const bytes = await askPng({
        piece,
        width: Math.round(w * k),
        height: Math.round(h * k),
        view,
        after,
        part: null,
        surroundHex: SURROUND,
      });
      saveFile(fileName(piece.name, '.png'), [bytes], 'image/png');
    });
  const svg = () =>
    during('Drawing the map', async () => {
      saveFile(fileName(piece.name, '.svg'), [await askSvg({ piece })], 'image/svg+xml');
    });
  const file = () =>
    saveFile(
      fileName(piece.name, '.glint.json'),
      [writePiece(run.ticks.length > 0 ? { ...piece, run: { ticks: [...run.ticks] } } : piece)],
      'application/json',
    );

  return (
    <>
      {note && (
        <p role="status" className="text-label text-g28">
          {note}
        </p>
      )}
      <button
        type="button"
        className={round}
        disabled={!canUndo}
        onClick={() => store.undo()}
        aria-label="Undo"
        title="Undo (Ctrl Z)"
      >
        <Undo2 size={18} />
      </button>
      <button
        type="button"
        className={round}
        disabled={!canRedo}
        onClick={() => store.redo()}
        aria-label="Redo"
        title="Redo (Ctrl Shift Z)"
      >
        <Redo2 size={18} />
      </button>
      <DropdownMenu.Root>
        <DropdownMenu.Trigger className={round} aria-label="Take it with you" title="Take it with you">
          <Share size={18} />
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content
            align="end"
            sideOffset={6}
            className="w-64 rounded-sm bg-g98 py-1 shadow-lg ring-1 ring-g72"
          >
            <DropdownMenu.Item className={item} onSelect={file}>
              Piece file
              <span className="block text-label text-g38">everything, with what is painted</span>
            </DropdownMenu.Item>
            <DropdownMenu.Item className={item} onSelect={() => void svg()}>
              Map as SVG
              <span className="block text-label text-g38">zones, borders, horizons, dots, in mm</span>
            </DropdownMenu.Item>
            <DropdownMenu.Item className={item} onSelect={() => void png()}>
              Picture as PNG
              <span className="block text-label text-g38">as it is shown now</span>
            </DropdownMenu.Item>
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
    </>
  );
}
