import { forms, sizeOf, plain, type Part } from '@pale-glint/core';
import { useState } from 'react';
import { moveLight } from '../../map/moveLight.js';
import { MapStage } from '../../map/MapStage.js';
import { FinishFields, PlaceFields, SizeFields } from '../../map/PartForm.js';
import { PartFigures } from '../../map/PartFigures.js';
import { usePieceState, usePieceStore } from '../../store/PieceContext.js';
import { Thumb } from '../../ui/Thumb.js';
import { ViewSwitch } from '../../ui/ViewSwitch.js';
import { useDesk } from '../desk.js';
import { StepStrip } from './StepStrip.js';

const sizeText = (part: Part) => {
  const [a, b] = sizeOf(part.form);
  return `${plain(a)} × ${plain(b)} mm`;
};

function PartRow({ part }: { part: Part }) {
  const { piece } = usePieceState();
  const { selected, select } = useDesk();
  const on = part.id === selected;
  return (
    <li>
      <button
        type="button"
        aria-pressed={on}
        onClick={() => select(part.id)}
        className={`flex w-full items-center gap-3 py-1.5 pr-2 pl-3 text-left ${on ? 'bg-g10 text-g98' : 'hover:bg-g82'}`}
      >
        <Thumb piece={piece} part={part.id} width={44} height={44} restMs={500} />
        <span className="min-w-0">
          <span className="block truncate text-label font-semibold">{part.name}</span>
          <span className={`narrow block truncate text-label ${on ? 'text-g82' : 'text-g38'}`}>
            {forms[part.form.kind].label.toLowerCase()}, {sizeText(part)}
          </span>
        </span>
      </button>
    </li>
  );
}

function PartSide({ part }: { part: Part }) {
  const store = usePieceStore();
  const { piece } = usePieceState();
  const { sheets } = useDesk();
  const index = piece.parts.findIndex((p) => p.id === part.id);
  const change = (recipe: (p: Part) => void, gesture: string) =>
    store.change((d) => recipe(d.parts[index]), gesture);
  const end = () => store.endGesture();
  const news = sheets.byPart.get(part.id);
  return (
    <aside aria-label={part.name} className="w-74 shrink-0 space-y-4 overflow-y-auto bg-g96 px-4 py-3">
      <input
        aria-label="Name of the part"
        className="w-full bg-transparent text-lead font-semibold outline-none focus:border-b focus:border-g10"
        value={part.name}
        maxLength={80}
        onChange={(e) => e.target.value && change((p) => void (p.name = e.target.value), `${part.id}/name`)}
        onBlur={end}
      />
      {news ? (
        <PartFigures part={part} news={news} stale={!sheets.settled} />
      ) : (
        <p className="text-label text-g38">Measuring this part.</p>
      )}
      {sheets.failed && (
        <p role="alert" className="bg-g10 px-2 py-1 text-label text-g98">
          The zones could not be computed: {sheets.failed}
        </p>
      )}
      <section aria-label="Size and finish">
        <SizeFields part={part} change={change} end={end} />
        <FinishFields part={part} piece={piece} change={change} />
      </section>
      <details>
        <summary className="cursor-pointer text-label font-semibold">Place and turn</summary>
        <PlaceFields part={part} change={change} end={end} />
      </details>
    </aside>
  );
}

/** The computed picture: drag the light, change a part, and all follows. */
export function GlintStation() {
  const store = usePieceStore();
  const { piece } = usePieceState();
  const { sheets, view, setView, selected, select, after } = useDesk();
  const [close, setClose] = useState(false);
  const part = piece.parts.find((p) => p.id === selected) ?? null;
  return (
    <div className="flex h-full flex-col">
      <div className="flex min-h-0 flex-1">
        <section aria-label="Parts" className="w-56 shrink-0 overflow-y-auto bg-g93 pt-3">
          <h2 className="px-3 pb-1 text-label text-g28">Parts, nearest the eye first</h2>
          <ul>
            {[...piece.parts].reverse().map((p) => (
              <PartRow key={p.id} part={p} />
            ))}
          </ul>
        </section>
        <MapStage
          piece={piece}
          view={view}
          after={after}
          sheets={sheets}
          selected={selected}
          closeUp={close && part ? part.id : null}
          onSelect={(id) => id && select(id)}
          {...moveLight(store)}
        >
          <div className="absolute top-4 left-5">
            <ViewSwitch value={view} onChange={setView} />
          </div>
          {part && (
            <button
              type="button"
              onClick={() => setClose(!close)}
              aria-pressed={close}
              className="absolute bottom-4 left-5 border-b-2 border-g05 text-label font-semibold text-g05 hover:text-g98"
            >
              {close ? 'Show the whole piece' : `Show ${part.name.split(',')[0].toLowerCase()} close up`}
            </button>
          )}
          {!sheets.settled && !sheets.failed && (
            <p role="status" className="absolute right-5 bottom-4 text-label text-g05">
              Measuring, {sheets.done} of {sheets.of}
            </p>
          )}
        </MapStage>
        {part ? (
          <PartSide key={part.id} part={part} />
        ) : (
          <aside className="w-74 shrink-0 bg-g96 p-4 text-g28">Choose a part to see its figures.</aside>
        )}
      </div>
      <StepStrip />
    </div>
  );
}
