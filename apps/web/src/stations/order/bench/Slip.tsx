import { duration, slipCure, type OrderLayer } from '@pale-glint/core';
import { useState } from 'react';

const BIG = 'min-h-12 px-5 text-lg font-semibold';

/** A slip of the brush, wet or dry: the cure with its mix, and what it costs. */
export function Slip({
  layer,
  below,
  onClose,
}: {
  readonly layer: OrderLayer;
  /** The layer that lies under this one on the same parts; null where there is none. */
  readonly below: OrderLayer | null;
  readonly onClose: () => void;
}) {
  const [wet, setWet] = useState<boolean | null>(null);
  const cure = wet === null ? null : slipCure(layer, below, wet);
  const cost = cure && duration(cure.minutes);
  return (
    <section aria-label="A slip" className="space-y-3 bg-g18 p-5 text-lg text-g98">
      {wet === null ? (
        <div className="flex flex-wrap items-center gap-3">
          <p className="mr-2 font-semibold">Is it still wet?</p>
          <button type="button" className={`${BIG} bg-g98 text-g05`} onClick={() => setWet(true)}>
            Wet
          </button>
          <button type="button" className={`${BIG} bg-g98 text-g05`} onClick={() => setWet(false)}>
            Dry
          </button>
        </div>
      ) : wet ? (
        <p>
          Lift it at once with a clean, damp brush, from the outside in; rinse between touches. Let the place
          dry, then lay this step there again. About {cost}.
        </p>
      ) : (
        <p>
          Leave it dry. Cover it with{' '}
          {cure?.cover ? <strong>{cure.cover.mixText}</strong> : 'what lies under it'}
          {cure?.cover && `, ${cure.cover.thinning}`}, one or two thin coats, only on the slip; when that is
          dry, this step again: <strong>{layer.mixText}</strong>, {layer.thinning}. About {cost}.
        </p>
      )}
      <button type="button" className={`${BIG} bg-g38`} onClick={onClose}>
        Back to the step
      </button>
    </section>
  );
}
