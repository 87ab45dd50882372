import type { FormOf } from '../piece/index.js';
import { clamp, mixNumbers, plain } from '../units/index.js';
import type { BladeLines } from './bladeLines.js';
import { unit } from './geometry.js';
import type { Point } from './surface.js';

/** A notch leaves at least this share of the facet standing. */
const MOST_DEEP = 0.8;
/** Narrower than this a notch has no corners that a brush could dot, in mm. */
const LEAST_CORNER_MM = 0.5;

interface Notch {
  readonly side: number;
  readonly y: number;
  readonly half: number;
  readonly depth: number;
}

/** The notches of a blade's edges. */
export interface Notches {
  /** How far the edge of a side stands back at a height. */
  depth(side: number, y: number): number;
  /** Heights at which an edge with them is drawn. */
  heights(side: number): number[];
  readonly corners: readonly { readonly at: Point; readonly outward: Point }[];
  /** What had to be drawn otherwise than asked, in words. */
  readonly notes: readonly string[];
}

/** Cuts into the edges: too deep ones are held, those that run into one another are left out and told. */
export function notchesOf(form: FormOf<'blade'>, lines: BladeLines): Notches {
  const { heel, tip, ridge, edge } = lines;
  const notes: string[] = [];
  const kept: Notch[] = [];
  form.notches.forEach((n, i) => {
    const side = n.side === 'left' ? -1 : 1;
    const half = n.widthMm / 2;
    const y = clamp(mixNumbers(heel, tip, n.at), heel + half, tip - half);
    if (kept.some((k) => k.side === side && Math.abs(k.y - y) < k.half + half)) {
      notes.push(`notch ${i + 1} is left out: it runs into another one`);
      return;
    }
    const most = MOST_DEEP * Math.abs(edge(side, y) - ridge(y));
    if (n.depthMm > most + 1e-6)
      notes.push(`notch ${i + 1} is drawn ${plain(most)} mm deep: deeper it would cross the ridge`);
    kept.push({ side, y, half, depth: Math.min(n.depthMm, most) });
  });
  const of = (side: number) => kept.filter((k) => k.side === side);
  return {
    depth: (side, y) =>
      of(side).reduce((d, k) => Math.max(d, k.depth * Math.max(0, 1 - Math.abs(y - k.y) / k.half)), 0),
    heights: (side) => of(side).flatMap((k) => [k.y - k.half, k.y, k.y + k.half]),
    corners: kept
      .filter((k) => 2 * k.half >= LEAST_CORNER_MM)
      .flatMap((k) =>
        [-1, 1].map((end) => ({
          at: [edge(k.side, k.y + end * k.half) - k.side * 0.08, k.y + end * k.half * 1.04] as const,
          outward: unit(k.side, -0.4 * end),
        })),
      ),
    notes,
  };
}
