import {
  namesOfParts,
  coatsOf,
  mediumToPutOut,
  mixesToPutOut,
  plain,
  type EveningPlan,
  type OrderLayer,
  type Piece,
} from '@pale-glint/core';
import { Link, useSearchParams } from 'react-router';
import { usePiece } from '../../store/PieceContext.js';
import { Button } from '../../ui/Button.js';
import { Loading } from '../../ui/states.js';
import { useSchedule } from '../../workers/useSchedule.js';
import { useStation } from '../stationState.js';
import { clockOfDay, copiesText, dayText, minutesText } from './words.js';

interface EveningProps {
  readonly evening: EveningPlan;
  readonly order: readonly OrderLayer[];
  readonly piece: Piece;
}

/** One line of the evening: when, what, with which mix, where, and a box to tick. */
function Line({ line, order, piece }: EveningProps & { readonly line: EveningPlan['lines'][number] }) {
  const layer = order[line.layer];
  const names = namesOfParts(piece);
  const parts = layer.parts.filter((p) => p.coats >= line.coat);
  const coats = coatsOf(layer);
  return (
    <li className="flex break-inside-avoid gap-3 border-b border-g72 py-1.5">
      <span className="mt-0.5 size-4 shrink-0 border border-g10" aria-hidden />
      <span className="w-11 shrink-0 text-right">{clockOfDay(line.fromMin)}</span>
      <div className="min-w-0">
        <p>
          <span className="font-semibold">{layer.title}</span>
          {coats > 1 && `, coat ${line.coat} of ${coats}`}
          {piece.copies > 1 && `, ${copiesText(line.copies, piece.copies)}`},{' '}
          {minutesText(line.toMin - line.fromMin)}
          {line.broken && ', goes on another evening'}
        </p>
        <p>
          {layer.mixText}, {layer.thinning}. {layer.how}
        </p>
        <p className="text-g28">
          {parts
            .map((p) => `${names.get(p.part) ?? p.part}${p.where === 'all of it' ? '' : `: ${p.where}`}`)
            .join(' · ')}
        </p>
        {layer.caution && <p className="font-semibold">Take care: {layer.caution}</p>}
      </div>
    </li>
  );
}

function Evening({ evening, order, piece }: EveningProps) {
  const mixes = mixesToPutOut(evening, order);
  const medium = mediumToPutOut(evening, order, piece.paints);
  return (
    <article className="mx-auto max-w-[190mm] bg-g98 p-8 text-label print:p-0">
      <h1 className="text-lead font-bold">{piece.name}</h1>
      <p className="pb-3">
        {dayText(evening.date)}, {clockOfDay(evening.startMin)} to{' '}
        {clockOfDay(evening.startMin + evening.minutes)}; {minutesText(evening.activeMin)} at the brush
        {piece.copies > 1 && `, for ${piece.copies} figures`}
      </p>
      <h2 className="font-semibold">Put out</h2>
      <ul className="columns-2 gap-8 pb-3">
        {mixes.map(({ layer, amount }) => (
          <li key={layer.mixText} className="break-inside-avoid">
            {layer.mixText}, {layer.thinning}
            {amount && `, ${amount}`}
          </li>
        ))}
        {medium && <li>{medium.name}, to thin with</li>}
      </ul>
      <h2 className="font-semibold">Paint</h2>
      <ol>
        {evening.lines.map((line, i) => (
          <Line key={i} {...{ evening, order, piece, line }} />
        ))}
      </ol>
      {evening.dries.length > 0 && (
        <p className="pt-3">
          <span className="font-semibold">Stop here.</span> Overnight dries:{' '}
          {evening.dries
            .map(({ layer, min }) => `${order[layer].title.toLowerCase()} (${plain(min, 0)} min)`)
            .join('; ')}
          .
        </p>
      )}
      <p className="pt-3 text-g38">
        Minutes and drying are starting figures; follow the maker’s label and your local rules.
      </p>
    </article>
  );
}

/** An evening on paper: what to put out, what to paint when and where, boxes to tick. `?evening=2` is the second. */
export function EveningCard() {
  const piece = usePiece();
  const { order, run } = useStation();
  const planned = useSchedule(order, piece, run.ticks);
  const [asked, setAsked] = useSearchParams();
  const evenings = planned.schedule?.evenings ?? [];
  const at = Math.min(
    Math.max(0, Number(asked.get('evening') ?? 1) - 1 || 0),
    Math.max(0, evenings.length - 1),
  );
  return (
    <div className="h-full overflow-y-auto bg-g72 py-6 print:overflow-visible print:bg-g98 print:py-0">
      <nav
        aria-label="Evening"
        className="mx-auto flex max-w-[190mm] flex-wrap items-center gap-3 px-3 pb-4 print:hidden"
      >
        <Link to=".." relative="path" className="text-label font-semibold underline underline-offset-2">
          Back to the order
        </Link>
        <Button look="plain" disabled={at === 0} onClick={() => setAsked({ evening: `${at}` })}>
          Evening before
        </Button>
        <span className="text-label">
          {evenings.length > 0 ? `Evening ${at + 1} of ${evenings.length}` : ''}
        </span>
        <Button
          look="plain"
          disabled={at >= evenings.length - 1}
          onClick={() => setAsked({ evening: `${at + 2}` })}
        >
          Evening after
        </Button>
        <Button disabled={evenings.length === 0} onClick={() => window.print()}>
          Print it
        </Button>
      </nav>
      {evenings[at] ? (
        <Evening evening={evenings[at]} order={planned.order} piece={piece} />
      ) : planned.schedule ? (
        <p className="mx-auto max-w-[190mm] bg-g98 p-8">All is painted: no evening is left.</p>
      ) : (
        <Loading what="the plan" />
      )}
    </div>
  );
}
