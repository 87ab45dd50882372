import { Alert } from '../../ui/Alert.js';
import { activeFindings, type Part, type Piece } from '@pale-glint/core';
import { Tabs } from 'radix-ui';
import { memo } from 'react';
import { FinishFields, SizeFields } from '../../map/PartForm.js';
import { useNewMetal } from '../../map/useNewMetal.js';
import { PartFigures } from '../../map/PartFigures.js';
import { usePieceStore } from '../../store/PieceContext.js';
import { useSeen, useStation, type GlintSide as Side } from '../stationState.js';
import { BeforeYouPaint } from './BeforeYouPaint.js';
import { ByHand } from './ByHand.js';
import type { BandInHand, HandMode } from './overrideModes.js';
import { WearSide, type WearHand } from './WearSide.js';

interface FiguresProps {
  readonly part: Part;
  readonly ladders: Piece['ladders'];
}

/** What was measured on a part, and what makes it. */
const Figures = memo(function Figures({ part, ladders }: FiguresProps) {
  const store = usePieceStore();
  const { sheets } = useStation();
  const change = (recipe: (p: Part) => void, gesture: string) =>
    store.change((d) => recipe(d.parts.find((p) => p.id === part.id)!), gesture);
  const end = () => store.endGesture();
  const newMetal = useNewMetal(part.id);
  const news = sheets.byPart.get(part.id);
  return (
    <div className="space-y-4 px-4 py-3">
      {news ? (
        <PartFigures part={part} news={news} stale={!sheets.settled} />
      ) : (
        <p className="text-label text-g38">Measuring this part.</p>
      )}
      {sheets.failed && <Alert className="px-2 py-1">The zones could not be computed: {sheets.failed}</Alert>}
      <section aria-label="Size and finish">
        <SizeFields part={part} change={change} end={end} />
        <FinishFields
          part={part}
          ladders={ladders}
          change={change}
          newMetal={newMetal}
          changePiece={(recipe, gesture) => store.change(recipe, gesture)}
        />
      </section>
    </div>
  );
});

interface GlintSideProps {
  readonly part: Part | null;
  readonly piece: Piece;
  readonly mode: HandMode;
  readonly onMode: (mode: HandMode) => void;
  readonly band: BandInHand | null;
  readonly wearHand: WearHand | null;
  readonly onWearHand: (hand: WearHand | null) => void;
}

/** Beside the map: the chosen part in figures, what to look at before painting, or what is changed by hand. */
export const GlintSide = memo(function GlintSide({
  part,
  piece,
  mode,
  onMode,
  band,
  wearHand,
  onWearHand,
}: GlintSideProps) {
  const { sheets, side, setSide } = useStation();
  const bare = useSeen().parts.length === 0;
  const open = activeFindings(sheets.findings).length;
  const tabs: readonly { value: Side; label: string }[] = [
    { value: 'part', label: 'Figures' },
    { value: 'findings', label: `Before you paint${open ? `, ${open}` : ''}` },
    { value: 'hand', label: 'By hand' },
    { value: 'wear', label: 'Wear' },
  ];
  const none = (
    <p className="p-4 text-g28">
      {bare ? 'This side has no part yet.' : 'Choose a part on the picture or in the list.'}
    </p>
  );
  return (
    <aside
      aria-label={part?.name ?? 'No part chosen'}
      className="flex w-74 shrink-0 max-md:w-full max-md:overflow-visible flex-col bg-g96"
    >
      <h2 className="truncate px-4 pt-3 text-lead font-semibold">{part?.name ?? piece.name}</h2>
      <Tabs.Root
        value={side}
        onValueChange={(v) => setSide(v as Side)}
        className="flex min-h-0 flex-1 flex-col"
      >
        <Tabs.List aria-label="Beside the map" className="flex border-b border-g72 px-2">
          {tabs.map((t) => (
            <Tabs.Trigger
              key={t.value}
              value={t.value}
              className="narrow -mb-px border-b-3 border-transparent px-2 py-2 text-label whitespace-nowrap text-g28 hover:text-g05 data-[state=active]:border-g10 data-[state=active]:font-bold data-[state=active]:text-g05"
            >
              {t.label}
            </Tabs.Trigger>
          ))}
        </Tabs.List>
        <Tabs.Content
          value="part"
          tabIndex={-1}
          className="min-h-0 flex-1 contain-content relative overflow-y-auto"
        >
          {part ? <Figures key={part.id} part={part} ladders={piece.ladders} /> : none}
        </Tabs.Content>
        <Tabs.Content value="findings" tabIndex={-1} className="min-h-0 flex-1 relative overflow-y-auto">
          <BeforeYouPaint />
        </Tabs.Content>
        <Tabs.Content value="hand" tabIndex={-1} className="min-h-0 flex-1 relative overflow-y-auto">
          {part ? (
            <ByHand
              key={part.id}
              part={part}
              piece={piece}
              steps={sheets.sheets.get(part.id)?.steps ?? 7}
              unresolved={sheets.sheets.get(part.id)?.unresolved ?? []}
              mode={mode}
              onMode={onMode}
              band={band}
            />
          ) : (
            none
          )}
        </Tabs.Content>
        <Tabs.Content value="wear" tabIndex={-1} className="min-h-0 flex-1 relative overflow-y-auto">
          {part ? (
            <WearSide key={part.id} part={part} piece={piece} hand={wearHand} onHand={onWearHand} />
          ) : (
            none
          )}
        </Tabs.Content>
      </Tabs.Root>
    </aside>
  );
});
