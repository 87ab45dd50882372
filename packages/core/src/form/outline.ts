import { uncrossed } from './region.js';
import { crossesItself } from './uncross.js';
import { outwardOf } from './geometry.js';
import type { Edge, Point, Ring } from './surface.js';

/** Points of an outline as shares of the half width and half height. */
export type Shares = readonly { readonly x: number; readonly y: number }[];

/** Places as shares of a form's half width and half height. */
export const sharesOf = (line: readonly Point[]) => line.map(([x, y]) => ({ x, y }));

/** Where shares lie on a form of this size, in mm from its middle. */
export const placesOf = (
  { widthMm, heightMm }: { readonly widthMm: number; readonly heightMm: number },
  shares: Shares,
): Point[] => shares.map(({ x, y }) => [(x * widthMm) / 2, (y * heightMm) / 2]);

const CUTS = 2;
/** Corners of an outline cut off at a quarter of each side, so that tapped points make a curve (Chaikin 1974). */
export function cornersCut(ring: Ring, times = CUTS): Ring {
  if (times === 0) return ring;
  const cut = ring.flatMap((p, i): Point[] => {
    const q = ring[(i + 1) % ring.length];
    return [
      [0.75 * p[0] + 0.25 * q[0], 0.75 * p[1] + 0.25 * q[1]],
      [0.25 * p[0] + 0.75 * q[0], 0.25 * p[1] + 0.75 * q[1]],
    ];
  });
  return cornersCut(cut, times - 1);
}

/** The same for an open line, whose ends stay (Chaikin 1974). */
export function lineSmoothed(line: readonly Point[], times = CUTS): readonly Point[] {
  if (times === 0 || line.length < 3) return line;
  const cut = line.slice(1).flatMap((q, i): Point[] => {
    const p = line[i];
    const near: Point = [0.75 * p[0] + 0.25 * q[0], 0.75 * p[1] + 0.25 * q[1]];
    const far: Point = [0.25 * p[0] + 0.75 * q[0], 0.25 * p[1] + 0.75 * q[1]];
    return [i === 0 ? p : near, i === line.length - 2 ? q : far];
  });
  return lineSmoothed(cut, times - 1);
}

/** Points closer than this are made on an outline drawn with few. */
const GAP_SHARE = 0.02;
const finer = (ring: Ring, gapMm: number): Ring =>
  ring.flatMap((p, i) => {
    const q = ring[(i + 1) % ring.length];
    const n = Math.max(1, Math.ceil(Math.hypot(q[0] - p[0], q[1] - p[1]) / gapMm));
    return Array.from({ length: n }, (_, k): Point => [
      p[0] + ((q[0] - p[0]) * k) / n,
      p[1] + ((q[1] - p[1]) * k) / n,
    ]);
  });

interface Drawn {
  readonly widthMm: number;
  readonly heightMm: number;
  readonly outline: Shares;
  readonly holes: readonly Shares[];
}

/** Outline and holes of a plate drawn by points, in mm; what crosses itself is said and mended. */
export function drawnRings(
  { widthMm, heightMm, outline, holes }: Drawn,
  smooth = true,
): { rings: Ring[]; notes: string[] } {
  const gap = Math.max(0.05, GAP_SHARE * Math.min(widthMm, heightMm));
  const notes: string[] = [];
  const ringsOf = (points: Shares, what: string): Ring[] => {
    const raw = placesOf({ widthMm, heightMm }, points);
    const crossed = crossesItself(raw);
    if (crossed) notes.push(`${what} crosses itself: where it lies twice over itself there is a gap`);
    return (crossed ? uncrossed(raw) : [raw]).map((ring) => finer(smooth ? cornersCut(ring) : ring, gap));
  };
  const rings = [...ringsOf(outline, 'the outline'), ...holes.flatMap((h, i) => ringsOf(h, `hole ${i + 1}`))];
  return { rings, notes };
}

/** A hole narrower than this has no lip that a brush could light, in mm. */
const LEAST_LIP_MM = 0.8;
const spanOf = (values: readonly number[]) => Math.max(...values) - Math.min(...values);
/** Whether a ring of a plate has a lip to light: the outline always. */
const hasLip = (ring: Ring, i: number) =>
  i === 0 || Math.min(spanOf(ring.map(([x]) => x)), spanOf(ring.map(([, y]) => y))) >= LEAST_LIP_MM;

/** The lit lips of a plate's outline and of its larger holes. */
export const lipsOf = (rings: readonly Ring[]): Edge[] =>
  rings.filter(hasLip).map((points) => ({
    kind: 'hard',
    closed: true,
    points,
    outward: outwardOf(points).map(([x, y]) =>
      points === rings[0] ? ([x, y] as const) : ([-x, -y] as const),
    ),
  }));
