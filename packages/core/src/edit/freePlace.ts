import type { Bounds } from '../form/index.js';
import { modelOf } from '../form/index.js';
import type { Part, Piece, Place } from '../piece/index.js';
import { boundsOfParts } from './size.js';

type At = Pick<Place, 'xMm' | 'yMm'>;

/** A new part may lie over this share of one that is there, or of itself. */
const OVER = 0.15;
/** Rings of places around the wanted one that are looked at, and the places of a ring. */
const RINGS = 24;
const WAYS = 8;

const area = (b: Bounds) => Math.max(0, b.right - b.left) * Math.max(0, b.top - b.bottom);

/** Share of the smaller of two boxes that both have. */
function overlap(a: Bounds, b: Bounds): number {
  const both = {
    left: Math.max(a.left, b.left),
    right: Math.min(a.right, b.right),
    bottom: Math.max(a.bottom, b.bottom),
    top: Math.min(a.top, b.top),
  };
  return area(both) / Math.max(1e-9, Math.min(area(a), area(b)));
}

/**
 * Where new parts hide nothing: the place asked for, or the nearest to it where their box lies over no part's by more
 * than a little, to the right first. The place asked for where the picture is full.
 */
export function freePlaceFor(piece: Pick<Piece, 'parts'>, parts: readonly Part[], at: At): At {
  const own = boundsOfParts(parts);
  // What is cut from a surface lies where the surface does, and a form without an outline nowhere.
  const there = piece.parts
    .filter((p) => p.form.kind !== 'sculpt' && modelOf(p.form).rings.length > 0)
    .map((p) => boundsOfParts([p]));
  const free = ({ xMm, yMm }: At) => {
    const box = {
      left: own.left + xMm,
      right: own.right + xMm,
      bottom: own.bottom + yMm,
      top: own.top + yMm,
    };
    return there.every((b) => overlap(box, b) <= OVER);
  };
  if (free(at)) return at;
  const step = Math.max(0.5, Math.min(own.right - own.left, own.top - own.bottom) / 4);
  for (let ring = 1; ring <= RINGS; ring++)
    for (let way = 0; way < WAYS; way++) {
      const angle = (way * 2 * Math.PI) / WAYS;
      const next = {
        xMm: at.xMm + ring * step * Math.cos(angle),
        yMm: at.yMm + ring * step * Math.sin(angle),
      };
      if (free(next)) return next;
    }
  return at;
}
