import { layerKey } from '@pale-glint/core';
import { copiesText } from '../words.js';
import { leftText, useNow } from './Timers.js';
import type { useBench } from './useBench.js';

/** What the step at hand still waits for, and what can be painted instead; nothing where all under it is dry. */
export function Meanwhile({ bench }: { readonly bench: ReturnType<typeof useBench> }) {
  const now = useNow();
  const { session, piece, order, asked } = bench;
  const wet = bench.wetUnder(false, now) ?? bench.wetUnder(true, now);
  if (!session || !wet) return null;
  const at = bench.meanwhileAt(now);
  const instead = session.items[at];
  const layer = instead && order.find((l) => layerKey(l) === instead.layer);
  const copies = instead && piece.copies > 1 ? `, ${copiesText(instead.copies, piece.copies)}` : '';
  const part = piece.parts.find((p) => p.id === wet.part)?.name ?? wet.part;
  return (
    <section
      aria-label="Not dry yet"
      className="flex flex-wrap items-center gap-x-5 gap-y-2 border-t-4 border-lamp bg-g18 px-6 py-3 text-lg"
    >
      <p className="mr-auto" role={asked ? 'alert' : undefined}>
        <strong>
          {part}
          {piece.copies > 1 && `, figure ${wet.copy}`}: {wet.title} is dry in {leftText(wet.until - now)}.
        </strong>{' '}
        {asked
          ? 'Press Done once more if it is dry already.'
          : !layer && 'Nothing else can be painted before that.'}
      </p>
      {layer && (
        <button
          type="button"
          className="min-h-12 bg-g98 px-5 font-semibold text-g05"
          onClick={() => bench.instead(at)}
        >
          Meanwhile: {layer.title}
          {instead.coat > 1 && `, coat ${instead.coat}`}
          {copies}
        </button>
      )}
    </section>
  );
}
