import type { Paint } from '@pale-glint/core';
import { Button } from '../../ui/Button.js';
import { LadderColumns } from './LadderColumns.js';
import type { Offer } from './useLadderEdits.js';

interface LadderOfferProps {
  readonly offer: Offer;
  readonly paints: readonly Paint[];
  readonly onTake: () => void;
  readonly onLeave: () => void;
}

/** Mixes that were found, to be taken or left. */
export function LadderOffer({ offer, paints, onTake, onLeave }: LadderOfferProps) {
  return (
    <section aria-label="Mixes found" className="mt-3 bg-g62 p-4">
      <div className="flex items-center justify-between gap-4 pb-8">
        <p role="status" className="font-semibold">
          {offer.label}
        </p>
        <span className="flex gap-2">
          <Button onClick={onTake}>Take these mixes</Button>
          <Button look="plain" onClick={onLeave}>
            Leave them
          </Button>
        </span>
      </div>
      <LadderColumns
        ladder={offer.ladder}
        paints={paints}
        found={offer.steps}
        label={`${offer.ladder.name}, mixes found`}
      />
    </section>
  );
}
