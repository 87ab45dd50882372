import { clockSide, clockText, duration, focalRank, activeFindings, squintOrder } from '@pale-glint/core';
import { NavLink } from 'react-router';
import { usePieceState } from '../store/PieceContext.js';
import type { StationState } from './stationState.js';
import { useTimeLeft } from './useTimeLeft.js';

const ordinal = (n: number) =>
  `${n}${['th', 'st', 'nd', 'rd'][n % 10 > 3 || Math.floor((n % 100) / 10) === 1 ? 0 : n % 10]}`;

/** A word on the map: what is to look at, or whether the focal part leads at a squint. */
function glintState(desk: StationState, piece: ReturnType<typeof usePieceState>['piece']): string {
  if (piece.parts.length === 0) return 'nothing to light yet';
  if (!desk.sheets.settled) return `measuring ${desk.sheets.done} of ${desk.sheets.of}`;
  const open = activeFindings(desk.sheets.findings).length;
  if (open > 0) return `${open} to look at`;
  const order = squintOrder(piece, desk.sheets.sheets);
  const rank = focalRank(piece, order);
  if (rank === null) return 'no focal part';
  return rank === 1 ? 'focal part leads' : `focal part ${ordinal(rank)} lightest`;
}

/** The stations as one ramp from dark to light; each tells its state. */
export function Ramp({ desk }: { desk: StationState }) {
  const { piece } = usePieceState();
  const { activeMin } = useTimeLeft(desk.order, desk.run.ticks, piece.copies);
  const metals = piece.ladders.filter((l) =>
    piece.parts.some((p) => p.finish.kind === 'metal' && p.finish.ladder === l.id),
  );
  const stations = [
    {
      to: 'light',
      name: 'Light',
      state: `${clockText(piece.rig.keyClockHours)}, ${clockSide(piece.rig.keyClockHours)}`,
      look: 'bg-g10 text-g96',
      dim: 'text-g72',
      mark: 'bg-g98',
    },
    {
      to: 'parts',
      name: 'Parts',
      state:
        piece.parts.length === 0
          ? 'none yet'
          : `${piece.parts.length} ${piece.parts.length === 1 ? 'part' : 'parts'}`,
      look: 'bg-g18 text-g96',
      dim: 'text-g72',
      mark: 'bg-g98',
    },
    {
      to: 'glint',
      name: 'Glint map',
      state: glintState(desk, piece),
      look: 'bg-g28 text-g98',
      dim: 'text-g82',
      mark: 'bg-g98',
    },
    {
      to: 'steps',
      name: 'Steps and mixes',
      state: metals.length === 0 ? 'no metal yet' : metals.map((l) => l.name.toLowerCase()).join(', '),
      look: 'bg-g38 text-g98',
      dim: 'text-g93',
      mark: 'bg-g98',
    },
    {
      to: 'order',
      name: 'Painting order',
      look: 'bg-g72 text-g05',
      dim: 'text-g18',
      mark: 'bg-g05',
      state:
        desk.order.length === 0
          ? 'not yet'
          : activeMin === 0
            ? 'all done'
            : `about ${duration(activeMin)} left`,
    },
  ];
  return (
    <nav aria-label="Stations" className="flex min-w-0 flex-1">
      {stations.map((s) => (
        <NavLink key={s.to} to={s.to} className={`relative min-w-0 flex-1 px-3 pt-2 ${s.look}`}>
          {({ isActive }) => (
            <>
              <span className="block truncate font-semibold max-xl:[font-stretch:86%]">{s.name}</span>
              <span className={`narrow block truncate text-label ${s.dim}`}>{s.state}</span>
              {isActive && <span className={`absolute inset-x-3 bottom-0 h-1 ${s.mark}`} />}
            </>
          )}
        </NavLink>
      ))}
    </nav>
  );
}
