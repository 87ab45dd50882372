import type { Point } from '@pale-glint/core';
import { useCallback, useEffect, useMemo, useState } from 'react';
import type { Chosen } from '@pale-glint/core';
import { tried, type TapTool } from './tapTools.js';
import { askOf, type Made } from './taps.js';

/** A tap tool under way: its taps, what they make so far, and the ways on and out. */
export interface Tapping {
  readonly tool: TapTool;
  readonly taps: readonly Point[];
  readonly made: Made | null;
  readonly ask: string;
  readonly message: string | null;
  readonly canFinish: boolean;
  readonly finishLabel: string;
  tap(at: Point): void;
  /** Places along a stroke, in order. */
  draw(stroke: readonly Point[]): void;
  move(index: number, to: Point): void;
  back(): void;
  finish(): void;
  stop(): void;
}

const ELLIPSE = 5;

const doneText = (times: number) =>
  `${times === 1 ? 'One is there' : `${times} are there`}. Tap the next, or leave.`;

/** Runs tap tools one at a time. `onDone` is told what is chosen when one ends well. */
export function useTapTool(onDone: (chosen: Chosen) => void): {
  tapping: Tapping | null;
  begin: (tool: TapTool) => void;
} {
  const [tool, setTool] = useState<TapTool | null>(null);
  const [taps, setTaps] = useState<readonly Point[]>([]);
  const [asksNearer, setAsksNearer] = useState(false);
  const [message, setMessage] = useState<string | null>(null);
  /** How often it was done without being left. */
  const [times, setTimes] = useState(0);

  const stop = useCallback(() => {
    setTool(null);
    setTaps([]);
    setAsksNearer(false);
    setMessage(null);
    setTimes(0);
  }, []);
  const begin = useCallback(
    (next: TapTool) => {
      stop();
      setTool(next);
    },
    [stop],
  );
  const back = useCallback(() => {
    setMessage(null);
    if (asksNearer) setAsksNearer(false);
    // A stroke goes as it came: as a whole.
    else setTaps((all) => (tool?.strokes ? [] : all.slice(0, -1)));
  }, [asksNearer, tool]);
  const end = useCallback(
    async (all: readonly Point[], nearer: Point | null) => {
      const answer = await tool!.done(all, nearer);
      if (typeof answer === 'string') {
        setMessage(answer);
        setTaps(tool!.most === tool!.least ? [] : all);
        setAsksNearer(false);
        return;
      }
      if (tool!.stays) {
        setTaps([]);
        setAsksNearer(false);
        setTimes((n) => n + 1);
      } else stop();
      onDone(answer);
    },
    [tool, onDone, stop],
  );
  useEffect(() => {
    if (!tool) return;
    const key = (e: KeyboardEvent) => {
      if (e.key === 'Escape') return stop();
      const undo = (e.ctrlKey || e.metaKey) && !e.shiftKey && e.key.toLowerCase() === 'z';
      const typing = e.target instanceof HTMLInputElement || e.target instanceof HTMLTextAreaElement;
      if (!undo || typing) return;
      // While taps are made, undo takes them back, and never a part that is done.
      e.preventDefault();
      e.stopImmediatePropagation();
      back();
    };
    window.addEventListener('keydown', key, { capture: true });
    return () => window.removeEventListener('keydown', key, { capture: true });
  }, [tool, stop, back]);

  const drawn = useMemo(() => {
    if (!tool?.preview || taps.length < tool.least) return null;
    const found = tried(() => tool.preview!(taps));
    return typeof found === 'string' ? null : found;
  }, [tool, taps]);
  const [looked, setLooked] = useState<{ readonly taps: readonly Point[]; readonly made: Made } | null>(null);
  useEffect(() => {
    if (!tool?.look || taps.length < tool.least) return;
    let late = false;
    void tool.look(taps).then((found) => {
      if (late) return;
      if (typeof found === 'string') {
        // A tap that spoils what was there is taken back.
        setMessage(found);
        setTaps((all) => (all !== taps ? all : tool.strokes ? [] : all.slice(0, -1)));
      } else setLooked({ taps, made: found });
    });
    return () => {
      late = true;
    };
  }, [tool, taps]);
  const made = drawn ?? (looked?.taps === taps ? looked.made : null);

  const tapping = useMemo((): Tapping | null => {
    if (!tool) return null;
    const finish = () => {
      if (tool.nearer && taps.length >= ELLIPSE && !asksNearer) setAsksNearer(true);
      else void end(taps, null);
    };
    return {
      tool,
      taps,
      made,
      message: message ?? made?.message ?? (times > 0 && taps.length === 0 ? doneText(times) : null),
      ask: asksNearer ? 'Which side is nearer to you? Tap it' : askOf(tool, taps.length),
      canFinish: taps.length >= tool.least,
      finishLabel: asksNearer ? 'Neither' : 'Done',
      tap(at) {
        setMessage(null);
        if (asksNearer) {
          void end(taps, at);
          return;
        }
        const next = [...taps, at];
        setTaps(next);
        if (next.length === tool.most) void end(next, null);
      },
      draw(stroke) {
        setMessage(null);
        setTaps((all) => [...all, ...stroke].slice(0, tool.most));
      },
      move: (index, to) => setTaps((all) => all.map((t, i) => (i === index ? to : t))),
      back,
      finish,
      stop,
    };
  }, [tool, taps, made, message, times, asksNearer, back, end, stop]);
  return { tapping, begin };
}
