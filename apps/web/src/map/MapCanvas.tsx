import { partsIn, type Picture, type Piece } from '@pale-glint/core';
import { useEffect, useMemo, useRef, useState, type RefObject } from 'react';
import { mapClient } from '../workers/mapClient.js';
import type { AfterLayer, MapView } from '../workers/protocol.js';
import { keepSeen, lastSeen } from './lastSeen.js';
import { coarser } from './layOut.js';
import { PaintedParts } from './paintedParts.js';
import { noteOpened, noteSettled, noteTiming } from './timings.js';

interface MapCanvasProps {
  readonly piece: Piece;
  /** The side that it is seen from. */
  readonly figureView: string;
  readonly picture: Picture;
  readonly view: MapView;
  readonly after: AfterLayer | null;
  /** Whether the picture shows all of the piece. */
  readonly whole: boolean;
  readonly label: string;
}

/** Changes that follow each other faster than this come from a moving hand. */
const MOVING_MS = 250;
const REST_MS = 90;
/** A map that stood this long is kept for the next visit. */
const KEEP_AFTER_MS = 1500;
/** Under a moving hand the map has half as many points each way, when a piece is opened a quarter. */
const MOVING_COARSER = 2;
const FIRST_COARSER = 4;
/** For what was seen of a piece before, its map waits no longer than this. */
const HELD_UP_MS = 1000;

/** What is asked for once: a map of a piece as it is shown now. */
interface Asked {
  readonly piece: Piece;
  readonly figureView: string;
  readonly picture: Picture;
  readonly view: MapView;
  readonly after: AfterLayer | null;
  /** As a whole and painted: such a picture is kept for the next visit. */
  readonly plain: boolean;
}

/**
 * Shows what was seen of a piece before as soon as it comes, where the piece is still wanted then.
 *
 * @returns whether it came before the map was held up too long
 */
async function showSeen(piece: Piece, parts: PaintedParts, isWanted: () => boolean): Promise<boolean> {
  const shown = lastSeen(piece).then((seen) => {
    if (!seen) return false;
    if (!isWanted()) {
      seen.bitmap.close();
      return false;
    }
    parts.layBelow(seen);
    parts.mark('rough');
    return true;
  });
  const heldUp = new Promise<boolean>((resolve) => setTimeout(() => resolve(false), HELD_UP_MS));
  return Promise.race([shown, heldUp]);
}

/**
 * Asks for the map whenever something changes, coarse under a moving hand and fine once it rests, and hands what comes to
 * the canvas. Answers with what went wrong; null while nothing did.
 */
function useMap(canvas: RefObject<HTMLCanvasElement | null>, asked: Asked): string | null {
  const { piece, figureView, picture, view, after, plain } = asked;
  const parts = useRef<PaintedParts | null>(null);
  const [failed, setFailed] = useState<string | null>(null);
  const lastAsked = useRef(0);
  const lastShown = useRef('');

  useEffect(() => {
    const shown = (parts.current ??= new PaintedParts(() => canvas.current));
    const order = partsIn(piece, figureView).map((p) => p.id);
    const opening = shown.isEmpty && order.length > 1;
    const moving = performance.now() - lastAsked.current < MOVING_MS;
    shown.keepOnly(order);
    shown.drawOn(moving ? coarser(picture, MOVING_COARSER) : picture);
    let generation = -1;
    /** Answers that are owed to the present question. */
    let owed = 0;
    let rough = false;
    /** Whether a map of all of it came, if only a rough one. */
    let mapped = false;
    let live = true;
    let keep: ReturnType<typeof setTimeout> | undefined;
    const ask = (times: number) => {
      lastAsked.current = performance.now();
      const drawn = times === 1 ? picture : coarser(picture, times);
      shown.drawOn(drawn);
      rough = times === FIRST_COARSER;
      owed = times === MOVING_COARSER ? Infinity : mapClient.answers;
      generation = mapClient.ask({ piece, figureView, picture: drawn, view, after, rough }, times === 1);
    };
    const begin = async () => {
      if (!opening) return ask(moving ? MOVING_COARSER : 1);
      const begun = performance.now();
      const isSeen = plain && (await showSeen(piece, shown, () => live && !mapped));
      if (!live) return;
      if (isSeen) noteOpened(performance.now() - begun);
      ask(isSeen ? 1 : FIRST_COARSER);
    };
    const done = () => {
      if (--owed > 0) return;
      const took = performance.now() - lastAsked.current;
      mapped = true;
      if (rough) {
        // The whole piece is there, roughly: now as fine as the screen shows it.
        noteOpened(took);
        shown.mark('rough');
        return ask(1);
      }
      noteSettled(took);
      setFailed(null);
      shown.dropBelow();
      if (plain && order.length > 1)
        keep = setTimeout(
          () => canvas.current && void keepSeen(piece, canvas.current, picture),
          KEEP_AFTER_MS,
        );
      shown.mark('yes');
    };
    const stop = mapClient.listen((message) => {
      if (message.kind === 'failed') setFailed(message.message);
      else if (!('generation' in message) || message.generation !== generation) {
        if (message.kind === 'part') message.bitmap.close();
      } else if (message.kind === 'part') {
        noteTiming(message.part, message.ms);
        shown.put(message.part, message);
      } else if (message.kind === 'gone') shown.remove(message.part);
      else if (message.kind === 'mapDone') done();
    });
    shown.mark('no');
    // Asked for in a task of its own: the hand's own task stays short. Once it rests the map is asked for again, fine.
    const first = setTimeout(() => void begin(), 0);
    const rest = moving ? setTimeout(() => ask(1), REST_MS) : undefined;
    // Under a moving light only the parts that come are drawn again; with other parts or another view, all of it.
    const frame = `${order.join()} ${JSON.stringify(picture)}`;
    shown.redraw(lastShown.current === frame ? undefined : null);
    lastShown.current = frame;
    return () => {
      live = false;
      stop();
      [keep, first, rest].forEach((timer) => clearTimeout(timer));
      shown.stop();
    };
  }, [canvas, piece, figureView, picture, view, plain, after]);

  return failed;
}

/** The computed picture. Each part is painted by the worker as it comes; the page only lays them over each other. */
export function MapCanvas({ piece, figureView, picture, view, after, whole, label }: MapCanvasProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const role = after?.role;
  const step = after?.step;
  const ladder = after?.ladder ?? null;
  // The same object for the same layer: the map hangs on it.
  const layer = useMemo(
    (): AfterLayer | null => (role && step ? { ladder, role, step } : null),
    [ladder, role, step],
  );
  const plain = view === 'painted' && whole && !role && figureView === piece.views[0].id;
  const failed = useMap(canvas, { piece, figureView, picture, view, after: layer, plain });
  return (
    <>
      <canvas
        ref={canvas}
        role="img"
        aria-label={label}
        data-testid="map"
        className="absolute inset-0 size-full"
      />
      {failed && (
        <p role="alert" className="absolute inset-x-8 bottom-8 rounded-sm bg-g05 p-3 text-g98">
          The map could not be computed: {failed}. Undo the last change, or reload the page; nothing saved is
          lost.
        </p>
      )}
    </>
  );
}
