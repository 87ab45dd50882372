import { layerBelow, layerKey, type OrderLayer } from '@pale-glint/core';
import { useEffect, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { copiesText } from '../words.js';
import { BenchStep } from './BenchStep.js';
import { Meanwhile } from './Meanwhile.js';
import type { BenchItem, BenchSession } from './session.js';
import { Note } from './Note.js';
import { Slip } from './Slip.js';
import { Timers } from './Timers.js';
import { useBench } from './useBench.js';

/** Keeps the screen on while the caller is shown, where the browser lets it. */
function useWakeLock(): void {
  useEffect(() => {
    let lock: WakeLockSentinel | null = null;
    let gone = false;
    const take = () =>
      void navigator.wakeLock?.request('screen').then(
        (l) => (gone ? void l.release() : (lock = l)),
        () => undefined,
      );
    const again = () => document.visibilityState === 'visible' && take();
    take();
    document.addEventListener('visibilitychange', again);
    return () => {
      gone = true;
      document.removeEventListener('visibilitychange', again);
      void lock?.release();
    };
  }, []);
}

/** Space, arrows and page keys, as a keyboard or a pedal sends them. */
function useKeys({ done, back }: { readonly done: (all: boolean) => void; readonly back: () => void }): void {
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (
        e.target instanceof HTMLTextAreaElement ||
        e.target instanceof HTMLInputElement ||
        e.ctrlKey ||
        e.metaKey
      )
        return;
      const onButton = e.target instanceof HTMLButtonElement || e.target instanceof HTMLAnchorElement;
      if ((e.key === ' ' || e.key === 'Enter') && onButton) return;
      const deed =
        e.key === ' ' || e.key === 'ArrowRight' || e.key === 'PageDown'
          ? () => done(false)
          : e.key === 'ArrowDown' || e.key === 'Enter'
            ? () => done(true)
            : e.key === 'ArrowLeft' || e.key === 'PageUp'
              ? back
              : null;
      if (!deed) return;
      e.preventDefault();
      e.stopPropagation();
      deed();
    };
    window.addEventListener('keydown', onKey, true);
    return () => window.removeEventListener('keydown', onKey, true);
  });
}

const BIG = 'min-h-14 flex-1 basis-24 px-2 text-lg font-semibold sm:px-4 sm:text-xl';

type Aside = 'slip' | 'note' | null;

/** Everything that is pressed at the table, large enough for a thumb. */
function Presses({
  item,
  layer,
  session,
  aside,
  setAside,
  done,
  back,
}: {
  readonly item: BenchItem;
  readonly layer: OrderLayer;
  readonly session: BenchSession;
  readonly aside: Aside;
  readonly setAside: (aside: Aside) => void;
  readonly done: (all: boolean) => void;
  readonly back: () => void;
}) {
  return (
    <footer className="flex flex-wrap gap-2 bg-g05 p-3">
      <button type="button" className={`${BIG} bg-g28`} disabled={session.done.length === 0} onClick={back}>
        Back
      </button>
      <button
        type="button"
        className={`${BIG} bg-g28`}
        onClick={() => setAside(aside === 'slip' ? null : 'slip')}
      >
        I slipped
      </button>
      <button
        type="button"
        className={`${BIG} bg-g28`}
        onClick={() => setAside(aside === 'note' ? null : 'note')}
      >
        Note
      </button>
      {!layer.airbrush && item.copies.length - session.figure > 1 && (
        <button type="button" className={`${BIG} bg-g82 text-g05`} onClick={() => done(true)}>
          Done on all {item.copies.length - session.figure}
        </button>
      )}
      <button type="button" className={`${BIG} bg-g98 text-g05`} onClick={() => done(false)}>
        {layer.airbrush && item.copies.length > 1
          ? `Done, all ${item.copies.length}`
          : item.copies.length > 1
            ? `Done on figure ${item.copies[session.figure]}`
            : 'Done'}
      </button>
    </footer>
  );
}

/** One step at a time, at arm's length: for the hand that holds a brush. */
export function BenchPage() {
  useWakeLock();
  const bench = useBench();
  const { piece, order, session, item, layer, done, back, letGo, afresh, waiting } = bench;
  const [aside, setAside] = useState<Aside>(null);
  const [sound, setSound] = useState(true);
  useKeys({ done, back });
  const below = useMemo(() => layer && layerBelow(order, layer), [order, layer]);
  const next = session?.items[session.at + 1];
  const nextLayer = next && order.find((l) => layerKey(l) === next.layer);
  return (
    <div role="region" aria-label="At the table" className="flex h-full flex-col bg-g10 text-g98">
      <header className="flex flex-wrap items-center gap-3 bg-g05 px-4 py-2">
        <Link
          to={`/pieces/${piece.id}/order`}
          className="inline-flex min-h-12 items-center px-3 text-lg underline"
        >
          Back to the order
        </Link>
        <p className="mr-auto text-lg">
          {session && layer ? `${session.at + 1} of ${session.items.length}` : ''}
        </p>
        <button
          type="button"
          aria-pressed={sound}
          className="min-h-12 px-3 text-lg"
          onClick={() => setSound(!sound)}
        >
          {sound ? 'Sound on' : 'Sound off'}
        </button>
      </header>
      {session && (
        <div className="px-4 pt-3">
          <Timers timers={session.timers} onLetGo={letGo} sound={sound} />
        </div>
      )}
      {layer && item && session ? (
        <>
          <BenchStep
            key={`${item.layer}/${item.coat}`}
            {...{ layer, item, piece }}
            below={below ?? null}
            figure={session.figure}
          />
          {aside === 'slip' && <Slip layer={layer} below={below ?? null} onClose={() => setAside(null)} />}
          {aside === 'note' && <Note layer={layer} onClose={() => setAside(null)} />}
          <Meanwhile bench={bench} />
          {nextLayer && (
            <p className="px-6 pb-2 text-lg text-g82">
              Then: {nextLayer.title}
              {next.coat > 1 && `, coat ${next.coat}`}
              {piece.copies > 1 && `, ${copiesText(next.copies, piece.copies)}`}
            </p>
          )}
          <Presses {...{ item, layer, session, aside, setAside, done, back }} />
        </>
      ) : (
        <div className="grid flex-1 place-items-center p-8 text-2xl">
          {waiting ? (
            <p role="status">{order.length === 0 ? 'Measuring the map' : 'Laying out the evening'}</p>
          ) : (
            <div className="space-y-4 text-center">
              <p>All that was laid out is done.</p>
              <button type="button" className="min-h-14 bg-g98 px-6 font-semibold text-g05" onClick={afresh}>
                What is left?
              </button>
            </div>
          )}
        </div>
      )}
    </div>
  );
}
