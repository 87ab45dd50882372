import { NOTHING, placeOfPoint, type Patch, type Surface } from '../form/index.js';
import type { NeighbourLight, PartLight } from '../rig/index.js';
import { smoothstep } from '../units/index.js';
import { addBounce, GAP, LEAST_ACROSS } from './bounce.js';

/** What is weaker than this where the part stands shows in its metal, but sends no light back of its own. */
const LEAST_STRENGTH = 0.3;
/** On flat metal: place and width of its crest and of its gap, as shares of the way across toward the glow. */
const CREST_AT = 0.95;
const CREST_WIDTH = 0.15;
const GAP_AT = 0.58;
const GAP_WIDTH = 0.11;
/** Metal turned toward a glow by a third of what it could be takes all its light. */
const FULL_FACING = 3;
/** Values this many times its crest are lights of the main lamp, which no gap of a glow cuts. */
const LIGHT_FROM = 0.8;
const LIGHT_TO = 1.3;
/** A glow has lost half its strength at this many times its size. */
const HALF_AT_SIZES = 4;

/** The glows that light a part from a side of its own. */
export const glowsOn = (light: PartLight): NeighbourLight[] =>
  light.neighbours.filter(
    (n) => n.strength >= LEAST_STRENGTH && Math.hypot(n.toward[0], n.toward[1]) >= LEAST_ACROSS,
  );

/** A glow on the flat metal of a part: its light along the side next to it, and the gap inside that; 0..1 a point. */
export interface FlatGlow {
  readonly crest: Float32Array;
  readonly gap: Float32Array;
}

const bell = (x: number, middle: number, width: number): number =>
  Math.exp(-0.5 * ((x - middle) / width) ** 2);

/** How much weaker a glow is at a point of a part than at the part's own place, 0..1. */
function fading({ from }: NeighbourLight, x: number, y: number): number {
  if (!from) return 1;
  const { at, sizeMm } = from;
  const half = (HALF_AT_SIZES * sizeMm) ** 2;
  const here = Math.max(sizeMm ** 2 / 4, (at[0] - x) ** 2 + (at[1] - y) ** 2 + at[2] ** 2);
  const there = Math.max(sizeMm ** 2 / 4, at[0] ** 2 + at[1] ** 2 + at[2] ** 2);
  return Math.min(1, (1 + there / half) / (1 + here / half));
}

/** Where a glow lies on the flat patches that are turned toward it; null where none is. */
export function flatGlow(surface: Surface, patches: readonly Patch[], n: NeighbourLight): FlatGlow | null {
  const { grid, patch, nx, ny, nz } = surface;
  const across = Math.hypot(n.toward[0], n.toward[1]);
  const [dx, dy] = [n.toward[0] / across, n.toward[1] / across];
  const reach = patches.map(() => ({ from: Infinity, to: -Infinity, facing: 0 }));
  const along = new Float32Array(patch.length);
  for (let i = 0; i < patch.length; i++) {
    const p = patch[i];
    if (p === NOTHING || patches[p].kind === 'smooth') continue;
    const [x, y] = placeOfPoint(grid, i);
    const [s, r] = [x * dx + y * dy, reach[p]];
    along[i] = s;
    r.from = Math.min(r.from, s);
    r.to = Math.max(r.to, s);
    r.facing = nx[i] * n.toward[0] + ny[i] * n.toward[1] + nz[i] * n.toward[2];
  }
  if (!reach.some((r) => r.to > r.from && r.facing > 0)) return null;
  const crest = new Float32Array(patch.length);
  const gap = new Float32Array(patch.length);
  for (let i = 0; i < patch.length; i++) {
    const r = patch[i] === NOTHING ? null : reach[patch[i]];
    if (!r || r.facing <= 0 || r.to <= r.from) continue;
    const [x, y] = placeOfPoint(grid, i);
    const t = (along[i] - r.from) / (r.to - r.from);
    const strength = Math.min(1, FULL_FACING * r.facing) * fading(n, x, y);
    crest[i] = strength * bell(t, CREST_AT, CREST_WIDTH);
    gap[i] = strength * bell(t, GAP_AT, GAP_WIDTH);
  }
  return { crest, gap };
}

/**
 * The light of every glow on the side of the part that is next to it: on what is curved a crescent, on flat metal a strip
 * along its edge. Like the bounce it stays under the mid step and keeps a dark gap inside it.
 * @param most value that no glow's light goes above
 * @param flat patches graded by hand, which get none
 * @returns new values, or those handed in where nothing glows
 */
export function addGlows(
  value: Float32Array,
  surface: Surface,
  patches: readonly Patch[],
  {
    light,
    most,
    flat,
  }: { readonly light: PartLight; readonly most: number; readonly flat: readonly boolean[] },
): Float32Array {
  let out = value;
  for (const n of glowsOn(light)) {
    const strength = Math.min(1, n.strength);
    out = addBounce(out, surface, patches, {
      toward: [n.toward[0], n.toward[1]],
      most: most * strength,
      gap: GAP.depth * strength,
      flat,
    });
    const onFlat = flatGlow(surface, patches, n);
    if (!onFlat) continue;
    for (let i = 0; i < out.length; i++) {
      if (onFlat.crest[i] === 0 || flat[surface.patch[i]]) continue;
      const crest = most * strength;
      const dark = 1 - smoothstep(LIGHT_FROM * crest, LIGHT_TO * crest, out[i]);
      out[i] = Math.max(out[i] * (1 - GAP.depth * dark * onFlat.gap[i]), crest * onFlat.crest[i]);
    }
  }
  return out;
}
