import type { Piece } from '@pale-glint/core';
import { useState } from 'react';
import { SURROUNDS, useLook } from '../look/look.js';
import { boundsOfPiece } from '../map/usePicture.js';
import { Button } from '../ui/Button.js';
import { Dialog } from '../ui/Dialog.js';
import { NumberField } from '../ui/NumberField.js';
import { paintedView, wordsOf } from '../map/ViewSwitch.js';
import { useSeen, useStation } from './stationState.js';
import type { Exports } from './useExports.js';

const SMALLEST_PX = 64;
const LARGEST_PX = 4000;
const FIRST_PX = 2400;

/** Size of a picture by its longer side. */
function pictureSize(b: ReturnType<typeof boundsOfPiece>, longer: number): { width: number; height: number } {
  const [w, h] = [b.right - b.left, b.top - b.bottom];
  const k = longer / Math.max(w, h);
  return { width: Math.max(1, Math.round(w * k)), height: Math.max(1, Math.round(h * k)) };
}

interface PictureDialogProps {
  readonly piece: Piece;
  readonly open: boolean;
  readonly onClose: () => void;
  readonly png: Exports['png'];
}

/** Asks how large a picture is wanted, and paints it as the map is shown now. */
export function PictureDialog({ piece, open, onClose, png }: PictureDialogProps) {
  const { view, after, selected, close } = useStation();
  const { surround } = useLook();
  const seen = useSeen();
  const [longer, setLonger] = useState(FIRST_PX);
  const part = close ? (piece.parts.find((p) => p.id === selected)?.id ?? null) : null;
  const size = pictureSize(boundsOfPiece(seen, part), longer);
  const paint = () => {
    onClose();
    void png({ ...size, view: paintedView(view), after, part, surroundHex: SURROUNDS[surround].hex });
  };
  return (
    <Dialog open={open} onClose={onClose} title="Picture as PNG">
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
        {size.width} × {size.height} points, {wordsOf(view)}
        {part ? ', the part close up' : ''}, on the {SURROUNDS[surround].label.toLowerCase()} surround.
      </p>
      <div className="flex justify-end gap-2">
        <Button look="plain" onClick={onClose}>
          Not now
        </Button>
        <Button onClick={paint}>Paint it</Button>
      </div>
    </Dialog>
  );
}
