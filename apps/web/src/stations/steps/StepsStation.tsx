import { layerKey, layerOf, paintTotalMl, plain, stepsGoBy, volumesOf } from '@pale-glint/core';
import { useMemo, useState } from 'react';
import { usePiece } from '../../store/PieceContext.js';
import { Choice } from '../../ui/Choice.js';
import { Thumb } from '../../map/Thumb.js';
import { useStation } from '../stationState.js';
import { LadderSection } from './LadderSection.js';
import { LaidOver } from './LaidOver.js';
import { SideBySide } from './SideBySide.js';

type What = 'part' | 'piece';
type View = 'painted' | 'values';

/** How the chosen part, or the whole piece, looks after each step, ugly middle included. */
function AfterEach() {
  const piece = usePiece();
  const { order, selected } = useStation();
  const [what, setWhat] = useState<What>('part');
  const [view, setView] = useState<View>('painted');
  const part =
    piece.parts.find((p) => p.id === selected && p.finish.kind === 'metal') ??
    piece.parts.find((p) => p.finish.kind === 'metal');
  if (!part || order.length === 0) return null;
  const shown =
    what === 'piece' ? order : order.filter((l) => l.parts.some((p) => p.part === stepsGoBy(piece, part.id)));
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

/** Where the paint of every layer goes. */
function HowMuch() {
  const piece = usePiece();
  const { order } = useStation();
  const rows = useMemo(() => volumesOf(order, piece.copies), [order, piece.copies]);
  if (rows.length === 0) return null;
  const ml = (v: number) => plain(v, v < 0.01 ? 4 : 3);
  return (
    <details className="bg-g88 p-4">
      <summary className="cursor-pointer font-semibold">
        How much paint: about {plain(paintTotalMl(order, piece), 2)} ml from the pots
        {piece.copies > 1 && ` for all ${piece.copies}`}
      </summary>
      <div className="overflow-x-auto">
        <table className="mt-3 w-full text-right text-label">
          <thead className="text-g28">
            <tr>
              {[
                'Layer',
                'area, mm²',
                'coats',
                'wet film, mm',
                'on it, ml',
                'lost, ml',
                'paint, ml',
                'thinner, ml',
              ].map((h, i) => (
                <th key={h} scope="col" className={`pb-1 font-normal ${i === 0 ? 'text-left' : ''}`}>
                  {h}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map((v, i) => (
              <tr key={layerKey(order[i])} className="border-t border-g82">
                <th scope="row" className="py-0.5 text-left font-semibold">
                  {v.title}
                </th>
                <td>{plain(v.areaMm2, 0)}</td>
                <td>{plain(v.coats, 1)}</td>
                <td>{v.filmMm}</td>
                <td>{ml(v.laidMl)}</td>
                <td>{ml(v.lostMl)}</td>
                <td className="font-semibold">{ml(v.paintMl)}</td>
                <td>{ml(v.waterMl)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className="pt-2 text-label text-g28">
        Film times area times coats reaches the miniature; twice as much stays in brush and palette. Both are
        starting figures.
      </p>
    </details>
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
      className="relative h-full space-y-8 overflow-y-auto bg-g72 px-8 py-6 outline-offset-[-3px] max-md:px-3 max-md:py-4"
    >
      {used.map((ladder) => (
        <LadderSection key={ladder.id} ladder={ladder} />
      ))}
      <LaidOver />
      <SideBySide ladders={used} paints={piece.paints} />
      <AfterEach />
      <HowMuch />
      <p className="max-w-3xl pb-4 text-label text-g10">
        Colours are predicted from each paint's dried colour and its opacity and strength, about as a careful
        eye would judge; without a test mix of your own expect them to be off by about five units of
        difference. True metal and wet looks are indicative. Coats are for the thinning given; test one on a
        spare part.
      </p>
    </div>
  );
}
