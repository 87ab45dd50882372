import type { Paint } from '@pale-glint/core';
import { Button } from '../ui/Button.js';
import type { CardAnswer } from './useCard.js';

interface CardMeasuredProps {
  readonly answer: CardAnswer;
  readonly paints: readonly Paint[];
  readonly busy: boolean;
  /** Whether what was measured is on the shelf already. */
  readonly taken: boolean;
  readonly onTake: () => void;
}

/** What a card told of each paint, beside what was written of it. */
export function CardMeasured({ answer, paints, busy, taken, onTake }: CardMeasuredProps) {
  const byId = new Map(paints.map((p) => [p.id, p]));
  const { cast } = answer.card;
  return (
    <section aria-label="Measured" className="space-y-1.5 border-t border-g72 pt-3">
      <p className="text-label text-g28">
        {cast[0].toUpperCase()}
        {cast.slice(1)}.
      </p>
      {answer.measured.map((m) => {
        const written = byId.get(m.paint);
        return (
          <p key={m.paint} className="flex items-start gap-2 text-label">
            <span className="flex shrink-0">
              <span className="h-7 w-4" style={{ background: written?.hex }} title="as written" />
              <span
                className="h-7 w-4"
                style={{ background: m.over.hex ?? written?.hex }}
                title="as measured"
              />
            </span>
            <span>
              <span className="font-semibold">{written?.name}</span>: {m.notes.join('; ')}.
            </span>
          </p>
        );
      })}
      <Button disabled={busy || taken} onClick={onTake}>
        Take these over to the shelf
      </Button>
      {taken && (
        <p role="status" className="text-label">
          They are on the shelf.
        </p>
      )}
    </section>
  );
}
