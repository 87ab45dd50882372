import { Suspense, useCallback, useEffect, useLayoutEffect, useMemo, useState } from 'react';
import { Link, Outlet, useLocation, useNavigate, useParams } from 'react-router';
import { useCommands } from './commands/useCommands.js';
import { Guide, startGuide } from './Guide.js';
import { mirrorPicture, nextSurround, turnPicture } from '../look/look.js';
import { useSheets } from '../map/useSheets.js';
import { zoomKeys } from '../map/zoomKeys.js';
import { PieceProvider, usePieceState, usePieceStore } from '../store/PieceContext.js';
import { usePace } from '../store/usePace.js';
import { Loading } from '../ui/states.js';
import { VIEWS, type ShownView } from '../map/ViewSwitch.js';
import { mapClient } from '../workers/mapClient.js';
import type { AfterLayer } from '../workers/protocol.js';
import { firstLooked, firstSeen, layerKey, layerOf } from '@pale-glint/core';
import { Conflict } from './Conflict.js';
import { StationContext, type StationState, type GlintSide } from './stationState.js';
import { handEdits } from './glint/handEdits.js';
import { PieceMenu } from './PieceMenu.js';
import { stations } from './registry.js';
import { Ramp } from './Ramp.js';
import { SaveNote } from './SaveNote.js';
import { useRun } from './useRun.js';

const focusOn = (selector: string) => document.querySelector<HTMLElement>(selector)?.focus();

/** The commands that every station knows. */
function useFrameCommands(state: StationState): void {
  const store = usePieceStore();
  const { piece } = usePieceState();
  const navigate = useNavigate();
  const go = (to: string) => () => void navigate(`/pieces/${piece.id}/${to}`);
  const along = (by: number) => () => {
    const ids = [...piece.parts].reverse().map((p) => p.id);
    const at = ids.indexOf(state.selected ?? '');
    if (ids.length > 0) state.select(ids[(at + by + ids.length) % ids.length]);
  };
  const step = (by: number) => () => {
    const { order, after } = state;
    if (order.length === 0) return;
    const at = after ? order.findIndex((l) => layerKey(l) === layerKey(after)) : order.length - 1;
    const next = Math.min(order.length - 1, Math.max(0, at + by));
    state.setAfter(next === order.length - 1 ? null : layerOf(order[next]));
  };
  const beside = (side: GlintSide) => {
    state.setSide(side);
    void navigate(`/pieces/${piece.id}/glint`);
  };
  useCommands({
    ...Object.fromEntries(stations.map(({ path }) => [path, go(path)])),
    pieces: () => void navigate('/'),
    help: () => void navigate('/keys'),
    ...Object.fromEntries(VIEWS.map((v) => [v.value, () => state.setView(v.value)])),
    close: () => state.setClose(!state.close),
    ...zoomKeys,
    surround: nextSurround,
    mirror: mirrorPicture,
    turn: turnPicture,
    'next-view': () => {
      const at = piece.views.findIndex((v) => v.id === state.figureView);
      state.setFigureView(piece.views[(at + 1) % piece.views.length].id);
    },
    next: along(1),
    previous: along(-1),
    earlier: step(-1),
    later: step(1),
    'key-light': () => focusOn('[data-command="key-light"]'),
    add: () => {
      void navigate(`/pieces/${piece.id}/parts`);
      setTimeout(() => focusOn('[data-command="add"]'), 150);
    },
    undo: () => store.undo(),
    redo: () => store.redo(),
    guide: startGuide,
    figures: () => beside('part'),
    findings: () => beside('findings'),
    hand: () => beside('hand'),
    wear: () => beside('wear'),
    another: () => state.selected && handEdits.another(store, state.selected),
  });
}

function Frame({ state }: { state: StationState }) {
  const { piece, save } = usePieceState();
  useFrameCommands(state);
  // For the hand that holds a brush there is the step, and what must not be missed.
  const atTable = useLocation().pathname.endsWith('/table');
  return (
    <div className="flex h-full flex-col">
      {!atTable && (
        <header className="flex h-14 shrink-0 max-md:h-auto max-md:flex-wrap">
          <Link
            to="/"
            className="w-44 shrink-0 bg-g05 px-4 pt-2 text-g98 max-xl:w-32 max-xl:px-3 max-md:h-12 max-md:w-auto max-md:flex-1 max-md:pt-1"
          >
            <span className="wide block truncate font-bold max-xl:[font-stretch:100%]">Pale Glint</span>
            <span className="narrow block truncate text-label text-g72">{piece.name}</span>
          </Link>
          <Ramp state={state} />
          <div className="flex shrink-0 items-center gap-1 bg-g93 pr-2 pl-2">
            <SaveNote state={save} runAway={state.run.away} />
            <PieceMenu />
          </div>
        </header>
      )}
      {!atTable && <Guide state={state} />}
      <Conflict />
      {state.run.refused && (
        <p role="alert" className="bg-g10 px-4 py-2 text-g98">
          The tick was not accepted: {state.run.refused}
        </p>
      )}
      <main className="min-h-0 flex-1">
        <Suspense fallback={<Loading what="the station" />}>
          <Outlet />
        </Suspense>
      </main>
    </div>
  );
}

function Stations() {
  const { piece } = usePieceState();
  const sheets = useSheets(piece);
  const run = useRun(piece.id);
  const pace = usePace(piece, sheets.order, run.ticks);
  const [view, setView] = useState<ShownView>('painted');
  const [chosen, setChosen] = useState(() => firstLooked(piece));
  const [figureView, setFigureView] = useState(() => firstSeen(piece));
  const [after, setAfter] = useState<AfterLayer | null>(null);
  const [close, setClose] = useState(false);
  const [side, setSide] = useState<GlintSide>('part');
  const [finding, setFinding] = useState<string | null>(null);
  // A part that undo took away is no longer chosen; redo brings it back chosen.
  const selected = piece.parts.some((p) => p.id === chosen) ? chosen : null;
  const store = usePieceStore();
  // A part is looked at from the side it is seen from.
  const select = useCallback(
    (part: string | null) => {
      setChosen(part);
      const view = store.get().piece.parts.find((p) => p.id === part)?.view;
      if (view !== undefined) setFigureView(view);
    },
    [store],
  );
  const lookFrom = useCallback(
    (view: string) => {
      setFigureView(view);
      // What is chosen is seen: a part of another side is let go.
      setChosen((part) => (store.get().piece.parts.find((p) => p.id === part)?.view === view ? part : null));
    },
    [store],
  );
  const state = useMemo(
    (): StationState => ({
      sheets,
      order: pace.order,
      pace,
      run,
      view,
      setView,
      figureView,
      setFigureView: lookFrom,
      selected,
      select,
      after,
      setAfter,
      close,
      setClose,
      side,
      setSide,
      finding,
      setFinding,
    }),
    [sheets, pace, run, view, figureView, lookFrom, selected, select, after, close, side, finding],
  );
  return (
    <StationContext value={state}>
      <Frame state={state} />
    </StationContext>
  );
}

const PRELOAD_AFTER_MS = 1200;

const opensWithMap = (pathname: string) =>
  stations.some((s) => s.mapFirst && pathname.endsWith(`/${s.path}`));

/** All stations of the piece in the address. */
export function StationFrame({ preload }: { preload: () => void }) {
  const { id = '' } = useParams();
  const { pathname } = useLocation();
  // Before the piece is fetched: the workers of its map make ready, and nothing else begins.
  useLayoutEffect(() => {
    if (opensWithMap(pathname)) mapClient.expect();
  }, [pathname]);
  // All stations are fetched once the first is shown: they must open with the server away, too.
  useEffect(() => {
    const timer = setTimeout(preload, PRELOAD_AFTER_MS);
    return () => clearTimeout(timer);
  }, [preload]);
  return (
    <PieceProvider id={id}>
      <Stations />
    </PieceProvider>
  );
}
