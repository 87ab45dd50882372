import { coatsOf, namesOfParts, percent, type OrderLayer, type Piece } from '@pale-glint/core';
import { useState } from 'react';
import { copiesText } from '../words.js';
import { Held } from './Held.js';
import { itemAmount, type BenchItem } from './session.js';

/** A mix as drops, each paint by its parts. */
function Drops({ layer, piece }: { layer: OrderLayer; piece: Piece }) {
  const paints = new Map(piece.paints.map((p) => [p.id, p]));
  if (layer.mix.length === 0) return <p className="text-2xl font-semibold">{layer.mixText}</p>;
  return (
    <ul aria-label="Mix" className="flex flex-wrap gap-x-6 gap-y-2">
      {layer.mix.map(({ paint, parts }) => (
        <li key={paint} className="flex items-center gap-2">
          <svg aria-hidden width={Math.min(parts, 8) * 20 + 4} height={30}>
            {Array.from({ length: Math.min(parts, 8) }, (_, i) => (
              <path
                key={i}
                transform={`translate(${i * 20 + 2} 2)`}
                d="M9 0 C13 8 17 12 17 18 A8.5 8.5 0 0 1 1 18 C1 12 5 8 9 0 Z"
                fill={paints.get(paint)?.hex ?? '#969696'}
                stroke="#f9f9f9"
              />
            ))}
          </svg>
          <span className="text-2xl font-semibold">
            {parts > 1 || layer.mix.length > 1 ? `${parts} ` : ''}
            {paints.get(paint)?.name ?? paint}
          </span>
        </li>
      ))}
    </ul>
  );
}

/** One step, to be read at arm's length. */
export function BenchStep({
  layer,
  below,
  item,
  figure,
  piece,
}: {
  readonly layer: OrderLayer;
  readonly below: OrderLayer | null;
  readonly item: BenchItem;
  readonly figure: number;
  readonly piece: Piece;
}) {
  const steps = layer.parts.filter((p) => p.coats >= item.coat);
  const coats = coatsOf(layer);
  const largest = steps.reduce((a, b) => (b.coverMm2 > a.coverMm2 ? b : a), steps[0]);
  const [shown, setShown] = useState<string | null>(null);
  const part = steps.some((s) => s.part === shown) ? shown! : largest.part;
  const names = namesOfParts(piece);
  const amount = itemAmount(layer, item);
  return (
    <div className="grid min-h-0 flex-1 gap-6 relative overflow-y-auto p-4 content-start sm:p-6 sm:grid-cols-[minmax(0,22rem)_1fr]">
      <div className="space-y-4 sm:col-start-2">
        <h1 className="text-3xl leading-tight font-bold sm:text-4xl">{layer.title}</h1>
        <Drops layer={layer} piece={piece} />
        <p className="text-2xl">
          {layer.thinning}
          {amount && ` · ${amount}`}
          {coats > 1 && (
            <>
              {' '}
              · <strong>coat {item.coat}</strong> of {coats}
            </>
          )}
          {piece.copies > 1 && (
            <>
              {' '}
              ·{' '}
              <strong>
                {copiesText(layer.airbrush ? item.copies : [item.copies[figure]], piece.copies)}
              </strong>
            </>
          )}
        </p>
        <p className="text-2xl leading-snug">{layer.how}</p>
        {layer.caution && <p className="border-l-4 border-lamp pl-3 text-xl">Take care: {layer.caution}</p>}
        {layer.missing && <p className="border-l-4 border-lamp pl-3 text-xl">{layer.missing}.</p>}
      </div>
      {/* On a phone the picture comes before the list of parts, beside both where there is room. */}
      <div className="sm:col-start-1 sm:row-span-2 sm:row-start-1">
        <Held {...{ piece, part, layer, below }} name={names.get(part) ?? part} />
      </div>
      <div className="space-y-4 sm:col-start-2">
        <ul aria-label="Where" className="space-y-1 text-xl">
          {steps.map((s) => (
            <li key={s.part}>
              <button
                type="button"
                aria-pressed={s.part === part}
                className={`min-h-12 w-full px-3 text-left ${s.part === part ? 'bg-g98 text-g05' : 'bg-g18'}`}
                onClick={() => setShown(s.part)}
              >
                <strong>{names.get(s.part) ?? s.part}</strong>
                {s.coverShare < 1 && s.role !== 'undercoat' && `, ${percent(s.coverShare)}`}
                {s.where !== 'all of it' && `: ${s.where}`}
                {s.border && `; border ${s.border}`}
              </button>
            </li>
          ))}
        </ul>
        <details className="text-xl">
          <summary className="min-h-12 cursor-pointer py-2">Why, and with what</summary>
          <p>
            {layer.why} {layer.tool && `With ${layer.tool}; begin when it is ${layer.begin}.`}
          </p>
        </details>
      </div>
    </div>
  );
}
