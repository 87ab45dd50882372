import { NOTHING, placeOfPoint, turn, type Point, type Surface } from '../form/index.js';
import { visibilityOf, valuesOn, type Occluder, type PreparedPart } from '../glint/index.js';
import { colourAt } from '../ladder/index.js';
import type { FindingId, Part, Piece } from '../piece/index.js';
import { approachLimit } from '../rig/index.js';
import { clamp, rad, weakMemoOfLast } from '../units/index.js';
import type { ZoneMap } from '../zone/index.js';

/** A part as the critique sees it: all of its points that nothing in front hides. Metal parts only. */
export interface PartInView {
  readonly part: Part;
  readonly p: PreparedPart;
  readonly zones: ZoneMap;
  /** Indices into the canonical surface. */
  readonly points: Int32Array;
  /** Value 0..1 of the canonical surface before edges and dots; read at `points`. */
  readonly value: Float32Array;
}

/** All that the findings judge. */
export interface Scene {
  readonly piece: Piece;
  /** Metal parts, back to front. */
  readonly parts: readonly PartInView[];
  /** The limit of a finding for a part; null where it is not judged. */
  limit(finding: FindingId, part: Part | null): number | null;
  /** A part prepared anew after a change of the piece, for trying what would help. */
  tried(part: string, change: (piece: Piece) => Piece): PartInView;
  /**
   * A figure of a part as the program itself would lay it out under this light; the part's own where it is so already.
   * What even that does not reach is asked of nobody. Null where the painter has set a limit of their own: that holds.
   */
  reached<T>(finding: FindingId, s: PartInView, figure: (s: PartInView) => T): T | null;
}

/** Points of a part's canonical surface that no part in front covers. */
const pointsSeen = weakMemoOfLast((canonical: Surface, occluders: readonly Occluder[]): Int32Array => {
  const free = visibilityOf(canonical, occluders);
  const list: number[] = [];
  for (let i = 0; i < free.length; i++)
    if (free[i] && canonical.patch[i] !== NOTHING && canonical.alpha[i] >= 0.5) list.push(i);
  return Int32Array.from(list);
});

/** @param zones asked for when a finding needs them */
export function partInView(p: PreparedPart, zones: () => ZoneMap): PartInView {
  let drawn: ZoneMap | undefined;
  return {
    part: p.part,
    p,
    get zones() {
      return (drawn ??= zones());
    },
    points: pointsSeen(p.shape.canonical, p.occluders),
    value: valuesOn(p.shape.canonical, p).value,
  };
}

/** Place of a canonical point in the part's own frame. */
export function pointAt({ p }: PartInView, i: number): Point {
  const { grid } = p.shape.canonical;
  return placeOfPoint(grid, i);
}

/** A place of the part's own frame in the piece's. */
export function inPiece(part: Pick<Part, 'place'>, [x, y]: Point): { xMm: number; yMm: number } {
  const [tx, ty] = turn(x, y, rad(part.place.rollDeg));
  return { xMm: part.place.xMm + tx, yMm: part.place.yMm + ty };
}

/** Lightness of a value on the part. */
export const lightnessAt = ({ p }: PartInView, value: number): number =>
  colourAt(p.palette.colours, clamp(value, 0, 1)).l;

/** Values of what is seen, rising. */
export const sortedValues = ({ points, value }: PartInView): Float32Array =>
  Float32Array.from(points, (i) => value[i]).sort();

/** Share of what is seen that lies at or above a value. */
export function shareAbove({ points, value }: PartInView, least: number): number {
  let n = 0;
  for (const i of points) if (value[i] >= least) n++;
  return points.length ? n / points.length : 0;
}

/** Middle of the seen points that satisfy a test, in the part's frame; null where none does. */
export function middleOf(s: PartInView, test: (i: number) => boolean = () => true): Point | null {
  let [x, y, n] = [0, 0, 0];
  for (const i of s.points) {
    if (!test(i)) continue;
    const at = pointAt(s, i);
    x += at[0];
    y += at[1];
    n++;
  }
  return n ? [x / n, y / n] : null;
}

/** The limit that holds: the painter's own, that of the approach, or the finding's. */
export function limitFor(piece: Piece, part: Part | null, finding: FindingId, first: number): number | null {
  const approach = approachLimit(part, piece, finding);
  if (approach === null) return null;
  const own = piece.critique.limits.find((l) => l.finding === finding);
  return own ? own.limit : (approach ?? first);
}
