import type { Picture } from '@pale-glint/core';
import { useEffect, useLayoutEffect, useRef, useState, type RefObject } from 'react';
import { inDrawing } from './inDrawing.js';
import { movedBy, nudged, zoomBy, zoomed, ZOOM_STEP, type Zoom } from './zoom.js';
import { listenForZoom, type ScreenPlace } from './zoomGestures.js';

/** How a picture is looked at: what the buttons and keys of a stage call. */
export interface ZoomHand {
  readonly times: number;
  closer(): void;
  farther(): void;
  whole(): void;
  /** By a share of what is seen. */
  move(right: number, up: number): void;
}

interface Stage {
  readonly box: RefObject<HTMLElement | null>;
  readonly drawing: RefObject<SVGSVGElement | null>;
  /** What is shown: another begins whole. */
  readonly subject: string;
  /** Whether a place is beside all parts. */
  readonly beside: (xMm: number, yMm: number) => boolean;
}

const pxPerPoint = () => Math.min(2, window.devicePixelRatio || 1);

/**
 * A picture that is looked into by wheel, pinch and keys, and moved by two fingers, the middle button, or a drag that
 * begins beside all parts. What is under the pointer stays there.
 */
export function useZoom(
  stage: Stage,
  whole: Picture | null,
): { readonly picture: Picture | null; readonly hand: ZoomHand } {
  const { box, drawing, subject } = stage;
  const [held, setHeld] = useState<{ subject: string; zoom: Zoom | null }>({ subject, zoom: null });
  const zoom = held.subject === subject ? held.zoom : null;
  // What gestures and keys meet: the newest, as soon as it is on the page.
  const now = useRef({ stage, whole, zoom });
  useLayoutEffect(() => {
    now.current = { stage, whole, zoom };
  });
  const change = (next: (whole: Picture, zoom: Zoom | null) => Zoom | null) => {
    const { whole: picture, zoom: from, stage: of } = now.current;
    if (!picture) return;
    const to = next(picture, from);
    now.current = { ...now.current, zoom: to };
    setHeld({ subject: of.subject, zoom: to });
  };
  const by = (factor: number) =>
    change((picture, from) => zoomBy(picture, from, factor, { pxPerPoint: pxPerPoint() }));
  const onChange = useRef(change);
  useLayoutEffect(() => {
    onChange.current = change;
  });

  useEffect(() => {
    const element = box.current;
    if (!element) return;
    const inMm = ([x, y]: ScreenPlace): readonly [number, number] => {
      const p = inDrawing(drawing.current!, x, y);
      return [p.x, -p.y];
    };
    return listenForZoom(element, {
      onPicture: (e) => drawing.current?.parentElement?.contains(e.target as Node) ?? false,
      free: (e) =>
        now.current.zoom !== null &&
        e.target instanceof HTMLCanvasElement &&
        now.current.stage.beside(...inMm([e.clientX, e.clientY])),
      closerBy: (factor, place) =>
        onChange.current((picture, from) =>
          zoomBy(picture, from, factor, { at: inMm(place), pxPerPoint: pxPerPoint() }),
        ),
      moved(from, to) {
        const [a, b] = [inMm(from), inMm(to)];
        onChange.current((picture, z) => movedBy(picture, z, a[0] - b[0], a[1] - b[1]));
      },
    });
  }, [box, drawing]);

  return {
    picture: whole && zoomed(whole, zoom),
    hand: {
      times: zoom?.times ?? 1,
      closer: () => by(ZOOM_STEP),
      farther: () => by(1 / ZOOM_STEP),
      whole: () => change(() => null),
      move: (right, up) => change((picture, z) => nudged(picture, z, right, up)),
    },
  };
}
