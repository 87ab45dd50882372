import type { Paint } from '@pale-glint/core';
import { FileButton } from '../ui/FileButton.js';
import { Button } from '../ui/Button.js';

/** So many of the last pots stand on the stand-in photo. */
const STAND_IN_POTS = 6;

interface CardStartProps {
  /** Paints of which a dot can be laid. */
  readonly paints: readonly Paint[];
  readonly white: Paint | null;
  readonly busy: boolean;
  readonly onOpen: (file: Blob) => void;
  readonly onStandIn: (pots: readonly Paint[], white: Paint | null) => void;
}

/** How a card is made, and where its photo comes in. */
export function CardStart({ paints, white, busy, onOpen, onStandIn }: CardStartProps) {
  const pots = paints.filter((p) => p.kind === 'paint').slice(-STAND_IN_POTS);
  return (
    <div className="max-w-md space-y-3 bg-g96 p-6">
      <h2 className="text-lead font-semibold">A card, a grey, a dot of each paint</h2>
      <ol className="list-decimal space-y-1 pl-5 text-label">
        <li>
          Put dots as wide as a fingertip on plain white card, thick enough to hide it; inks and washes in one
          coat.
        </li>
        <li>Lay something of known grey beside them.</li>
        <li>
          Let it dry. Photograph it whole, straight from above, in one even light, with nothing burnt out.
        </li>
      </ol>
      <div className="flex flex-wrap gap-2 pt-1">
        <FileButton
          label="Open a photo of the card"
          accept="image/jpeg,image/png"
          onFiles={([file]) => onOpen(file)}
        />
        <Button look="plain" disabled={paints.length === 0} onClick={() => onStandIn(pots, white)}>
          Try with a stand-in photo
        </Button>
      </div>
      <p className="text-label text-g28">
        The stand-in shows your last six pots, as if each dried a little darker than it is written.
      </p>
      {busy && (
        <p role="status" className="text-label">
          Opening the photo.
        </p>
      )}
    </div>
  );
}
