import { duration, orderFindings, stepKey, type OrderLayer, type PartStep } from '@pale-glint/core';
import { useMemo, useState } from 'react';
import { usePiece } from '../../store/PieceContext.js';
import { Choice } from '../../ui/Choice.js';
import type { Sheets } from '../../map/useSheets.js';
import { Thumb } from '../../map/Thumb.js';
import { useStation } from '../stationState.js';
import { useTimeLeft } from '../useTimeLeft.js';
import { OrderList } from './OrderList.js';

/** Ticks whose step is no longer in the order: they stay, as done earlier. */
function useDoneEarlier(order: readonly OrderLayer[]) {
  const { run } = useStation();
  const planned = new Set(order.flatMap((l) => l.parts.map((p) => `${p.part}/${p.role}/${p.step}`)));
  return order.length === 0 ? [] : run.ticks.filter((t) => !planned.has(`${t.part}/${t.role}/${t.step}`));
}

/** How far the measuring is, and what is known already. */
function measuringText({ soFar, done, of }: Sheets): string {
  const parts = `${done} of ${of} parts`;
  if (soFar.order.length === 0) return `Measuring the map, ${parts}. The order follows.`;
  return soFar.all
    ? `Measured roughly so far; amounts follow to the last per cent, ${parts}.`
    : `Measuring the map, ${parts}. These lines are known; the rest follows.`;
}

/** What was ticked for steps that are gone since. */
function DoneEarlier({ ticks }: { ticks: ReturnType<typeof useDoneEarlier> }) {
  const { parts } = usePiece();
  const names = new Map(parts.map((p) => [p.id, p.name]));
  if (ticks.length === 0) return null;
  return (
    <section className="px-16 py-4">
      <h2 className="text-label font-semibold">Done earlier, no longer planned</h2>
      <ul className="text-label text-g28">
        {ticks.map((t) => (
          <li key={stepKey(t)}>
            {names.get(t.part) ?? t.part}: {t.did.mix}, {t.did.coats} coats
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What to do, with which mix, where; ticked as it is done. */
export function OrderStation() {
  const piece = usePiece();
  const { order, run, after, setAfter, sheets } = useStation();
  const [copy, setCopy] = useState(1);
  const { activeMin, dryMin } = useTimeLeft(order, run.ticks, piece.copies);
  const earlier = useDoneEarlier(order);
  const findings = useMemo(() => orderFindings(order, piece), [order, piece]);
  const lines = order.length > 0 ? order : sheets.soFar.order;
  const count = order.reduce((s, l) => s + l.parts.length, 0) * piece.copies;

  const tick = (step: PartStep, layer: OrderLayer) =>
    run.tick({
      part: step.part,
      step: step.step,
      role: step.role,
      copy,
      doneAt: new Date().toISOString(),
      did: {
        mix: `${layer.mixText}, ${layer.thinning}`.slice(0, 200),
        coats: step.coats,
        coverShare: Math.min(1, Math.max(0, Number(step.coverShare.toFixed(4)))),
        minutes: Number(step.activeMin.toFixed(1)),
      },
    });

  return (
    <div className="flex h-full bg-g82">
      <div className="min-w-0 flex-1 overflow-y-auto">
        {order.length === 0 ? (
          <>
            <p className="p-8 text-g28" role="status">
              {piece.parts.length === 0
                ? 'The order appears once the piece has a part.'
                : measuringText(sheets)}
            </p>
            {sheets.soFar.order.length > 0 && (
              <OrderList order={sheets.soFar.order} parts={piece.parts} after={after} onLook={setAfter} />
            )}
          </>
        ) : (
          <OrderList
            order={order}
            parts={piece.parts}
            findings={findings}
            after={after}
            onLook={setAfter}
            ticking={{ ticks: run.ticks, copy, tick, untick: run.untick }}
          />
        )}
        <DoneEarlier ticks={earlier} />
      </div>
      <aside className="w-96 shrink-0 space-y-4 overflow-y-auto bg-g50 p-5 text-g05">
        {/* The lines come before the picture: both would be computed at once. */}
        {lines.length > 0 ? (
          <Thumb
            piece={piece}
            width={344}
            height={430}
            after={after}
            alt={after ? 'The piece after the chosen step' : 'The finished piece'}
          />
        ) : (
          <div className="h-[430px] rounded-sm bg-g50" />
        )}
        <div className="rounded-sm bg-g96 p-4">
          <p className="text-lead font-semibold">
            {activeMin === 0 && order.length > 0 ? 'All done' : `About ${duration(activeMin)} at the brush`}
          </p>
          <p className="text-label text-g28">
            {dryMin > 0
              ? `${duration(dryMin)} of waiting for paint beside it, if nothing else is on the table. `
              : ''}
            {run.ticks.length - earlier.length} of {count} ticked.
          </p>
          {piece.copies > 1 && (
            <Choice
              label="Ticking miniature"
              value={String(copy)}
              options={Array.from({ length: piece.copies }, (_, i) => ({
                value: String(i + 1),
                label: `${i + 1} of ${piece.copies}`,
              }))}
              onChange={(v) => setCopy(Number(v))}
            />
          )}
        </div>
        <p className="rounded-sm bg-g96 px-4 py-2 text-label text-g28">
          Minutes and drying are starting figures for brushed acrylics in a heated room; follow the maker's
          label.
        </p>
      </aside>
    </div>
  );
}
