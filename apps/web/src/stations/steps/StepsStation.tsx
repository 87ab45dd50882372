import { layerKey, layerOf } from '@pale-glint/core';
import { useState } from 'react';
import { usePiece } from '../../store/PieceContext.js';
import { Choice } from '../../ui/Choice.js';
import { Thumb } from '../../ui/Thumb.js';
import { useDesk } from '../desk.js';
import { LadderSection } from './LadderSection.js';

type What = 'part' | 'piece';
type View = 'painted' | 'values';

/** How the chosen part, or the whole piece, looks after each step, ugly middle included. */
function AfterEach() {
  const piece = usePiece();
  const { order, selected } = useDesk();
  const [what, setWhat] = useState<What>('part');
  const [view, setView] = useState<View>('painted');
  const part =
    piece.parts.find((p) => p.id === selected && p.finish.kind === 'metal') ??
    piece.parts.find((p) => p.finish.kind === 'metal');
  if (!part || order.length === 0) return null;
  const shown = what === 'piece' ? order : order.filter((l) => l.parts.some((p) => p.part === part.id));
  const name = what === 'piece' ? piece.name : part.name;
  return (
    <section className="bg-g88 p-4">
      <div className="flex flex-wrap items-baseline gap-6 pb-3">
        <h2 className="mr-auto font-semibold">{name} after each step</h2>
        <Choice<What>
          label="Show"
          value={what}
          options={[
            { value: 'part', label: 'the chosen part' },
            { value: 'piece', label: 'the whole piece' },
          ]}
          onChange={setWhat}
        />
        <Choice<View>
          label="In"
          value={view}
          options={[
            { value: 'painted', label: 'its colours' },
            { value: 'values', label: 'grey, values alone' },
          ]}
          onChange={setView}
        />
      </div>
      <ol className="flex flex-wrap gap-3">
        {shown.map((l) => (
          <li key={layerKey(l)} className="w-24">
            <Thumb
              piece={piece}
              part={what === 'piece' ? null : part.id}
              width={96}
              height={120}
              view={view}
              after={layerOf(l)}
              restMs={600}
              alt={`${name} after ${l.title}`}
            />
            <p className="narrow pt-1 text-label">{l.title}</p>
            {l.adds && <p className="narrow text-label text-g38">{l.adds}</p>}
          </li>
        ))}
      </ol>
    </section>
  );
}

/** The value steps, how they are laid and what to mix for each, dry beside wet, and the look after each. */
export function StepsStation() {
  const piece = usePiece();
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
      <AfterEach />
      <p className="max-w-3xl pb-4 text-label text-g10">
        Colours are predicted from each paint's dried colour and its opacity and strength, about as a careful
        eye would judge; without a test mix of your own expect them to be off by about five units of
        difference. True metal and wet looks are indicative. Coats are for the thinning given; test one on a
        spare part.
      </p>
    </div>
  );
}
