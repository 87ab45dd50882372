import type { Picture } from '@pale-glint/core';

/** How closely a picture is looked at, and what of it is in the middle, in the piece's mm. */
export interface Zoom {
  /** 1 shows all of it. */
  readonly times: number;
  readonly xMm: number;
  readonly yMm: number;
}

/** Nothing is shown larger than this, in screen points a mm. */
const MOST_PX_PER_MM = 40;
/** A press of a key or a button. */
export const ZOOM_STEP = 1.5;
/** Keys move the picture by this share of what is seen. */
export const KEY_MOVE = 0.2;
/** As good as all of it. */
const WHOLE = 1.02;

const middleOf = (p: Picture) => ({
  xMm: p.leftMm + p.width / p.pxPerMm / 2,
  yMm: p.topMm - p.height / p.pxPerMm / 2,
});

/** The most times a picture may be looked at; always some, so that a close-up can be looked into. */
const mostTimes = (whole: Picture, pxPerPoint: number): number =>
  Math.max(2, (MOST_PX_PER_MM * pxPerPoint) / whole.pxPerMm);

/** Keeps what is seen within what there is: half a window beyond it at most. */
function within(zoom: Zoom, whole: Picture): Zoom {
  const middle = middleOf(whole);
  const [w, h] = [whole.width / whole.pxPerMm / 2, whole.height / whole.pxPerMm / 2];
  return {
    times: zoom.times,
    xMm: Math.min(middle.xMm + w, Math.max(middle.xMm - w, zoom.xMm)),
    yMm: Math.min(middle.yMm + h, Math.max(middle.yMm - h, zoom.yMm)),
  };
}

/** The picture as it is looked at; the whole one for null. */
export function zoomed(whole: Picture, zoom: Zoom | null): Picture {
  if (!zoom) return whole;
  const pxPerMm = whole.pxPerMm * zoom.times;
  return {
    ...whole,
    pxPerMm,
    leftMm: zoom.xMm - whole.width / pxPerMm / 2,
    topMm: zoom.yMm + whole.height / pxPerMm / 2,
  };
}

/**
 * Closer by a factor, or farther: the place stays where it is on the screen.
 * @param at a place in the piece's mm; the middle of what is seen for null
 * @param pxPerPoint points of the picture for each of the screen
 */
export function zoomBy(
  whole: Picture,
  zoom: Zoom | null,
  factor: number,
  {
    at = null,
    pxPerPoint = 1,
  }: { readonly at?: readonly [number, number] | null; readonly pxPerPoint?: number },
): Zoom | null {
  const now = zoom ?? { times: 1, ...middleOf(whole) };
  const times = Math.min(mostTimes(whole, pxPerPoint), now.times * factor);
  if (times < WHOLE) return null;
  const [x, y] = at ?? [now.xMm, now.yMm];
  const kept = now.times / times;
  return within({ times, xMm: x + (now.xMm - x) * kept, yMm: y + (now.yMm - y) * kept }, whole);
}

/** What is seen moved by so many mm; the whole picture stays where it is. */
export const movedBy = (whole: Picture, zoom: Zoom | null, xMm: number, yMm: number): Zoom | null =>
  zoom && within({ ...zoom, xMm: zoom.xMm + xMm, yMm: zoom.yMm + yMm }, whole);

/** Moved by a share of what is seen, toward the right and up. */
export function nudged(whole: Picture, zoom: Zoom | null, right: number, up: number): Zoom | null {
  const seen = zoomed(whole, zoom);
  const mm = (KEY_MOVE * Math.min(seen.width, seen.height)) / seen.pxPerMm;
  return movedBy(whole, zoom, right * mm, up * mm);
}
