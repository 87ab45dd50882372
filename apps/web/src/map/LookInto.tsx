import { useEffect, useRef, useState, type ReactNode } from 'react';
import { ALL_OF_IT, glanceBy, glanceMoved, glanceTransform, type Glance, type Share } from './glance.js';
import type { ZoomHand } from './useZoom.js';
import { KEY_MOVE, ZOOM_STEP } from './zoom.js';
import { listenForZoom, type ScreenPlace } from './zoomGestures.js';

/** How still pictures are looked into: several side by side may share one. */
export interface Glancing {
  readonly glance: Glance;
  readonly change: (next: (glance: Glance) => Glance) => void;
  readonly hand: ZoomHand;
}

/** @param subject what is shown: another begins whole */
export function useGlance(subject: string): Glancing {
  const [of, setOf] = useState({ subject, glance: ALL_OF_IT });
  const glance = of.subject === subject ? of.glance : ALL_OF_IT;
  const change = (next: (glance: Glance) => Glance) =>
    setOf((held) => ({ subject, glance: next(held.subject === subject ? held.glance : ALL_OF_IT) }));
  const hand: ZoomHand = {
    times: glance.times,
    closer: () => change((g) => glanceBy(g, ZOOM_STEP)),
    farther: () => change((g) => glanceBy(g, 1 / ZOOM_STEP)),
    whole: () => change(() => ALL_OF_IT),
    move: (right, up) => change((g) => glanceMoved(g, [0, 0], [-right * KEY_MOVE, up * KEY_MOVE])),
  };
  return { glance, change, hand };
}

interface LookIntoProps {
  readonly glancing: Glancing;
  /** Whether a press with the first button takes the picture, where nothing else is done by it. */
  readonly drag?: boolean;
  readonly className?: string;
  readonly children: ReactNode;
}

/** A still picture that is looked into by wheel, pinch and drag; what is under the pointer stays there. */
export function LookInto({ glancing, drag = false, className = '', children }: LookIntoProps) {
  const box = useRef<HTMLDivElement>(null);
  const now = useRef({ glancing, drag });
  useEffect(() => {
    now.current = { glancing, drag };
  });
  useEffect(() => {
    const stage = box.current!;
    const share = ([x, y]: ScreenPlace): Share => {
      const { left, top, width, height } = stage.getBoundingClientRect();
      return [(x - left) / width, (y - top) / height];
    };
    return listenForZoom(stage, {
      onPicture: (e) => stage.contains(e.target as Node),
      free: () => now.current.drag && now.current.glancing.glance.times > 1,
      closerBy: (factor, at) => now.current.glancing.change((g) => glanceBy(g, factor, share(at))),
      moved: (from, to) => now.current.glancing.change((g) => glanceMoved(g, share(from), share(to))),
    });
  }, []);
  const { glance } = glancing;
  return (
    <div
      ref={box}
      // Whole, a picture of its true size may be larger than the box.
      className={`relative ${glance.times > 1 ? 'touch-none overflow-hidden' : 'overflow-auto'} ${className}`}
      data-zoom={glance.times.toFixed(2)}
    >
      <div className="size-full origin-top-left" style={{ transform: glanceTransform(glance) }}>
        {children}
      </div>
    </div>
  );
}
