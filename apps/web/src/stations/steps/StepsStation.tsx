import { layerKey, layerOf } from '@pale-glint/core';
import { usePiece } from '../../store/PieceContext.js';
import { Thumb } from '../../ui/Thumb.js';
import { useDesk } from '../desk.js';
import { LadderSection } from './LadderSection.js';

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
      {used.map((ladder) => (
        <LadderSection key={ladder.id} ladder={ladder} />
      ))}
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
