import { modelOf, placedBounds, unionBounds, type Bounds, type Part, type Piece } from '@pale-glint/core';
import type { Placing } from './drawMap.js';

const boundsOf = (parts: readonly Part[]): Bounds =>
  unionBounds(parts.map((p) => placedBounds(modelOf(p.form), p.place)));

/** Views stand this share of the piece's width apart. */
const APART = 0.12;

/** Where parts lie on the sheet: those of every view beside those of the one before it. */
export function sideBySide(
  piece: Piece,
  shown: readonly Part[],
): { readonly bounds: Bounds; readonly placing: (to: Placing, part: Part) => Placing } {
  const views = piece.views.flatMap(({ id }) => {
    const parts = shown.filter((p) => p.view === id);
    return parts.length > 0 ? [{ id, bounds: boundsOf(parts) }] : [];
  });
  const offsets = new Map<string, number>();
  let right: number | null = null;
  for (const { id, bounds } of views) {
    const gap = APART * (bounds.right - bounds.left);
    const offset: number = right === null ? 0 : right + gap - bounds.left;
    offsets.set(id, offset);
    right = bounds.right + offset;
  }
  const moved = ({ id, bounds }: (typeof views)[number]): Bounds => {
    const by = offsets.get(id)!;
    return { ...bounds, left: bounds.left + by, right: bounds.right + by };
  };
  return {
    bounds: unionBounds(views.map(moved)),
    placing: (to, part) => {
      const by = offsets.get(part.view) ?? 0;
      return by === 0 ? to : { ...to, x: (mm) => to.x(mm + by) };
    },
  };
}
