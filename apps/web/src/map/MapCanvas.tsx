import type { Picture, Piece } from '@pale-glint/core';
import { useEffect, useRef, useState } from 'react';
import { mapClient } from '../workers/mapClient.js';
import type { AfterLayer, MapView } from '../workers/protocol.js';
import { keepSeen, lastSeen, type LastSeen } from './lastSeen.js';
import { noteOpened, noteSettled, noteTiming } from './timings.js';

interface PaintedPart {
  readonly bitmap: ImageBitmap;
  readonly picture: Picture;
  readonly column: number;
  readonly row: number;
}

interface MapCanvasProps {
  readonly piece: Piece;
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

/** The same view with fewer points each way. */
const coarser = (p: Picture, times: number): Picture => ({
  ...p,
  pxPerMm: p.pxPerMm / times,
  width: Math.ceil(p.width / times),
  height: Math.ceil(p.height / times),
});
/** Under a moving hand the map has half as many points each way, when a piece is opened a quarter. */
const MOVING_COARSER = 2;
const FIRST_COARSER = 4;

interface Box {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

/** Where a painted part lies on a picture. One painted for another picture is shown scaled until its own arrives. */
function boxOf(p: PaintedPart, picture: Picture): Box {
  const k = picture.pxPerMm / p.picture.pxPerMm;
  return {
    x: Math.round((p.picture.leftMm + p.column / p.picture.pxPerMm - picture.leftMm) * picture.pxPerMm),
    y: Math.round((picture.topMm - p.picture.topMm + p.row / p.picture.pxPerMm) * picture.pxPerMm),
    w: p.bitmap.width * k,
    h: p.bitmap.height * k,
  };
}

const meets = (a: Box, b: Box) => a.x < b.x + b.w && b.x < a.x + a.w && a.y < b.y + b.h && b.y < a.y + a.h;

/** Lays the parts over each other again, within the boxes alone where something changed; everywhere for null. */
function draw(
  canvas: HTMLCanvasElement,
  picture: Picture,
  order: readonly string[],
  painted: ReadonlyMap<string, PaintedPart>,
  changed: readonly Box[] | null,
  below: LastSeen | null,
): void {
  const whole = changed === null || canvas.width !== picture.width || canvas.height !== picture.height;
  if (canvas.width !== picture.width) canvas.width = picture.width;
  if (canvas.height !== picture.height) canvas.height = picture.height;
  const context = canvas.getContext('2d')!;
  const under = below ? [{ bitmap: below.bitmap, box: boxOf({ ...below, column: 0, row: 0 }, picture) }] : [];
  const parts = order.flatMap((id) => {
    const p = painted.get(id);
    return p ? [{ bitmap: p.bitmap, box: boxOf(p, picture) }] : [];
  });
  const boxes = whole ? [{ x: 0, y: 0, w: canvas.width, h: canvas.height }] : changed;
  for (const b of boxes) {
    const [x, y] = [Math.floor(b.x) - 1, Math.floor(b.y) - 1];
    const within = { x, y, w: Math.ceil(b.x + b.w) + 1 - x, h: Math.ceil(b.y + b.h) + 1 - y };
    context.save();
    context.beginPath();
    context.rect(within.x, within.y, within.w, within.h);
    context.clip();
    context.clearRect(within.x, within.y, within.w, within.h);
    for (const { bitmap, box } of [...under, ...parts])
      if (meets(box, within)) context.drawImage(bitmap, box.x, box.y, box.w, box.h);
    context.restore();
  }
}

/** The computed picture. Each part is painted by the worker as it comes; the page only lays them over each other. */
export function MapCanvas({ piece, picture, view, after, whole, label }: MapCanvasProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const painted = useRef(new Map<string, PaintedPart>());
  const [failed, setFailed] = useState<string | null>(null);
  const role = after?.role;
  const step = after?.step;
  const ladder = after?.ladder ?? null;
  const lastAsked = useRef(0);
  const lastShown = useRef('');
  /** Boxes that changed since the last frame; null for all. */
  const changed = useRef<Box[] | null>(null);
  /** What was seen on another visit; lies under the parts until all of them are there. */
  const below = useRef<LastSeen | null>(null);

  useEffect(() => {
    const order = piece.parts.map((p) => p.id);
    for (const [id, p] of painted.current)
      if (!order.includes(id)) {
        p.bitmap.close();
        painted.current.delete(id);
      }
    // While coarse parts come, the canvas is coarse, too: the page has a quarter to lay over each other.
    const opening = painted.current.size === 0 && order.length > 1;
    let drawn =
      performance.now() - lastAsked.current < MOVING_MS ? coarser(picture, MOVING_COARSER) : picture;
    let frame = 0;
    // Under a moving light only the parts that come are drawn again; with other parts or another view, all of it.
    const shown = `${order.join()} ${JSON.stringify(picture)}`;
    if (lastShown.current !== shown) changed.current = null;
    lastShown.current = shown;
    /** @param box what changed; null for all of it */
    const redraw = (box?: Box | null) => {
      if (box === null) changed.current = null;
      else if (box) changed.current?.push(box);
      cancelAnimationFrame(frame);
      frame = requestAnimationFrame(() => {
        if (canvas.current)
          draw(canvas.current, drawn, order, painted.current, changed.current, below.current);
        changed.current = [];
      });
    };
    const boxNow = (id: string): Box | null => {
      const p = painted.current.get(id);
      return p ? boxOf(p, drawn) : null;
    };
    let mine = -1;
    let keep: ReturnType<typeof setTimeout> | undefined;
    let waitsFor = 0;
    const ask = (times: number) => {
      lastAsked.current = performance.now();
      const fine = times === 1;
      waitsFor = fine ? mapClient.answers : Infinity;
      drawn = fine ? picture : coarser(picture, times);
      mine = mapClient.ask(
        {
          piece,
          picture: drawn,
          view,
          after: role && step ? { ladder, role, step } : null,
          rough: times === FIRST_COARSER,
        },
        fine,
      );
    };
    // Under a moving hand the map is coarse; once it rests it is asked for again, fine.
    const moving = performance.now() - lastAsked.current < MOVING_MS;
    // Asked for in a task of its own: the hand's own task stays short.
    const timer = moving ? setTimeout(() => ask(1), REST_MS) : undefined;
    const plain = view === 'painted' && whole && !role;
    let roughOwed = 0;
    let live = true;
    const open = async () => {
      const begun = performance.now();
      const seen = plain ? await lastSeen(piece) : null;
      if (!live) return seen?.bitmap.close();
      if (seen) {
        below.current = seen;
        redraw(null);
        noteOpened(performance.now() - begun);
        if (canvas.current) canvas.current.dataset['settled'] = 'rough';
        ask(1);
      } else {
        roughOwed = mapClient.answers;
        ask(FIRST_COARSER);
      }
    };
    const first = setTimeout(() => (opening ? void open() : ask(moving ? MOVING_COARSER : 1)), 0);
    if (canvas.current) canvas.current.dataset['settled'] = 'no';
    const stop = mapClient.listen((news) => {
      if (news.kind === 'failed') {
        setFailed(news.message);
        return;
      }
      if (!('generation' in news) || news.generation !== mine) {
        if (news.kind === 'part') news.bitmap.close();
        return;
      }
      if (news.kind === 'part') {
        const before = boxNow(news.part);
        painted.current.get(news.part)?.bitmap.close();
        painted.current.set(news.part, news);
        noteTiming(news.part, news.ms);
        if (before) redraw(before);
        redraw(boxNow(news.part) ?? undefined);
      } else if (news.kind === 'gone') {
        const before = boxNow(news.part);
        painted.current.delete(news.part);
        if (before) redraw(before);
      } else if (news.kind === 'mapDone' && roughOwed > 0) {
        // The whole piece is there, roughly: now as fine as the screen shows it.
        if (--roughOwed > 0) return;
        noteOpened(performance.now() - lastAsked.current);
        if (canvas.current) canvas.current.dataset['settled'] = 'rough';
        ask(1);
      } else if (news.kind === 'mapDone' && --waitsFor === 0) {
        noteSettled(performance.now() - lastAsked.current);
        setFailed(null);
        if (below.current) {
          below.current.bitmap.close();
          below.current = null;
          redraw(null);
        }
        if (plain && order.length > 1)
          keep = setTimeout(
            () => canvas.current && void keepSeen(piece, canvas.current, picture),
            KEEP_AFTER_MS,
          );
        if (canvas.current) canvas.current.dataset['settled'] = 'yes';
      }
    });
    redraw();
    return () => {
      live = false;
      stop();
      clearTimeout(keep);
      clearTimeout(first);
      clearTimeout(timer);
      cancelAnimationFrame(frame);
    };
  }, [piece, picture, view, whole, role, step, ladder]);

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
