import type { Part, Piece } from '@pale-glint/core';
import { memo } from 'react';
import { useCalm } from '../../store/useCalm.js';
import { moveLight } from '../../map/moveLight.js';
import { MapStage } from '../../map/MapStage.js';
import { FinishFields, SizeFields } from '../../map/PartForm.js';
import { PartFigures } from '../../map/PartFigures.js';
import { usePieceState, usePieceStore } from '../../store/PieceContext.js';
import { ViewSwitch } from '../../ui/ViewSwitch.js';
import { useDesk } from '../desk.js';
import { NoParts } from '../NoParts.js';
import { PartRow } from '../PartRow.js';
import { SquintPanel } from '../SquintPanel.js';
import { StepStrip } from './StepStrip.js';

interface PartSideProps {
  readonly part: Part;
  readonly ladders: Piece['ladders'];
}

const PartSide = memo(function PartSide({ part, ladders }: PartSideProps) {
  const store = usePieceStore();
  const { sheets } = useDesk();
  const change = (recipe: (p: Part) => void, gesture: string) =>
    store.change((d) => recipe(d.parts.find((p) => p.id === part.id)!), gesture);
  const end = () => store.endGesture();
  const news = sheets.byPart.get(part.id);
  return (
    <aside
      aria-label={part.name}
      className="w-74 shrink-0 contain-content space-y-4 overflow-y-auto bg-g96 px-4 py-3"
    >
      <h2 className="text-lead font-semibold">{part.name}</h2>
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
        <FinishFields
          part={part}
          ladders={ladders}
          change={change}
          changePiece={(recipe, gesture) => store.change(recipe, gesture)}
        />
      </section>
    </aside>
  );
});

interface PartsProps {
  readonly piece: Piece;
  readonly selected: string | null;
  readonly select: (part: string) => void;
}

const Parts = memo(function Parts({ piece, selected, select }: PartsProps) {
  return (
    <section
      aria-label="Parts"
      className="w-52 shrink-0 contain-content overflow-y-auto bg-g93 pt-3 max-xl:w-44"
    >
      <h2 className="px-3 pb-1 text-label text-g28">Parts, nearest the eye first</h2>
      <ul>
        {[...piece.parts].reverse().map((p) => (
          <PartRow key={p.id} part={p} piece={piece} on={p.id === selected} onChoose={select} />
        ))}
      </ul>
    </section>
  );
});

/** The computed picture: drag the light, change a part, and all follows. */
export function GlintStation() {
  const store = usePieceStore();
  const { piece } = usePieceState();
  const { sheets, view, setView, selected, select, after, close, setClose } = useDesk();
  const part = piece.parts.find((p) => p.id === selected) ?? null;
  // Lists and strip may lag behind a moving light; the map may not.
  const calm = useCalm(piece);
  if (piece.parts.length === 0) return <NoParts />;
  return (
    <div className="flex h-full flex-col">
      <div className="flex min-h-0 flex-1">
        <Parts piece={calm} selected={selected} select={select} />
        <MapStage
          piece={piece}
          view={view}
          after={after}
          sheets={sheets}
          selected={selected}
          closeUp={close && part ? part.id : null}
          onPress={(id) => id && select(id)}
          {...moveLight(store)}
        >
          <div className="absolute top-3 left-4">
            <ViewSwitch value={view} onChange={setView} />
          </div>
          {view === 'squint' && <SquintPanel />}
          <div className="absolute bottom-3 left-4 flex items-center gap-3">
            {part && (
              <button
                type="button"
                onClick={() => setClose(!close)}
                aria-pressed={close}
                className="rounded-sm bg-g10 px-3 py-2 text-label font-semibold text-g98 hover:bg-g28"
              >
                {close ? 'Show the whole piece' : `Show ${part.name.split(',')[0].toLowerCase()} close up`}
              </button>
            )}
            {!sheets.settled && !sheets.failed && (
              <p role="status" className="rounded-sm bg-g10 px-2 py-1 text-label text-g98">
                Measuring, {sheets.done} of {sheets.of}
              </p>
            )}
          </div>
        </MapStage>
        {part ? (
          <PartSide key={part.id} part={part} ladders={piece.ladders} />
        ) : (
          <aside aria-label="No part chosen" className="w-74 shrink-0 bg-g96 p-4 text-g28">
            Choose a part to see its figures.
          </aside>
        )}
      </div>
      <StepStrip piece={calm} />
    </div>
  );
}
