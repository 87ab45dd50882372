import { unionBounds, type Bounds, type Piece, type Picture } from '@pale-glint/core';
import { boundsOfPart } from './outline.js';
import { pictureIn, type Room } from './pictureIn.js';
import { boundsOfPhoto, boundsOfSculpt } from './Underlay.js';
import { useLayoutEffect, useMemo, useState, type RefObject } from 'react';

/** Size of an element in CSS pixels, followed as it changes. */
export function useSize(ref: RefObject<HTMLElement | null>): { width: number; height: number } {
  const [size, setSize] = useState({ width: 0, height: 0 });
  useLayoutEffect(() => {
    const element = ref.current;
    if (!element) return;
    const watch = new ResizeObserver(([entry]) => {
      const { width, height } = entry.contentRect;
      setSize({ width: Math.round(width), height: Math.round(height) });
    });
    watch.observe(element);
    return () => watch.disconnect();
  }, [ref]);
  return size;
}

const EMPTY: Bounds = { left: -10, right: 10, bottom: -10, top: 10 };

/** What a piece, or one part of it, takes up in mm. */
export const boundsOfPiece = (piece: Piece, part: string | null): Bounds =>
  unionBounds(boxesOfPiece(piece, part));

/** The same of each of its parts. */
function boxesOfPiece(piece: Piece, part: string | null): readonly Bounds[] {
  const shown = part ? piece.parts.filter((p) => p.id === part) : piece.parts;
  return shown.length > 0 ? shown.map(boundsOfPart) : [EMPTY];
}

const grown = (b: Bounds, share: number): Bounds => {
  const [w, h] = [(b.right - b.left) * share, (b.top - b.bottom) * share];
  return { left: b.left - w, right: b.right + w, bottom: b.bottom - h, top: b.top + h };
};
const holds = (outer: Bounds, inner: Bounds) =>
  inner.left >= outer.left &&
  inner.right <= outer.right &&
  inner.bottom >= outer.bottom &&
  inner.top <= outer.top;
const area = (b: Bounds) => (b.right - b.left) * (b.top - b.bottom);

/** The same, seen from one side, with the painter's own miniature under it. */
export const boundsWithUnderlay = (piece: Piece): Bounds => unionBounds(boxesWithUnderlay(piece));

function boxesWithUnderlay(piece: Piece): readonly Bounds[] {
  const [{ underlay, sculpts }] = piece.views;
  const under = [...(underlay ? [boundsOfPhoto(underlay)] : []), ...sculpts.map(boundsOfSculpt)];
  const all = [...piece.parts.map(boundsOfPart), ...under];
  return all.length > 0 ? all : [EMPTY];
}

/**
 * The picture that shows a piece as it is seen from one side (or one part) in a box. It stays where it is while a part is
 * changed, until the part would leave it or shrinks to less than half of it: a map that zooms under the hand cannot be judged.
 * With a part more or less it is fitted anew.
 */
export function usePicture(
  piece: Piece,
  part: string | null,
  width: number,
  height: number,
  free: Room,
  underlay = false,
): Picture | null {
  const parts = useMemo(
    () => (underlay && !part ? boxesWithUnderlay(piece) : boxesOfPiece(piece, part)),
    [piece, part, underlay],
  );
  const bounds = useMemo(() => unionBounds(parts), [parts]);
  const key = `${piece.id}/${part ?? ''}/${piece.views[0].id}/${parts.length}/${underlay ? (piece.views[0].underlay?.mmPerPx ?? '') : ''}`;
  const [held, setHeld] = useState({ key, bounds, parts });
  const stays =
    held.key === key && holds(grown(held.bounds, 0.06), bounds) && area(bounds) >= area(held.bounds) * 0.5;
  const shown = stays ? held.parts : parts;
  if (!stays) setHeld({ key, bounds, parts });
  const { right, bottom, top, covers } = free;
  return useMemo(() => {
    const scale = Math.min(2, window.devicePixelRatio || 1);
    if (width - right < 8 || height - bottom - top < 8) return null;
    return pictureIn(shown, { width, height }, { right, bottom, top, covers }, scale);
  }, [shown, width, height, right, bottom, top, covers]);
}
