import {
  labToHex,
  ladderColours,
  layerKey,
  layerOf,
  mixText,
  paintsById,
  percent,
  pigmentOf,
  plain,
  thinning,
  wetAndDry,
  type Ladder,
} from '@pale-glint/core';
import { useMemo } from 'react';
import { usePiece } from '../../store/PieceContext.js';
import { Thumb } from '../../ui/Thumb.js';
import { useDesk } from '../desk.js';

/** A drop of paint, as it is counted out beside the palette. */
function Drops({ mix, hexOf }: { mix: Ladder['steps'][number]['mix']; hexOf: (paint: string) => string }) {
  return (
    <span className="flex flex-wrap gap-0.5" aria-hidden>
      {mix.flatMap((m) =>
        Array.from({ length: m.parts }, (_, i) => (
          <span
            key={`${m.paint}${i}`}
            className="size-3 rotate-45 rounded-full rounded-tl-none ring-1 ring-g62"
            style={{ background: hexOf(m.paint) }}
          />
        )),
      )}
    </span>
  );
}

function LadderColumns({ ladder }: { ladder: Ladder }) {
  const piece = usePiece();
  const { sheets, order } = useDesk();
  const paints = useMemo(() => paintsById(piece.paints), [piece.paints]);
  const colours = useMemo(() => ladderColours(ladder, paints), [ladder, paints]);
  const wet = useMemo(
    () =>
      ladder.steps.map(
        (s) => wetAndDry(pigmentOf(s.mix, paints), paints.get(s.mix[0].paint)?.finish ?? 'matt').wet,
      ),
    [ladder, paints],
  );
  const hexOf = (id: string) => paints.get(id)?.hex ?? '#777777';
  const coatsOf = (step: string) => {
    const all =
      order
        .find((l) => l.role === 'value' && l.step === step && l.ladder === ladder.id)
        ?.parts.map((p) => p.coats) ?? [];
    if (all.length === 0) return 'on no part at this size';
    const [low, high] = [Math.min(...all), Math.max(...all)];
    const parts = all.length === 1 ? '1 part' : `${all.length} parts`;
    return `${low === high ? low : `${low} to ${high}`} ${high === 1 ? 'coat' : 'coats'} on ${parts}`;
  };
  const areaOf = (step: string) =>
    order
      .find((l) => l.role === 'value' && l.step === step && l.ladder === ladder.id)
      ?.parts.reduce((s, p) => s + p.coverMm2, 0) ?? 0;
  return (
    <ol className="flex" aria-label={`${ladder.name}, value steps`}>
      {ladder.steps.map((step, k) => {
        const gap = k > 0 ? colours[k].l - colours[k - 1].l : null;
        return (
          <li key={step.id} className="flex min-w-0 flex-1 flex-col">
            <div className="relative flex h-62 items-end">
              <div className="relative flex w-full" style={{ height: `${colours[k].l}%` }}>
                <span className="absolute -top-7 left-2 text-lead font-semibold">
                  {plain(colours[k].l, 0)}
                </span>
                <span className="h-full w-2/3" style={{ background: labToHex(colours[k]) }} title="dry" />
                <span
                  className="h-full w-1/3"
                  style={{ background: labToHex(wet[k]) }}
                  title="wet on the palette, about"
                />
              </div>
              {gap !== null && (
                <span
                  className={`absolute bottom-2 -left-4 rounded-sm px-1.5 text-label ${gap > 18 ? 'bg-g05 font-bold text-g98' : 'bg-g96 text-g10'}`}
                  title="value gap to the step before"
                >
                  +{plain(gap, 0)}
                </span>
              )}
            </div>
            <div className="min-h-44 flex-1 space-y-1.5 border-r border-g82 bg-g96 p-3 text-label">
              <p className="text-g38">Step {k + 1}</p>
              <p className="font-semibold">{mixText(step.mix, paints)}</p>
              <Drops mix={step.mix} hexOf={hexOf} />
              <p>{thinning(step.water)}</p>
              <p>{coatsOf(step.id)}</p>
              <p className="text-g38">
                aims at {percent(step.aimedShare)}; {plain(areaOf(step.id), 0)} mm² in all
              </p>
            </div>
          </li>
        );
      })}
      {!sheets.settled && <li className="sr-only">Being measured</li>}
    </ol>
  );
}

/** The value steps and what to mix for each, dry beside wet, and the look after each. */
export function StepsStation() {
  const piece = usePiece();
  const { order, selected } = useDesk();
  const part =
    piece.parts.find((p) => p.id === selected && p.finish.kind === 'metal') ??
    piece.parts.find((p) => p.finish.kind === 'metal');
  const used = piece.ladders.filter((l) =>
    piece.parts.some((p) => p.finish.kind === 'metal' && p.finish.ladder === l.id),
  );
  if (used.length === 0) return <p className="p-8 text-g28">No part of this piece is metal yet.</p>;
  return (
    <div
      role="region"
      aria-label="Value steps and mixes"
      tabIndex={0}
      className="h-full space-y-8 overflow-y-auto bg-g72 px-8 py-6 outline-offset-[-3px]"
    >
      {used.map((ladder) => {
        const paints = new Set(ladder.steps.flatMap((s) => s.mix.map((m) => m.paint)));
        return (
          <section key={ladder.id}>
            <div className="flex items-baseline justify-between pb-8">
              <h1 className="text-lead font-semibold">
                {ladder.name}: {ladder.steps.length} value steps from {paints.size} paints
              </h1>
              <p className="text-label text-g10">
                wide: dry · narrow: wet on the palette, about · figures are value, 0 black to 100 white
              </p>
            </div>
            <LadderColumns ladder={ladder} />
          </section>
        );
      })}
      {part && order.length > 0 && (
        <section className="bg-g88 p-4">
          <h2 className="pb-3 font-semibold">{part.name} after each step</h2>
          <ol className="flex flex-wrap gap-3">
            {order
              .filter((l) => l.parts.some((p) => p.part === part.id))
              .map((l) => (
                <li key={layerKey(l)} className="w-24">
                  <Thumb
                    piece={piece}
                    part={part.id}
                    width={96}
                    height={120}
                    after={layerOf(l)}
                    restMs={600}
                    alt={`${part.name} after ${l.title}`}
                  />
                  <p className="narrow pt-1 text-label">{l.title}</p>
                </li>
              ))}
          </ol>
        </section>
      )}
      <p className="max-w-3xl pb-4 text-label text-g10">
        Colours are predicted from each paint's dried colour and its opacity and strength, about as a careful
        eye would judge; without a test mix of your own expect them to be off by about five units of
        difference. Coats are for the thinning given; test one on a spare part.
      </p>
    </div>
  );
}
