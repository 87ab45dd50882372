import { hexToLinear } from '../colour/index.js';
import { boundsOf, NOTHING, placeOfPoint, type Point, type Surface } from '../form/index.js';
import type { NeighbourLight } from '../rig/index.js';
import { smoothstep } from '../units/index.js';
import { flatGlow, glowsOn } from './glow.js';
import { GLOW_PASSES, type GlowPass } from './glowPasses.js';
import { lobeTable, lookUp } from './lobes.js';
import type { Occluder } from './occlusion.js';
import type { OverLayer } from './over.js';
import type { PreparedPart } from './prepare.js';
import { nearestMix } from './worn.js';

/** One pass of one glow over a part. */
export interface GlowLayer extends OverLayer {
  /** Names its layer of the order. */
  readonly step: string;
  /** Which of all passes of glows of the piece it belongs to, from 0. */
  readonly at: number;
}

/** Something that shines, at its place beside a part. */
interface Shining extends NeighbourLight {
  readonly from: NonNullable<NeighbourLight['from']>;
}

/** A glow has lost half its light at this many times its size. */
const HALF_AT_SIZES = 2;
/** Weaker than this it is not painted anywhere. */
const LEAST = 0.03;
/** Polished metal also shows the thing itself; its colour counts for so much of the light that falls there. */
const MIRRORED = 0.6;
const SPREAD_DEG = 12;
/** Light that passes a part in front by less than this is partly stopped by it. */
const PASSES_MM = 1.5;
/** Of the tints so much stays off the white of the ground. */
const SPARES = 0.75;
/** Bright passes end over this much. */
const ENDS_MM = 1.5;

/** The glows of a piece as a part meets them. */
const shiningOn = ({ light }: PreparedPart): Shining[] =>
  light.neighbours.flatMap((n) => (n.from && n.from.strength > 0 ? [{ ...n, from: n.from }] : []));

/**
 * Glows of one colour are laid together, pass by pass: which of all those passes each glow's first one is.
 * @param glows all that shine, by what they are known by
 */
export function glowTurns(
  glows: readonly { readonly id: string; readonly hex: string }[],
): Map<string, number> {
  const colours = [...new Set(glows.map((n) => n.hex))];
  return new Map(glows.map((n) => [n.id, colours.indexOf(n.hex) * GLOW_PASSES.length]));
}

/** The name that the order has for a pass of a glow. */
export const glowStep = (neighbour: string, pass: Pick<GlowPass, 'id'>): string => `${neighbour}-${pass.id}`;

/** Where the way from `p` to `q` crosses an edge from `a` to `b`, as a share of the way; null where it does not. */
function crossing(p: Point, q: Point, a: Point, b: Point): number | null {
  const [dx, dy, ex, ey] = [q[0] - p[0], q[1] - p[1], b[0] - a[0], b[1] - a[1]];
  const across = dx * ey - dy * ex;
  if (Math.abs(across) < 1e-12) return null;
  const t = ((a[0] - p[0]) * ey - (a[1] - p[1]) * ex) / across;
  const s = ((a[0] - p[0]) * dy - (a[1] - p[1]) * dx) / across;
  return t > 0 && t < 1 && s >= 0 && s < 1 ? t : null;
}

/** How much of its light reaches a point of the part past something in front, 0..1. */
function passing(p: Point, { at }: Shining['from'], { coarse, gapMm }: Occluder): number {
  const crossed = coarse.flatMap((ring) =>
    ring.flatMap((a, i) => crossing(p, [at[0], at[1]], a, ring[(i + 1) % ring.length]) ?? []),
  );
  // What shines inside an outline of another part stands on it, not behind it.
  if (crossed.length < 2) return 1;
  const clear = Math.min(...crossed.map((t) => t * at[2] - gapMm));
  return smoothstep(0, PASSES_MM, clear);
}

/**
 * How strongly a glow lights the points of a part's surface: by its distance, by how far they are turned toward it, and
 * not at all behind what stands between; on metal it is also mirrored.
 * @returns 0 to its strength a point, 1 as bright as the main light; null where it lights nothing
 */
export function glowCast(p: PreparedPart, surface: Surface, n: Shining): Float32Array | null {
  const { at, sizeMm, strength } = n.from;
  const half = HALF_AT_SIZES * sizeMm;
  const { left, right, bottom, top } = boundsOf(p.shape.model.rings);
  const apart = Math.hypot(
    Math.max(left - at[0], 0, at[0] - right),
    Math.max(bottom - at[1], 0, at[1] - top),
    at[2],
  );
  if (strength / (1 + (apart / half) ** 2) < LEAST) return null;
  const { grid, patch, nx, ny, nz } = surface;
  const { patches } = p.shape.model;
  const mirror = p.metal && glowsOn(p.light).some((g) => g.id === n.id) ? n : null;
  const lobe = mirror && lobeTable(mirror.sizeDeg + SPREAD_DEG);
  const crest = mirror && flatGlow(surface, patches, mirror)?.crest;
  const out = new Float32Array(patch.length);
  for (let i = 0; i < out.length; i++) {
    if (patch[i] === NOTHING) continue;
    const [x, y] = placeOfPoint(grid, i);
    const [tx, ty, tz] = [at[0] - x, at[1] - y, at[2]];
    const d = Math.max(1e-6, Math.hypot(tx, ty, tz));
    const facing = (nx[i] * tx + ny[i] * ty + nz[i] * tz) / d;
    let lit = facing > 0 ? (strength * facing) / (1 + (d / half) ** 2) : 0;
    if (mirror && lobe) {
      const turned = nx[i] * n.toward[0] + ny[i] * n.toward[1] + nz[i] * n.toward[2];
      const seen = turned > 0 ? lookUp(lobe, 2 * nz[i] * turned - n.toward[2]) : 0;
      lit = Math.max(lit, MIRRORED * n.strength * Math.max(seen, crest?.[i] ?? 0));
    }
    if (lit < LEAST) continue;
    for (const o of p.occluders) lit *= passing([x, y], n.from, o);
    out[i] = lit;
  }
  return out;
}

/** How much of each point a pass covers, from the light that falls on it. */
function passAlpha(pass: GlowPass, lit: Float32Array, { grid }: Surface, { from }: Shining): Float32Array {
  const [low, high] = [pass.from * (1 - pass.fades), pass.from * (1 + pass.fades)];
  return lit.map((e, i) => {
    if (e <= low) return 0;
    const covered = smoothstep(low, high, e);
    if (pass.withinMm === null) return covered;
    const [x, y] = placeOfPoint(grid, i);
    const away = Math.hypot(from.at[0] - x, from.at[1] - y, from.at[2]) - from.sizeMm / 2;
    return covered * (1 - smoothstep(pass.withinMm - ENDS_MM, pass.withinMm, away));
  });
}

/** The light of all glows on a part, pass by pass in the order it is laid; passes that lie nowhere are left out. */
export function glowLayers(p: PreparedPart, surface: Surface): GlowLayer[] {
  const shining = shiningOn(p);
  const turns = glowTurns(shining);
  const layers = shining.flatMap((n) => {
    const lit = glowCast(p, surface, n);
    if (!lit) return [];
    const covers = GLOW_PASSES.map((pass) => passAlpha(pass, lit, surface, n));
    const white = covers[GLOW_PASSES.findIndex((pass) => pass.id === 'core')];
    return GLOW_PASSES.flatMap((pass, k): GlowLayer[] => {
      const alpha = pass.film === 'glaze' ? covers[k].map((a, i) => a * (1 - SPARES * white[i])) : covers[k];
      if (!alpha.some((a) => a > 0)) return [];
      const wanted = pass.colour(n.hex).hex;
      return [
        {
          step: glowStep(n.id, pass),
          at: turns.get(n.id)! + k,
          alpha,
          film: pass.film,
          hides: pass.hides,
          body: pass.body,
          colour: hexToLinear(nearestMix(wanted, p.paints)?.hex ?? wanted),
        },
      ];
    });
  });
  return layers.sort((a, b) => a.at - b.at);
}
