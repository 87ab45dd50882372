import type { Point } from '@pale-glint/core';
import { useCallback, useEffect, useMemo, useState } from 'react';
import type { Chosen } from '../parts/edits.js';
import { tried, type TapTool } from './tapTools.js';
import { askOf, type Made } from './taps.js';

/** An errand under way: its taps, what they make so far, and the ways on and out. */
export interface Tapping {
  readonly errand: TapTool;
  readonly taps: readonly Point[];
  readonly made: Made | null;
  readonly ask: string;
  readonly message: string | null;
  readonly canFinish: boolean;
  readonly finishLabel: string;
  tap(at: Point): void;
  move(index: number, to: Point): void;
  back(): void;
  finish(): void;
  stop(): void;
}

const ELLIPSE = 5;

/** Runs errands one at a time. `onDone` is told what is chosen when one ends well. */
export function useTapTool(onDone: (chosen: Chosen) => void): {
  tapping: Tapping | null;
  begin: (errand: TapTool) => void;
} {
  const [errand, setErrand] = useState<TapTool | null>(null);
  const [taps, setTaps] = useState<readonly Point[]>([]);
  const [asksNearer, setAsksNearer] = useState(false);
  const [message, setMessage] = useState<string | null>(null);

  const stop = useCallback(() => {
    setErrand(null);
    setTaps([]);
    setAsksNearer(false);
    setMessage(null);
  }, []);
  const begin = useCallback(
    (next: TapTool) => {
      stop();
      setErrand(next);
    },
    [stop],
  );
  const end = useCallback(
    async (all: readonly Point[], nearer: Point | null) => {
      const answer = await errand!.done(all, nearer);
      if (typeof answer === 'string') {
        setMessage(answer);
        setTaps(errand!.most === errand!.least ? [] : all);
        setAsksNearer(false);
        return;
      }
      stop();
      onDone(answer);
    },
    [errand, onDone, stop],
  );
  useEffect(() => {
    if (!errand) return;
    const key = (e: KeyboardEvent) => e.key === 'Escape' && stop();
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  }, [errand, stop]);

  const drawn = useMemo(() => {
    if (!errand?.preview || taps.length < errand.least) return null;
    const found = tried(() => errand.preview!(taps));
    return typeof found === 'string' ? null : found;
  }, [errand, taps]);
  const [looked, setLooked] = useState<{ readonly taps: readonly Point[]; readonly made: Made } | null>(null);
  useEffect(() => {
    if (!errand?.look || taps.length < errand.least) return;
    let late = false;
    void errand.look(taps).then((found) => {
      if (late) return;
      if (typeof found === 'string') {
        // A tap that spoils what was there is taken back.
        setMessage(found);
        setTaps((all) => (all === taps ? all.slice(0, -1) : all));
      } else setLooked({ taps, made: found });
    });
    return () => {
      late = true;
    };
  }, [errand, taps]);
  const made = drawn ?? (looked?.taps === taps ? looked.made : null);

  const tapping = useMemo((): Tapping | null => {
    if (!errand) return null;
    const finish = () => {
      if (errand.nearer && taps.length >= ELLIPSE && !asksNearer) setAsksNearer(true);
      else void end(taps, null);
    };
    return {
      errand,
      taps,
      made,
      message,
      ask: asksNearer ? 'Which side is nearer to you? Tap it' : askOf(errand, taps.length),
      canFinish: taps.length >= errand.least,
      finishLabel: asksNearer ? 'Neither' : 'Done',
      tap(at) {
        setMessage(null);
        if (asksNearer) {
          void end(taps, at);
          return;
        }
        const next = [...taps, at];
        setTaps(next);
        if (next.length === errand.most) void end(next, null);
      },
      move: (index, to) => setTaps((all) => all.map((t, i) => (i === index ? to : t))),
      back: () => (asksNearer ? setAsksNearer(false) : setTaps((all) => all.slice(0, -1))),
      finish,
      stop,
    };
  }, [errand, taps, made, message, asksNearer, end, stop]);
  return { tapping, begin };
}
