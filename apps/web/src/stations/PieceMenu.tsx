import { blobsOf, writePiece } from '@pale-glint/core';
import { Keyboard, Redo2, Share, Undo2 } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { useState } from 'react';
import { Link } from 'react-router';
import { useCommands } from '../commands/useCommands.js';
import { SURROUNDS, useLook } from '../look/look.js';
import { boundsOfPiece } from '../map/usePicture.js';
import { usePieceState, usePieceStore } from '../store/PieceContext.js';
import { Button } from '../ui/Button.js';
import { Dialog } from '../ui/Dialog.js';
import { NumberField } from '../ui/NumberField.js';
import { fileName, saveFile } from '../ui/saveFile.js';
import { paintedView } from '../ui/ViewSwitch.js';
import { runScanJob } from '../workers/scanClient.js';
import { askCard, askPng, askSvg } from '../workers/mapClient.js';
import { useStation } from './stationState.js';

const item = 'block w-full cursor-pointer px-4 py-2 text-left outline-none data-[highlighted]:bg-g88';
const round = 'grid size-9 place-items-center rounded-sm text-g10 hover:bg-g82 disabled:text-g62';
const SMALLEST_PX = 64;
const LARGEST_PX = 4000;

/** Size of a picture by its longer side. */
function pictureSize(b: ReturnType<typeof boundsOfPiece>, longer: number): { width: number; height: number } {
  const [w, h] = [b.right - b.left, b.top - b.bottom];
  const k = longer / Math.max(w, h);
  return { width: Math.max(1, Math.round(w * k)), height: Math.max(1, Math.round(h * k)) };
}

/** Undo, redo, and everything that leaves the program. */
export function PieceMenu() {
  const store = usePieceStore();
  const { piece, canUndo, canRedo } = usePieceState();
  const { view, run, after, selected, close } = useStation();
  const { surround } = useLook();
  const [note, setNote] = useState<string | null>(null);
  const [open, setOpen] = useState(false);
  const [asking, setAsking] = useState(false);
  const [longer, setLonger] = useState(2400);
  const part = piece.parts.find((p) => p.id === selected) ?? null;
  const shown = close ? (part?.id ?? null) : null;
  const size = pictureSize(boundsOfPiece(piece, shown), longer);
  useCommands({ take: () => setOpen(true) });
  const during = async (message: string, work: () => Promise<void>) => {
    setNote(message);
    try {
      await work();
      setNote(null);
    } catch (error) {
      setNote(`Not exported: ${error instanceof Error ? error.message : String(error)}`);
    }
  };
  const png = () => {
    setAsking(false);
    return during('Painting the picture', async () => {
      const surroundHex = SURROUNDS[surround].hex;
      const bytes = await askPng({
        piece,
        ...size,
        view: paintedView(view),
        after,
        part: shown,
        surroundHex,
      });
      saveFile(fileName(piece.name, '.png'), [bytes], 'image/png');
    });
  };
  const svg = () =>
    during('Drawing the map', async () => {
      saveFile(fileName(piece.name, '.svg'), [await askSvg({ piece })], 'image/svg+xml');
    });
  const card = (of: string | null, name: string) =>
    during('Laying out the card', async () => {
      saveFile(fileName(name, '-card.pdf'), [await askCard({ piece, part: of })], 'application/pdf');
    });
  const text = () => writePiece(run.ticks.length > 0 ? { ...piece, run: { ticks: [...run.ticks] } } : piece);
  const file = () => saveFile(fileName(piece.name, '.glint.json'), [text()], 'application/json');
  const hashes = blobsOf(piece);
  const archive = () =>
    during('Packing the piece', async () => {
      const { result } = runScanJob({ kind: 'pack', piece: text(), hashes }, 'packed', () => undefined);
      saveFile(fileName(piece.name, '.glint.zip'), [(await result).bytes], 'application/zip');
    });

  return (
    <>
      {note && (
        <p role="status" className="max-w-48 text-label text-g28">
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
      <DropdownMenu.Root modal={false} open={open} onOpenChange={setOpen}>
        <DropdownMenu.Trigger className={round} aria-label="Take it with you" title="Take it with you (E)">
          <Share size={18} />
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content
            align="end"
            sideOffset={6}
            className="z-20 w-72 rounded-sm bg-g98 py-1 shadow-lg ring-1 ring-g72"
          >
            {part && (
              <DropdownMenu.Item className={item} onSelect={() => void card(part.id, part.name)}>
                Card of {part.name.split(',')[0].toLowerCase()}
                <span className="block text-label text-g38">
                  one page to print: zones, steps, mixes, cautions
                </span>
              </DropdownMenu.Item>
            )}
            <DropdownMenu.Item
              className={item}
              disabled={piece.parts.length === 0}
              onSelect={() => void card(null, piece.name)}
            >
              Card of the piece
              <span className="block text-label text-g38">one page to print, also without colour</span>
            </DropdownMenu.Item>
            <DropdownMenu.Item className={item} onSelect={() => setAsking(true)}>
              Picture as PNG
              <span className="block text-label text-g38">as it is shown now, at a size you choose</span>
            </DropdownMenu.Item>
            <DropdownMenu.Item className={item} onSelect={() => void svg()}>
              Map as SVG
              <span className="block text-label text-g38">zones, borders, horizons, edges, dots, in mm</span>
            </DropdownMenu.Item>
            <DropdownMenu.Item className={item} onSelect={file}>
              Piece file
              <span className="block text-label text-g38">
                {hashes.length > 0 ? 'without its photos and surfaces' : 'everything, with what is painted'}
              </span>
            </DropdownMenu.Item>
            {hashes.length > 0 && (
              <DropdownMenu.Item className={item} onSelect={() => void archive()}>
                Piece with its photos
                <span className="block text-label text-g38">
                  one archive: {hashes.length}{' '}
                  {hashes.length === 1 ? 'photo or surface' : 'photos and surfaces'} in it
                </span>
              </DropdownMenu.Item>
            )}
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      <Link
        to="/keys"
        className={round}
        aria-label="Everything by keyboard"
        title="Everything by keyboard (?)"
      >
        <Keyboard size={18} />
      </Link>
      <Dialog open={asking} onClose={() => setAsking(false)} title="Picture as PNG">
        <NumberField
          label="Longer side"
          unit="px"
          value={longer}
          min={SMALLEST_PX}
          max={LARGEST_PX}
          step={100}
          onChange={(v) => setLonger(Math.round(v))}
        />
        <p className="text-label text-g28">
          {size.width} × {size.height} points, {view === 'squint' ? 'painted' : view}
          {shown ? ', the part close up' : ''}, on the {SURROUNDS[surround].label.toLowerCase()} surround.
        </p>
        <div className="flex justify-end gap-2">
          <Button look="plain" onClick={() => setAsking(false)}>
            Not now
          </Button>
          <Button onClick={() => void png()}>Paint it</Button>
        </div>
      </Dialog>
    </>
  );
}
