import type { Picture, Piece } from '@pale-glint/core';
import { useEffect, useRef, useState } from 'react';
import { mapDesk } from '../workers/mapClient.js';
import type { AfterLayer, MapView } from '../workers/protocol.js';
import { noteSettled, noteTiming } from './timings.js';

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
  readonly label: string;
}

/** Changes that follow each other faster than this come from a moving hand. */
const MOVING_MS = 250;
const REST_MS = 90;

/** The same view with half as many points each way. */
const coarser = (p: Picture): Picture => ({
  ...p,
  pxPerMm: p.pxPerMm / 2,
  width: Math.ceil(p.width / 2),
  height: Math.ceil(p.height / 2),
});

function draw(
  canvas: HTMLCanvasElement,
  picture: Picture,
  order: readonly string[],
  painted: ReadonlyMap<string, PaintedPart>,
): void {
  if (canvas.width !== picture.width) canvas.width = picture.width;
  if (canvas.height !== picture.height) canvas.height = picture.height;
  const context = canvas.getContext('2d')!;
  context.clearRect(0, 0, canvas.width, canvas.height);
  for (const id of order) {
    const p = painted.get(id);
    if (!p) continue;
    // A part painted for another picture is shown scaled until its own arrives.
    const k = picture.pxPerMm / p.picture.pxPerMm;
    const x = (p.picture.leftMm + p.column / p.picture.pxPerMm - picture.leftMm) * picture.pxPerMm;
    const y = (picture.topMm - p.picture.topMm + p.row / p.picture.pxPerMm) * picture.pxPerMm;
    context.drawImage(p.bitmap, Math.round(x), Math.round(y), p.bitmap.width * k, p.bitmap.height * k);
  }
}

/** The computed picture. Each part is painted by the worker as it comes; the page only lays them over each other. */
export function MapCanvas({ piece, picture, view, after, label }: MapCanvasProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const painted = useRef(new Map<string, PaintedPart>());
  const [failed, setFailed] = useState<string | null>(null);
  const role = after?.role;
  const step = after?.step;
  const ladder = after?.ladder ?? null;
  const lastAsked = useRef(0);

  useEffect(() => {
    const order = piece.parts.map((p) => p.id);
    for (const [id, p] of painted.current)
      if (!order.includes(id)) {
        p.bitmap.close();
        painted.current.delete(id);
      }
    // While coarse parts come, the canvas is coarse, too: the page has a quarter to lay over each other.
    let drawn = performance.now() - lastAsked.current < MOVING_MS ? coarser(picture) : picture;
    let frame = 0;
    const redraw = () => {
      cancelAnimationFrame(frame);
      frame = requestAnimationFrame(
        () => canvas.current && draw(canvas.current, drawn, order, painted.current),
      );
    };
    let mine = -1;
    let waitsFor = 0;
    const ask = (fine: boolean) => {
      lastAsked.current = performance.now();
      waitsFor = fine ? mapDesk.answers : Infinity;
      drawn = fine ? picture : coarser(picture);
      mine = mapDesk.ask({
        piece,
        picture: drawn,
        view,
        after: role && step ? { ladder, role, step } : null,
      });
    };
    // Under a moving hand the map is coarse; once it rests it is asked for again, fine.
    const moving = performance.now() - lastAsked.current < MOVING_MS;
    // Asked for in a task of its own: the hand's own task stays short.
    const first = setTimeout(() => ask(!moving), 0);
    const timer = moving ? setTimeout(() => ask(true), REST_MS) : undefined;
    if (canvas.current) canvas.current.dataset['settled'] = 'no';
    const stop = mapDesk.listen((news) => {
      if (news.kind === 'failed') {
        setFailed(news.says);
        return;
      }
      if (!('generation' in news) || news.generation !== mine) {
        if (news.kind === 'part') news.bitmap.close();
        return;
      }
      if (news.kind === 'part') {
        painted.current.get(news.part)?.bitmap.close();
        painted.current.set(news.part, news);
        noteTiming(news.part, news.ms);
        redraw();
      } else if (news.kind === 'gone') {
        painted.current.delete(news.part);
        redraw();
      } else if (news.kind === 'mapDone' && --waitsFor === 0) {
        noteSettled(performance.now() - lastAsked.current);
        setFailed(null);
        if (canvas.current) canvas.current.dataset['settled'] = 'yes';
      }
    });
    redraw();
    return () => {
      stop();
      clearTimeout(first);
      clearTimeout(timer);
      cancelAnimationFrame(frame);
    };
  }, [piece, picture, view, role, step, ladder]);

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
