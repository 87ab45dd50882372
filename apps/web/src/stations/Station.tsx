import { clockText, duration } from '@pale-glint/core';
import { useEffect, useState } from 'react';
import { Link, NavLink, Outlet, useParams } from 'react-router';
import { useSheets } from '../map/useSheets.js';
import { PieceProvider, usePieceState, usePieceStore } from '../store/PieceContext.js';
import type { AfterLayer, MapView } from '../workers/protocol.js';
import { Conflict } from './Conflict.js';
import { DeskContext, type Desk } from './desk.js';
import { PieceMenu } from './PieceMenu.js';
import { SaveNote } from './SaveNote.js';
import { useOrder, useTimeLeft } from './useOrder.js';
import { useRun } from './useRun.js';

/** The stations as one ramp from dark to light; each tells its state. */
function Ramp({ desk }: { desk: Desk }) {
  const { piece } = usePieceState();
  const { activeMin, dryMin } = useTimeLeft(desk.order, desk.run.ticks, piece.copies);
  const steps = piece.ladders.map((l) => `${l.name.toLowerCase()}, ${l.steps.length} steps`).join('; ');
  const stations = [
    {
      to: 'glint',
      name: 'Glint map',
      state: `light ${clockText(piece.rig.keyClockHours)}, ${piece.parts.length} parts`,
      look: 'bg-g18 text-g96',
      dim: 'text-g72',
      mark: 'bg-g98',
    },
    {
      to: 'steps',
      name: 'Steps and mixes',
      state: steps || 'no metal yet',
      look: 'bg-g38 text-g98',
      dim: 'text-g88',
      mark: 'bg-g98',
    },
    {
      to: 'order',
      name: 'Painting order',
      state:
        desk.order.length === 0
          ? 'being worked out'
          : activeMin === 0
            ? 'all done'
            : `about ${duration(activeMin)} left, drying ${duration(dryMin)}`,
      look: 'bg-g72 text-g05',
      dim: 'text-g18',
      mark: 'bg-g05',
    },
  ];
  return (
    <nav aria-label="Stations" className="flex min-w-0 flex-1">
      {stations.map((s) => (
        <NavLink key={s.to} to={s.to} className={`relative min-w-0 flex-1 px-4 pt-2 ${s.look}`}>
          {({ isActive }) => (
            <>
              <span className="block truncate font-semibold">{s.name}</span>
              <span className={`narrow block truncate text-label ${s.dim}`}>{s.state}</span>
              {isActive && <span className={`absolute inset-x-4 bottom-0 h-1 ${s.mark}`} />}
            </>
          )}
        </NavLink>
      ))}
    </nav>
  );
}

function Stations() {
  const state = usePieceState();
  const store = usePieceStore();
  const { piece } = state;
  const sheets = useSheets(piece);
  const order = useOrder(piece, sheets);
  const run = useRun(piece.id);
  const [view, setView] = useState<MapView>('painted');
  const [selected, select] = useState<string | null>(piece.rig.focalPart ?? piece.parts[0]?.id ?? null);
  const [after, setAfter] = useState<AfterLayer | null>(null);
  const desk: Desk = { sheets, order, run, view, setView, selected, select, after, setAfter };

  useEffect(() => {
    const key = (e: KeyboardEvent) => {
      if (!(e.ctrlKey || e.metaKey) || e.key.toLowerCase() !== 'z') return;
      e.preventDefault();
      if (e.shiftKey) store.redo();
      else store.undo();
    };
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  }, [store]);

  return (
    <DeskContext value={desk}>
      <div className="flex h-full flex-col">
        <header className="flex h-14 shrink-0">
          <Link to="/" className="w-56 shrink-0 bg-g05 px-4 pt-2 text-g98">
            <span className="wide block font-bold">Pale Glint</span>
            <span className="narrow block truncate text-label text-g72">{piece.name}</span>
          </Link>
          <Ramp desk={desk} />
          <div className="flex shrink-0 items-center gap-1 bg-g93 pr-3 pl-4">
            <SaveNote state={state.save} runAway={run.away} />
            <PieceMenu />
          </div>
        </header>
        <Conflict />
        {run.refused && (
          <p role="alert" className="bg-g10 px-4 py-2 text-g98">
            The tick was not accepted: {run.refused}
          </p>
        )}
        <main className="min-h-0 flex-1">
          <Outlet />
        </main>
      </div>
    </DeskContext>
  );
}

/** All stations of the piece in the address. */
export function StationFrame() {
  const { id = '' } = useParams();
  return (
    <PieceProvider id={id}>
      <Stations />
    </PieceProvider>
  );
}
