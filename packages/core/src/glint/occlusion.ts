import {
  boundsOf,
  fillRings,
  modelOf,
  nearLine,
  sizeOf,
  turn,
  type Bounds,
  type Ring,
  type Surface,
} from '../form/index.js';
import type { Form, Part } from '../piece/index.js';
import { clamp, rad, smoothstep, weakMemoOfLast } from '../units/index.js';

/** A part in front, as the one behind it sees it. */
export interface Occluder {
  /** Its outline in the frame of the part behind, in mm. */
  readonly rings: readonly Ring[];
  /** The same with few points, close enough for a soft shadow. */
  readonly coarse: readonly Ring[];
  /** How far its shadow reaches. */
  readonly reachMm: number;
  /** How much it takes away where the parts meet, 0..1. */
  readonly depth: number;
  /** How far it stands in front, in mm. */
  readonly gapMm: number;
}

/** Rims and wires narrower than this throw no shadow worth painting. */
const THIN_MM = 2.2;
/** How far the shadow of a large part reaches. */
const MOST_REACH_MM = 1.8;
/** How much the shadow takes away where parts touch. */
const DEPTH = 0.5;
/** A part this far in front of another shades it by a third of that. */
const APART_MM = 6;

/** A ring of at most about 36 points. */
function thinned(ring: Ring): Ring {
  const every = Math.ceil(ring.length / 36);
  return ring.filter((_, i) => i % every === 0);
}

const meets = (a: Bounds, b: Bounds, gap: number) =>
  a.left < b.right + gap && b.left < a.right + gap && a.bottom < b.top + gap && b.bottom < a.top + gap;

/** No part reaches farther from its placement point than this. */
function extent(form: Form): number {
  const [a, b] = sizeOf(form);
  return form.kind === 'band' ? a + b + Math.abs(form.sagMm) + Math.abs(form.flareMm) : (a + b) * 0.75;
}

const NONE: readonly Occluder[] = [];

/** What parts that stand before another (`partsBefore`) are to it. Rings and thin parts shade nothing. */
export function occludersFrom(part: Part, before: readonly Part[]): readonly Occluder[] {
  if (before.length === 0) return NONE;
  const own = boundsOf(modelOf(part.form).rings);
  const back = rad(part.place.rollDeg);
  return before.flatMap((p): Occluder[] => {
    const [dx, dy] = [p.place.xMm - part.place.xMm, p.place.yMm - part.place.yMm];
    const model = modelOf(p.form);
    if (model.narrowestMm < THIN_MM) return [];
    const roll = rad(p.place.rollDeg);
    const rings = model.rings.map((ring) =>
      ring.map(([x, y]) => {
        const [vx, vy] = turn(x, y, roll);
        return turn(vx + dx, vy + dy, -back);
      }),
    );
    const reachMm = clamp(0.16 * model.narrowestMm, 0.5, MOST_REACH_MM);
    const gapMm = Math.max(0, p.place.depthMm - part.place.depthMm);
    const depth = DEPTH * Math.exp(-gapMm / APART_MM);
    return meets(boundsOf(rings), own, reachMm)
      ? [{ rings, coarse: rings.map(thinned), reachMm, depth, gapMm }]
      : [];
  });
}

/** The parts that stand before `part` (later in the list is nearer the eye) and near enough to touch it with a shadow. */
export function partsBefore(part: Part, parts: readonly Part[]): readonly Part[] {
  const at = parts.findIndex((p) => p.id === part.id);
  // A part that is not of this list stands alone.
  if (at < 0) return [];
  const reach = extent(part.form) + MOST_REACH_MM;
  return parts.slice(at + 1).filter((p) => {
    const apart = Math.hypot(p.place.xMm - part.place.xMm, p.place.yMm - part.place.yMm);
    return p.view === part.view && p.form.kind !== 'ring' && apart <= reach + extent(p.form);
  });
}

/** The parts that stand before `part` and close enough to shade it. Rings and thin parts throw none. */
export const occludersOf = (part: Part, parts: readonly Part[]): readonly Occluder[] =>
  occludersFrom(part, partsBefore(part, parts));

/**
 * How much of its value each point of a surface loses to the parts in front of it, 0..0.5: most where they meet,
 * nothing beyond their reach. Does not depend on the light; kept with the surface.
 */
export const contactShadow = weakMemoOfLast(
  (surface: Surface, occluders: readonly Occluder[]): Float32Array => {
    const { grid } = surface;
    const shade = new Float32Array(surface.patch.length);
    const within = new Uint8Array(surface.patch.length);
    for (const occluder of occluders) {
      within.fill(0);
      fillRings(occluder.rings, grid, within, 1);
      for (let i = 0; i < within.length; i++)
        if (within[i] && shade[i] < occluder.depth) shade[i] = occluder.depth;
      const reachPx = occluder.reachMm * grid.pxPerMm;
      for (const ring of occluder.coarse)
        nearLine(ring, true, grid, reachPx, (i, d2) => {
          const s = occluder.depth * (1 - smoothstep(0, 1, Math.sqrt(d2) / reachPx));
          if (s > shade[i]) shade[i] = s;
        });
    }
    return shade;
  },
);

/** 1 for every point of a surface that no part in front covers. Kept with the surface. */
export const visibilityOf = weakMemoOfLast((surface: Surface, occluders: readonly Occluder[]): Uint8Array => {
  const covered = new Uint8Array(surface.patch.length);
  for (const occluder of occluders) fillRings(occluder.rings, surface.grid, covered, 1);
  return covered.map((c) => 1 - c);
});
