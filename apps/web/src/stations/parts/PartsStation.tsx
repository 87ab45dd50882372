import { useCallback, useMemo, useState, type PointerEvent } from 'react';
import { useCommands } from '../../commands/useCommands.js';
import { inDrawing } from '../../map/inDrawing.js';
import { moveLight } from '../../map/moveLight.js';
import { MapStage } from '../../map/MapStage.js';
import { boundsOfPiece } from '../../map/usePicture.js';
import { usePieceState, usePieceStore } from '../../store/PieceContext.js';
import { ViewSwitch } from '../../ui/ViewSwitch.js';
import { MiniatureSide } from '../miniature/MiniatureSide.js';
import { TapBar, TapLayer } from '../miniature/TapLayer.js';
import { useTapTool } from '../miniature/useTapTool.js';
import { useStation } from '../stationState.js';
import { chosenParts, edits, FULL, type Chosen } from './edits.js';
import { Library } from './Library.js';
import type { LibraryItem } from './library.js';
import { PartHandles } from './PartHandles.js';
import { PartList } from './PartList.js';
import { GroupSide, PartSide, type Deeds } from './PartSide.js';
import { MOST_PARTS } from '@pale-glint/core';

/** A hand that moved less than this has pressed, not dragged, in screen points. */
const STILL_PX = 3;
const focusOn = (selector: string) => document.querySelector<HTMLElement>(selector)?.focus();

/** What form each part is, where it stands and how it is turned. */
export function PartsStation() {
  const store = usePieceStore();
  const { piece } = usePieceState();
  const { sheets, view, setView, selected, select, after, close, setClose } = useStation();
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
  const part = chosen?.kind === 'part' ? (piece.parts.find((p) => p.id === chosen.id) ?? null) : null;
  const deeds: Deeds = {
    duplicate: () => choose(edits.duplicate(store, chosen)),
    twin: () => choose(edits.twin(store, chosen)),
    nearer: () => edits.reorder(store, chosen, 1),
    farther: () => edits.reorder(store, chosen, -1),
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

  const { tapping, begin } = useTapTool(choose);
  const press = (id: string | null, _x: number, _y: number, e: PointerEvent) => {
    if (!id) return;
    const inGroup = chosen?.kind === 'group' && piece.parts.find((p) => p.id === id)?.group === chosen.id;
    const mine: Chosen = inGroup ? chosen : { kind: 'part', id };
    if (!inGroup) choose(mine);
    const field = e.currentTarget as HTMLElement;
    const drawing = field.querySelector('svg')!;
    let last = inDrawing(drawing, e.clientX, e.clientY);
    const [sx, sy] = [e.clientX, e.clientY];
    let dragging = false;
    const move = (m: globalThis.PointerEvent) => {
      if (!dragging && Math.hypot(m.clientX - sx, m.clientY - sy) < STILL_PX) return;
      dragging = true;
      const at = inDrawing(drawing, m.clientX, m.clientY);
      edits.move(store, mine, at.x - last.x, last.y - at.y, `drag/${mine.id}`);
      last = at;
    };
    const up = () => {
      window.removeEventListener('pointermove', move);
      window.removeEventListener('pointerup', up);
      window.removeEventListener('pointercancel', up);
      if (dragging) store.endGesture();
    };
    window.addEventListener('pointermove', move);
    window.addEventListener('pointerup', up);
    window.addEventListener('pointercancel', up);
  };
  const add = (item: LibraryItem) => {
    const b = boundsOfPiece(piece, null);
    const empty = piece.parts.length === 0;
    const [x, y] = empty ? [0, piece.heightMm / 2] : [(b.left + b.right) / 2, (b.bottom + b.top) / 2];
    const next = edits.add(store, item.parts, x, y, item.set ? item.label : null);
    if (next) choose(next);
    setClose(false);
  };
  const full = piece.parts.length >= MOST_PARTS ? FULL : null;

  return (
    <div className="flex h-full flex-col">
      <div className="flex min-h-0 flex-1">
        <PartList chosen={chosen} choose={choose} />
        <MapStage
          piece={piece}
          view={view}
          after={after}
          sheets={sheets}
          selected={part?.id ?? null}
          closeUp={close && part && !tapping ? part.id : null}
          underlay
          bare={tapping !== null}
          onPress={press}
          {...moveLight(store)}
          handles={(picture, px) =>
            tapping ? (
              <TapLayer
                taps={tapping.taps}
                px={px}
                box={{
                  x: picture.leftMm,
                  y: -picture.topMm,
                  width: picture.width / picture.pxPerMm,
                  height: picture.height / picture.pxPerMm,
                }}
                made={tapping.made}
                onTap={tapping.tap}
                onMove={tapping.move}
              />
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
          {!tapping && (
            <div className="absolute top-3 left-4">
              <ViewSwitch value={view} onChange={setView} />
            </div>
          )}
          {piece.parts.length === 0 && !piece.underlay && piece.sculpts.length === 0 && (
            <div className="pointer-events-none absolute inset-x-0 top-1/3 mx-auto w-80 rounded-sm bg-g96 p-5">
              <p className="text-lead font-semibold">Begin with a form</p>
              <p className="text-g28">
                Choose below what the first part looks like: a blade, a tube, a dome. Or take a set and change
                it. With your own miniature at hand, begin on the right: with a photo, a lamp scan or a 3D
                file.
              </p>
            </div>
          )}
        </MapStage>
        {part ? (
          <PartSide key={part.id} part={part} piece={piece} deeds={deeds} />
        ) : chosen?.kind === 'group' ? (
          <GroupSide piece={piece} id={chosen.id} deeds={deeds} choose={choose} />
        ) : (
          <MiniatureSide begin={begin} full={full} />
        )}
      </div>
      {tapping ? (
        <TapBar
          title={tapping.errand.title}
          ask={tapping.ask}
          message={tapping.message}
          canFinish={tapping.canFinish}
          finishLabel={tapping.finishLabel}
          canGoBack={tapping.taps.length > 0}
          onFinish={tapping.finish}
          onBack={tapping.back}
          onStop={tapping.stop}
        />
      ) : (
        <Library onAdd={add} full={full} />
      )}
    </div>
  );
}
