import type { Point, Stroke } from '@pale-glint/core';
import { useCallback, useEffect, useMemo, useState } from 'react';
import type { Chosen } from '@pale-glint/core';
import { tried, type TapTool } from './tapTools.js';
import { askOf, type Made } from './taps.js';

/** A tap tool under way: its taps, what they make so far, and the ways on and out. */
export interface Tapping {
  readonly tool: TapTool;
  /** Taps, and places along strokes through the part. */
  readonly taps: readonly Point[];
  /** All that was drawn, a tap as a stroke of one place. */
  readonly strokes: readonly Stroke[];
  readonly made: Made | null;
  readonly ask: string;
  readonly message: string | null;
  readonly canFinish: boolean;
  readonly finishLabel: string;
  /** Whether what is drawn is to be left out of the part; null where nothing is drawn. */
  readonly leavesOut: boolean | null;
  leaveOut(on: boolean): void;
  tap(at: Point): void;
  /** Places along a stroke, in order; `leftOut` for one that is to be left out in any case. */
  draw(stroke: readonly Point[], leftOut: boolean): void;
  move(index: number, to: Point): void;
  back(): void;
  finish(): void;
  stop(): void;
}

const ELLIPSE = 5;

const withoutLast = (strokes: readonly Stroke[]) => strokes.slice(0, -1);
/** Places of the part itself. */
const placesOf = (strokes: readonly Stroke[]) => strokes.flatMap((s) => (s.leftOut ? [] : s.points));

const doneText = (times: number) =>
  `${times === 1 ? 'One is there' : `${times} are there`}. Tap the next, or leave.`;

/** Runs tap tools one at a time. `onDone` is told what is chosen when one ends well. */
export function useTapTool(onDone: (chosen: Chosen) => void): {
  tapping: Tapping | null;
  begin: (tool: TapTool) => void;
} {
  const [tool, setTool] = useState<TapTool | null>(null);
  const [strokes, setStrokes] = useState<readonly Stroke[]>([]);
  const [leavesOut, leaveOut] = useState(false);
  const taps = useMemo(() => placesOf(strokes), [strokes]);
  const [asksNearer, setAsksNearer] = useState(false);
  const [message, setMessage] = useState<string | null>(null);
  /** How often it was done without being left. */
  const [times, setTimes] = useState(0);

  const stop = useCallback(() => {
    setTool(null);
    setStrokes([]);
    leaveOut(false);
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
    else setStrokes(withoutLast);
  }, [asksNearer]);
  const end = useCallback(
    async (all: readonly Stroke[], nearer: Point | null) => {
      const answer = await tool!.done(placesOf(all), nearer, all);
      if (typeof answer === 'string') {
        setMessage(answer);
        setStrokes(tool!.most === tool!.least ? [] : all);
        setAsksNearer(false);
        return;
      }
      if (tool!.stays) {
        setStrokes([]);
        leaveOut(false);
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
    void tool.look(taps, strokes).then((found) => {
      if (late) return;
      if (typeof found === 'string') {
        // What spoils what was there is taken back.
        setMessage(found);
        setStrokes((all) => (all === strokes ? withoutLast(all) : all));
      } else setLooked({ taps, made: found });
    });
    return () => {
      late = true;
    };
  }, [tool, taps, strokes]);
  const made = drawn ?? (looked?.taps === taps ? looked.made : null);
  const looking = !!tool?.look && tool.strokes && taps.length >= tool.least && !made;

  const tapping = useMemo((): Tapping | null => {
    if (!tool) return null;
    const finish = () => {
      if (tool.nearer && taps.length >= ELLIPSE && !asksNearer) setAsksNearer(true);
      else void end(strokes, null);
    };
    return {
      tool,
      taps,
      strokes,
      made,
      message: message ?? made?.message ?? (times > 0 && strokes.length === 0 ? doneText(times) : null),
      ask: looking
        ? 'Looking for its edges'
        : asksNearer
          ? 'Which side is nearer to you? Tap it'
          : leavesOut && taps.length > 0
            ? 'Done? Or draw where it went too far'
            : askOf(tool, taps.length),
      canFinish: taps.length >= tool.least,
      finishLabel: asksNearer ? 'Neither' : 'Done',
      leavesOut: tool.strokes ? leavesOut : null,
      leaveOut,
      tap(at) {
        setMessage(null);
        if (asksNearer) {
          void end(strokes, at);
          return;
        }
        const next = [...strokes, { points: [at], leftOut: leavesOut }];
        setStrokes(next);
        if (next.length === tool.most) void end(next, null);
      },
      draw(points, leftOut) {
        setMessage(null);
        setStrokes((all) => [...all, { points, leftOut: leftOut || leavesOut }].slice(0, tool.most));
      },
      move: (index, to) => setStrokes((all) => all.map((s, i) => (i === index ? { ...s, points: [to] } : s))),
      back,
      finish,
      stop,
    };
  }, [tool, taps, strokes, leavesOut, made, looking, message, times, asksNearer, back, end, stop]);
  return { tapping, begin };
}
