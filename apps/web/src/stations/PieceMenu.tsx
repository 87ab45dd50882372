import { counted } from '@pale-glint/core';
import type { Part, Piece } from '@pale-glint/core';
import { Keyboard, Redo2, Share, Undo2 } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { useCommands } from './commands/useCommands.js';
import { usePieceState, usePieceStore } from '../store/PieceContext.js';
import { PictureDialog } from './PictureDialog.js';
import { useStation } from './stationState.js';
import { useExports, type Exports } from './useExports.js';

const round = 'grid size-9 place-items-center rounded-sm text-g10 hover:bg-g82 disabled:text-g62';

interface ItemProps {
  readonly label: string;
  readonly disabled?: boolean;
  readonly onSelect: () => void;
  /** What is in it, in a line. */
  readonly children: ReactNode;
}

function Item({ label, disabled = false, onSelect, children }: ItemProps) {
  return (
    <DropdownMenu.Item
      className="block w-full cursor-pointer px-4 py-2 text-left outline-none data-[highlighted]:bg-g88"
      disabled={disabled}
      onSelect={onSelect}
    >
      {label}
      <span className="block text-label text-g38">{children}</span>
    </DropdownMenu.Item>
  );
}

interface TakeMenuProps {
  readonly piece: Piece;
  readonly part: Part | null;
  readonly exports: Exports;
  readonly onPicture: () => void;
}

/** Everything that leaves the program, as a menu. */
function TakeMenu({ piece, part, exports, onPicture }: TakeMenuProps) {
  const [open, setOpen] = useState(false);
  useCommands({ take: () => setOpen(true) });
  const { card, svg, file, archive, blobs } = exports;
  return (
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
            <Item
              label={`Card of ${part.name.split(',')[0].toLowerCase()}`}
              onSelect={() => void card(part.id, part.name)}
            >
              one page to print: zones, steps, mixes, cautions
            </Item>
          )}
          <Item
            label="Card of the piece"
            disabled={piece.parts.length === 0}
            onSelect={() => void card(null, piece.name)}
          >
            one page to print, also without colour
          </Item>
          <Item label="Picture as PNG" onSelect={onPicture}>
            as it is shown now, at a size you choose
          </Item>
          <Item label="Map as SVG" onSelect={() => void svg()}>
            zones, borders, horizons, edges, dots, in mm
          </Item>
          <Item label="Piece file" onSelect={file}>
            {blobs > 0 ? 'without its photos and surfaces' : 'everything, with what is painted'}
          </Item>
          {blobs > 0 && (
            <Item label="Piece with its photos" onSelect={() => void archive()}>
              one archive: {counted(blobs, 'photo or surface', 'photos and surfaces')} in it
            </Item>
          )}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

/** Undo, redo, and everything that leaves the program. */
export function PieceMenu() {
  const store = usePieceStore();
  const { piece, canUndo, canRedo } = usePieceState();
  const { selected } = useStation();
  const exports = useExports(piece);
  const [asking, setAsking] = useState(false);
  const part = piece.parts.find((p) => p.id === selected) ?? null;
  return (
    <>
      {exports.status && (
        <p role="status" className="max-w-48 text-label text-g28">
          {exports.status}
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
      <TakeMenu piece={piece} part={part} exports={exports} onPicture={() => setAsking(true)} />
      <Link
        to="/keys"
        className={round}
        aria-label="Everything by keyboard"
        title="Everything by keyboard (?)"
      >
        <Keyboard size={18} />
      </Link>
      <PictureDialog piece={piece} open={asking} onClose={() => setAsking(false)} png={exports.png} />
    </>
  );
}
