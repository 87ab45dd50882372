import { activeFindings, type Part, type Piece, type Point } from '@pale-glint/core';
import { memo, useState } from 'react';
import { useDebouncedPiece } from '../../store/useDebouncedPiece.js';
import { moveLight } from '../../map/moveLight.js';
import { MapStage } from '../../map/MapStage.js';
import { boundsOfPiece } from '../../map/usePicture.js';
import { usePieceState, usePieceStore } from '../../store/PieceContext.js';
import { ViewSwitch } from '../../map/ViewSwitch.js';
import { findingKey, useSeen, useStation } from '../stationState.js';
import { ViewRow } from '../views/ViewRow.js';
import { BareSide, NoParts } from '../NoParts.js';
import { PartRow } from '../PartRow.js';
import { SquintPanel } from '../SquintPanel.js';
import { FindingMarks } from './FindingMarks.js';
import { GlintSide } from './GlintSide.js';
import { OverrideHandles } from './OverrideHandles.js';
import { handPress, wearPress } from './overridePress.js';
import type { WearHand } from './WearSide.js';
import type { BandInHand, HandMode } from './overrideModes.js';
import { StepStrip } from './StepStrip.js';

interface PartsProps {
  readonly piece: Piece;
  readonly selected: string | null;
  readonly select: (part: string) => void;
}

const Parts = memo(function Parts({ piece, selected, select }: PartsProps) {
  return (
    <section
      aria-label="Parts"
      className="w-52 shrink-0 contain-content relative overflow-y-auto bg-g93 pt-3 max-xl:w-44 max-md:max-h-48 max-md:w-full"
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

/** A line as it is being drawn. */
const Stroke = ({ points, px }: { points: readonly Point[]; px: number }) => (
  <polyline
    points={points.map((p) => p.join(',')).join(' ')}
    fill="none"
    className="stroke-g05"
    strokeWidth={3 / px}
    strokeLinejoin="round"
  />
);

/** Below the map: one part or all of them, and how far the measuring is. */
function StageFoot({ part }: { part: Part | null }) {
  const { sheets, close, setClose } = useStation();
  return (
    <div className="absolute bottom-3 left-4 flex items-center gap-3 max-xl:flex-col-reverse max-xl:items-start max-xl:gap-1 max-md:bottom-2 max-md:left-2">
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
  );
}

/** The computed picture: drag the light, change a part, and all follows. */
export function GlintStation() {
  const store = usePieceStore();
  const { piece } = usePieceState();
  const { sheets, view, setView, selected, select, after, close, side, finding, setFinding } = useStation();
  const seen = useSeen();
  const [figureView] = seen.views;
  const [mode, setMode] = useState<HandMode>('bands');
  const [band, setBand] = useState<(BandInHand & { part: string }) | null>(null);
  const [stroke, setStroke] = useState<readonly Point[]>([]);
  const [wearHand, setWearHand] = useState<WearHand | null>(null);
  const part = piece.parts.find((p) => p.id === selected) ?? null;
  const inHand = side === 'hand' && part?.finish.kind === 'metal' ? part : null;
  const worn =
    side === 'wear' && wearHand && piece.wear.some((w) => w.id === wearHand.layer && w.part === part?.id);
  const taken = band && band.part === inHand?.id ? band : null;
  const findings = activeFindings(sheets.findings);
  // Lists and strip may lag behind a moving light; the map may not.
  const calm = useDebouncedPiece(piece);
  const calmlySeen = useDebouncedPiece(seen);
  if (piece.parts.length === 0) return <NoParts />;
  return (
    <div className="flex h-full flex-col">
      <div className="flex min-h-0 flex-1 max-md:flex-col max-md:overflow-y-auto">
        <Parts piece={calmlySeen} selected={selected} select={select} />
        <MapStage
          piece={piece}
          figureView={figureView.id}
          view={view}
          after={after}
          sheets={sheets}
          selected={selected}
          closeUp={close && part ? part.id : null}
          onPress={(id, press) => {
            if (worn && part && id === part.id) wearPress(store, part, wearHand, press);
            else if (inHand && mode !== 'bands' && id === inHand.id)
              handPress(store, inHand, mode, press, setStroke);
            else if (id) select(id);
          }}
          handles={(picture, px) => (
            <>
              {inHand && (
                <OverrideHandles
                  part={inHand}
                  piece={piece}
                  store={store}
                  px={px}
                  mode={mode}
                  glints={sheets.byPart.get(inHand.id)?.glints ?? []}
                  band={taken}
                  onBand={(b) => setBand({ ...b, part: inHand.id })}
                />
              )}
              {stroke.length > 1 && <Stroke points={stroke} px={px} />}
              {side === 'findings' && (
                <FindingMarks
                  findings={findings.filter((f) =>
                    close ? f.part === selected : f.part === null || seen.parts.some((p) => p.id === f.part),
                  )}
                  numbers={new Map(findings.map((f, i) => [findingKey(f), i + 1]))}
                  bounds={boundsOfPiece(seen, close && part ? part.id : null)}
                  picture={picture}
                  px={px}
                  looked={finding}
                  onLook={(f) => {
                    setFinding(findingKey(f));
                    if (f.part) select(f.part);
                  }}
                />
              )}
            </>
          )}
          {...moveLight(store, figureView.id)}
        >
          <div className="absolute top-3 left-4">
            <ViewSwitch value={view} onChange={setView} />
            <ViewRow />
          </div>
          {seen.parts.length === 0 && <BareSide name={figureView.name} />}
          {view === 'squint' && <SquintPanel />}
          <StageFoot part={part} />
        </MapStage>
        <GlintSide
          part={part}
          piece={side === 'hand' || side === 'wear' ? piece : calm}
          mode={mode}
          onMode={setMode}
          band={taken}
          wearHand={wearHand}
          onWearHand={setWearHand}
        />
      </div>
      <StepStrip piece={calm} />
    </div>
  );
}
