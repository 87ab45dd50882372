import { useEffect, useRef, useState, useSyncExternalStore } from 'react';
import { useLocation, useNavigate } from 'react-router';
import type { StationState } from './stationState.js';
import { usePieceState } from '../store/PieceContext.js';

const KEY = 'pale-glint/shown-round';
const STEPS = [
  {
    to: 'light',
    description: 'Take hold of the pale handle and move the light round the clock. All the metal follows.',
    name: 'Light',
  },
  {
    to: 'parts',
    description:
      'Press a part, on the picture or in the list. Drag it, or pull its handles. The library below adds more.',
    name: 'Part',
  },
  {
    to: 'glint',
    description:
      'Choose Zones: each number is a value step, its border a line where it stays hard, hatched where it is blended.',
    name: 'Map',
  },
  {
    to: 'glint',
    description:
      'Drag the slider under the map back and forth: the piece after every step, the ugly middle included.',
    name: 'Steps',
  },
  {
    to: 'order',
    description:
      'Here is what to do, in order. Tick a step when it is dry; take the card to the table with the arrow above.',
    name: 'Order',
  },
] as const;

/** Where this visit began. */
const ENTERED_AT = window.location.pathname;

/** At which step the painter is led; null where nobody is. */
let at: number | null = null;
const listeners = new Set<() => void>();
const set = (next: number | null) => {
  at = next;
  // From its first step on it was there: left in whichever way, it does not come back by itself.
  try {
    localStorage.setItem(KEY, 'yes');
  } catch {
    // Storage full or forbidden: the next visit is led again.
  }
  listeners.forEach((l) => l());
};
const subscribe = (l: () => void) => {
  listeners.add(l);
  return () => listeners.delete(l);
};

/** Leads the painter round, from the first step. */
export const startGuide = () => set(0);

const ledBefore = () => {
  try {
    return localStorage.getItem(KEY) !== null;
  } catch {
    return true;
  }
};

/** What the painter does at each step, as one text that changes when it is done. */
function deedOf(step: number, state: StationState, light: string): string {
  return [
    light,
    state.selected ?? '',
    state.view,
    state.after ? state.after.step : '',
    String(state.run.ticks.length),
  ][step];
}

/** A first visit is led once through light, part, map, steps and order, on the real screen: nothing is covered or locked. */
export function Guide({ state }: { state: StationState }) {
  const step = useSyncExternalStore(subscribe, () => at);
  const { piece } = usePieceState();
  const navigate = useNavigate();
  const light = `${piece.rig.keyClockHours}/${piece.rig.keyHeightDeg}`;
  const [done, setDone] = useState(false);
  const before = useRef<{ step: number; deed: string } | null>(null);
  const { pathname } = useLocation();
  const hasParts = useRef(piece.parts.length > 0);

  // Only who came in by the first page, and only where there is something to be shown: nobody is moved from an address.
  useEffect(() => {
    if (ENTERED_AT === '/' && !ledBefore() && hasParts.current && at === null) startGuide();
  }, []);

  // Only where a new step begins: the painter may look elsewhere meanwhile.
  const begun = useRef<number | null>(null);
  useEffect(() => {
    if (begun.current === step) return;
    begun.current = step;
    const to = step === null ? null : STEPS[step].to;
    // The address itself: what is shown may still be on its way to it.
    if (to && !window.location.pathname.endsWith(`/${to}`)) void navigate(`/pieces/${piece.id}/${to}`);
  }, [step, navigate, piece.id]);

  // A painter who goes on alone to a later station has gone on with the guide.
  const stood = useRef(pathname);
  useEffect(() => {
    if (stood.current === pathname) return;
    stood.current = pathname;
    if (step === null) return;
    const ahead = STEPS.findIndex((s, k) => k > step && pathname.endsWith(`/${s.to}`));
    if (ahead > 0 && STEPS[ahead].to !== STEPS[step].to) set(ahead);
  }, [pathname, step]);

  const deed = step === null ? '' : deedOf(step, state, light);
  useEffect(() => {
    if (step === null) return;
    if (before.current?.step !== step) {
      before.current = { step, deed };
      setDone(false);
    } else if (before.current.deed !== deed) setDone(true);
  }, [step, deed]);

  if (step === null) return null;
  const last = step === STEPS.length - 1;
  return (
    <section
      aria-label="First visit"
      className="flex shrink-0 items-center gap-4 bg-g98 px-4 py-2 text-g05 shadow-sm"
    >
      <ol className="flex gap-1.5" aria-hidden>
        {STEPS.map((s, i) => (
          <li key={s.name} className={`size-2.5 rounded-full ${i <= step ? 'bg-g10' : 'ring-1 ring-g38'}`} />
        ))}
      </ol>
      <p className="min-w-0 flex-1" role="status">
        <span className="font-semibold">
          {step + 1} of {STEPS.length}, {STEPS[step].name.toLowerCase()}.
        </span>{' '}
        {STEPS[step].description}
        {done && <span className="font-semibold"> Done: go on when you like.</span>}
      </p>
      <button
        type="button"
        onClick={() => set(last ? null : step + 1)}
        className="min-h-8 rounded-sm bg-g10 px-3 text-label font-semibold text-g98"
      >
        {last ? 'Finish' : 'Go on'}
      </button>
      {!last && (
        <button
          type="button"
          onClick={() => set(null)}
          className="min-h-8 px-2 text-label font-semibold underline"
        >
          Leave me to it
        </button>
      )}
    </section>
  );
}
