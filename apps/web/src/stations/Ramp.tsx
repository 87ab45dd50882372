import { useEffect, useRef } from 'react';
import { NavLink, useLocation } from 'react-router';
import { usePieceState } from '../store/PieceContext.js';
import { stations } from './registry.js';
import type { StationState } from './stationState.js';
import { useTimeLeft } from './useTimeLeft.js';

/** Greys of the ramp from dark to light: ground and name, state, mark of the present one. */
const TONES = [
  { ground: 'bg-g10 text-g96', state: 'text-g72', mark: 'bg-g98' },
  { ground: 'bg-g18 text-g96', state: 'text-g72', mark: 'bg-g98' },
  { ground: 'bg-g28 text-g98', state: 'text-g82', mark: 'bg-g98' },
  { ground: 'bg-g38 text-g98', state: 'text-g93', mark: 'bg-g98' },
  { ground: 'bg-g72 text-g05', state: 'text-g18', mark: 'bg-g05' },
] as const;

/** Stations share the tones evenly, the first darkest and the last lightest. */
const toneOf = (index: number) =>
  TONES[Math.round((index * (TONES.length - 1)) / Math.max(1, stations.length - 1))];

/** The stations as one ramp from dark to light; each tells its state. */
export function Ramp({ state }: { state: StationState }) {
  const { piece } = usePieceState();
  const { sheets, order, run } = state;
  const { activeMin } = useTimeLeft(order, run.ticks, piece.copies);
  const view = { piece, sheets, order, activeMin };
  const nav = useRef<HTMLElement>(null);
  const { pathname } = useLocation();
  // On a phone the ramp is longer than the screen.
  useEffect(() => {
    const here = nav.current?.querySelector('[aria-current=page]');
    // Its answer is no clean-up.
    void here?.scrollIntoView({ inline: 'center', block: 'nearest' });
  }, [pathname]);
  return (
    <nav
      ref={nav}
      aria-label="Stations"
      className="flex min-w-0 flex-1 max-md:order-last max-md:h-12 max-md:w-full max-md:flex-none max-md:overflow-x-auto max-md:[scrollbar-width:none]"
    >
      {stations.map((s, index) => {
        const tone = toneOf(index);
        return (
          <NavLink
            key={s.path}
            to={s.path}
            className={`relative min-w-0 flex-1 px-3 pt-2 max-md:min-w-27 max-md:flex-[1_0_auto] max-md:pt-1 ${tone.ground}`}
          >
            {({ isActive }) => (
              <>
                <span className="block truncate font-semibold max-xl:[font-stretch:86%]">{s.name}</span>
                <span className={`narrow block truncate text-label ${tone.state}`}>{s.state(view)}</span>
                {isActive && <span className={`absolute inset-x-3 bottom-0 h-1 ${tone.mark}`} />}
              </>
            )}
          </NavLink>
        );
      })}
    </nav>
  );
}
