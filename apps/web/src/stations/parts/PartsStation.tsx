import { useCallback, useMemo, useState, type ComponentProps } from 'react';
import { useCommands } from '../commands/useCommands.js';
import { moveLight } from '../../map/moveLight.js';
import { MapStage } from '../../map/MapStage.js';
import { boundsOfPiece } from '../../map/usePicture.js';
import { usePieceState, usePieceStore } from '../../store/PieceContext.js';
import { ViewSwitch } from '../../map/ViewSwitch.js';
import { MiniatureSide } from '../miniature/MiniatureSide.js';
import { ProposalBar, ProposalLayer } from '../miniature/ProposalLayer.js';
import { TapBar, TapLayer } from '../miniature/TapLayer.js';
import { useProposal } from '../miniature/useProposal.js';
import type { Tapping } from '../miniature/useTapTool.js';
import { useHelpedTaps } from '../miniature/useHelpedTaps.js';
import { useSeen, useStation } from '../stationState.js';
import { ViewRow } from '../views/ViewRow.js';
import { edits, FULL } from './edits.js';
import {
  chosenParts,
  freePlaceFor,
  partsFor,
  type Chosen,
  type Picture,
  type Underlay,
} from '@pale-glint/core';
import { addedText } from './added.js';
import { Library } from './Library.js';
import type { LibraryEntry } from './library.js';
import { PartHandles } from './PartHandles.js';
import { PartList } from './PartList.js';
import { useDragParts } from './useDragParts.js';
import { GroupSide, PartSide, type Deeds } from './PartSide.js';
import { MOST_PARTS } from '@pale-glint/core';

const focusOn = (selector: string) => document.querySelector<HTMLElement>(selector)?.focus();

/** What is worked on: the part that all stations share, or a group of this one. */
function useChosen() {
  const store = usePieceStore();
  const { piece } = usePieceState();
  const { selected, select } = useStation();
  const [group, setGroup] = useState<string | null>(null);
  const grouped = group !== null && piece.groups.some((g) => g.id === group) ? group : null;
  const chosen = useMemo(
    (): Chosen =>
      grouped !== null ? { kind: 'group', id: grouped } : selected ? { kind: 'part', id: selected } : null,
    [grouped, selected],
  );
  const choose = useCallback(
    (next: Chosen) => {
      setGroup(next?.kind === 'group' ? next.id : null);
      const last = next ? chosenParts(store.get().piece, next).at(-1) : undefined;
      select(last?.id ?? null);
    },
    [store, select],
  );
  return { chosen, choose };
}

/** What can be done with what is chosen, by button and by key. */
function useDeeds(chosen: Chosen, choose: (next: Chosen) => void): Deeds {
  const store = usePieceStore();
  const deeds: Deeds = {
    duplicate: () => choose(edits.duplicate(store, chosen)),
    twin: () => choose(edits.twin(store, chosen)),
    nearer: () => edits.reorder(store, chosen, 1),
    farther: () => edits.reorder(store, chosen, -1),
    front: () => edits.reorder(store, chosen, 'front'),
    back: () => edits.reorder(store, chosen, 'back'),
    remove: () => {
      edits.remove(store, chosen);
      choose(null);
    },
  };
  useCommands({
    ...deeds,
    add: () => focusOn('[data-command="add"]'),
    move: () => focusOn('[data-command="move"]'),
    group: () => focusOn('[data-command="group"] select'),
  });
  return deeds;
}

const Views = (props: ComponentProps<typeof ViewSwitch>) => (
  <div className="absolute top-3 left-4">
    <ViewSwitch {...props} />
    <ViewRow />
  </div>
);

function EmptyHint() {
  return (
    <div className="pointer-events-none absolute inset-x-0 top-1/3 mx-auto w-80 rounded-sm bg-g96 p-5">
      <p className="pb-1 text-lead font-semibold">Begin with a form</p>
      <p className="text-g28">
        Choose below what the first part looks like: a blade, a tube, a dome. Or take a set and change it.
        With your own miniature at hand, begin on the right: with a photo, a lamp scan or a 3D file.
      </p>
    </div>
  );
}

/** Puts a form or a set of the library where it hides nothing, in the view that is looked at. */
function useAdding(choose: (next: Chosen) => void, tell: (added: string | null) => void) {
  const store = usePieceStore();
  const seen = useSeen();
  const { setClose } = useStation();
  return (item: LibraryEntry) => {
    const b = boundsOfPiece(seen, null);
    const empty = seen.parts.length === 0;
    const at = empty
      ? { xMm: 0, yMm: seen.heightMm / 2 }
      : { xMm: (b.left + b.right) / 2, yMm: (b.bottom + b.top) / 2 };
    const parts = partsFor(item, seen);
    const where = { ...freePlaceFor(seen, parts, at), view: seen.views[0].id };
    const next = edits.add(store, parts, where, item.set ? item.label : null);
    if (next) choose(next);
    tell(next && addedText(store.get().piece, item));
    setClose(false);
  };
}

interface TapsOnPictureProps {
  readonly tapping: Tapping;
  readonly edges: ReturnType<typeof useHelpedTaps>['edges'];
  readonly picture: Picture;
  readonly px: number;
  readonly photo: Underlay | null;
}

/** The taps that are made, on the picture; each goes onto an edge of the photo near it. */
const TapsOnPicture = ({ tapping, edges, picture, px, photo }: TapsOnPictureProps) => (
  <TapLayer
    strokes={tapping.strokes}
    leavesOut={tapping.leavesOut === true}
    px={px}
    box={{
      x: picture.leftMm,
      y: -picture.topMm,
      width: picture.width / picture.pxPerMm,
      height: picture.height / picture.pxPerMm,
    }}
    made={tapping.made}
    photo={photo}
    onTap={(at, free) => tapping.tap(free ? at : edges.snap(at, px))}
    onMove={(i, to, free) => tapping.move(i, free ? to : edges.snap(to, px))}
    onStroke={tapping.tool.strokes ? tapping.draw : null}
  />
);

/** What form each part is, where it stands and how it is turned. */
export function PartsStation() {
  const store = usePieceStore();
  const { piece } = usePieceState();
  const { sheets, view, setView, after, close } = useStation();
  const seen = useSeen();
  const [figureView] = seen.views;
  const { chosen, choose } = useChosen();
  const part = chosen?.kind === 'part' ? (piece.parts.find((p) => p.id === chosen.id) ?? null) : null;
  const deeds = useDeeds(chosen, choose);
  const { tapping, begin, edges } = useHelpedTaps(figureView.underlay, choose);
  const { proposal, message, propose, ...deal } = useProposal({ store, figureView: figureView.id });
  const drag = useDragParts(chosen, choose);
  const [added, setAdded] = useState<string | null>(null);
  const add = useAdding(choose, setAdded);
  const full = piece.parts.length >= MOST_PARTS ? FULL : null;

  return (
    <div className="flex h-full flex-col">
      <div className="flex min-h-0 flex-1 max-md:flex-col max-md:overflow-y-auto">
        <PartList chosen={chosen} choose={choose} />
        <MapStage
          piece={piece}
          figureView={figureView.id}
          view={view}
          after={after}
          sheets={sheets}
          selected={part?.id ?? null}
          closeUp={close && part && !tapping ? part.id : null}
          underlay
          bare={tapping !== null}
          held
          onPress={drag}
          {...moveLight(store, figureView.id)}
          handles={(picture, px) =>
            proposal ? (
              <ProposalLayer proposal={proposal} px={px} onToggle={deal.toggle} />
            ) : tapping ? (
              <TapsOnPicture {...{ tapping, edges, picture, px }} photo={figureView.underlay} />
            ) : (
              part && (
                <PartHandles
                  part={part}
                  px={px}
                  change={(recipe, gesture) =>
                    store.change((d) => recipe(d.parts.find((p) => p.id === part.id)!), gesture)
                  }
                  end={() => store.endGesture()}
                />
              )
            )
          }
        >
          {!tapping && <Views value={view} onChange={setView} />}
          {seen.parts.length === 0 && !figureView.underlay && figureView.sculpts.length === 0 && (
            <EmptyHint />
          )}
        </MapStage>
        {part ? (
          <PartSide key={part.id} part={part} piece={piece} deeds={deeds} />
        ) : chosen?.kind === 'group' ? (
          <GroupSide piece={piece} id={chosen.id} deeds={deeds} choose={choose} />
        ) : (
          <MiniatureSide
            begin={begin}
            propose={(sculpt) => void propose(sculpt)}
            message={message}
            full={full}
          />
        )}
      </div>
      {proposal ? (
        <ProposalBar proposal={proposal} onToggle={deal.toggle} onTake={deal.take} onLeave={deal.leave} />
      ) : tapping ? (
        <TapBar
          title={tapping.tool.title}
          ask={tapping.ask}
          message={tapping.message}
          canFinish={tapping.canFinish}
          finishLabel={tapping.finishLabel}
          canGoBack={tapping.strokes.length > 0}
          edges={edges.on}
          onEdges={edges.set}
          leavesOut={tapping.leavesOut}
          onLeaveOut={tapping.leaveOut}
          onFinish={tapping.finish}
          onBack={tapping.back}
          onStop={tapping.stop}
        />
      ) : (
        <Library onAdd={add} full={full} added={added} />
      )}
    </div>
  );
}
