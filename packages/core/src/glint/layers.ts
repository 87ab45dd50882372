import {
  cellOf,
  placeOfPoint,
  surfaceOf,
  type Edge,
  type Grid,
  type Surface,
  type SurfaceModel,
} from '../form/index.js';
import { smoothstep, weakMemo2 } from '../units/index.js';
import { bodyValues } from './body.js';
import { addBounce, awayFrom } from './bounce.js';
import { bounceCrest } from './curvedTone.js';
import { contactShadow } from './occlusion.js';
import { attenuated } from './fallOff.js';
import { glintAlpha } from './glints.js';
import { addGlows } from './glow.js';
import { glowLayers, type GlowLayer } from './glowLayers.js';
import type { Hold } from './overrides.js';
import { edgeAppearances, type EdgeAppearance, type Edging } from './edgeAppearance.js';
import { edgeStrokes, lineLayers, type EdgeStroke, type LineLayers } from './lines.js';
import type { PreparedPart } from './prepare.js';
import { lambert } from './radiance.js';
import { tintLayers, type TintLayer } from './tint.js';
import { isAged } from '../wear/index.js';
import { wornLayers, type WornLayer } from './worn.js';

/** A part on a grid, layer by layer, so that it can be shown after any step. Arrays are width * height. */
export interface Layers {
  readonly surface: Surface;
  /** Value from light and coverage alone. */
  readonly body: Float32Array;
  /** With the bounce and its gap; the same array as `body` for matte parts. */
  readonly value: Float32Array;
  readonly lines: LineLayers | null;
  readonly glints: Float32Array | null;
  /** How much of its value each point keeps under small repeated relief, 0..1; null where there is none. */
  readonly fine: Float32Array | null;
  /** Colour from the surroundings, one layer a source. */
  readonly tints: readonly TintLayer[];
  /** Wear, pass by pass in the order it is laid. */
  readonly worn: readonly WornLayer[];
  /** The light of what glows close by, pass by pass, over all else. */
  readonly glow: readonly GlowLayer[];
}

/** The value stages over a surface, each a new array or the one before it where it changes nothing. */
export interface Values {
  readonly body: Float32Array;
  /** With the bounce and its gap. */
  readonly bounced: Float32Array;
  /** With the light of glows, and what is held by hand. */
  readonly value: Float32Array;
}

/**
 * The value stages over any surface of the part: light and coverage, less with the distance from the focal part, less
 * what stands in front, then the bounce, then the light of glows.
 */
export function valuesOn(surface: Surface, p: PreparedPart): Values {
  const { model } = p.shape;
  const body = p.metal
    ? bodyValues(model, surface, p.metal.body, p.light, p.metal.polish)
    : lambert(surface, p.light);
  if (p.lost > 0) for (let i = 0; i < body.length; i++) body[i] = attenuated(body[i], p.lost);
  if (p.occluders.length > 0) {
    const shade = contactShadow(surface, p.occluders);
    for (let i = 0; i < body.length; i++) body[i] *= 1 - shade[i];
  }
  if (!p.metal) return { body, bounced: body, value: body };
  const { flat } = p.metal.body;
  const most = bounceCrest(p.midValue, p.metal.polish.shown.top) * (1 - p.lost);
  const bounced = withBounce(body, surface, p, { most, flat });
  const value = addGlows(bounced, surface, model.patches, { light: p.light, most, flat });
  if (p.overrides.holds.length === 0) return { body, bounced, value };
  const held = Float32Array.from(value);
  holdPlaces(held, surface, p.overrides.holds);
  return { body, bounced, value: held };
}

function withBounce(
  body: Float32Array,
  surface: Surface,
  p: PreparedPart,
  { most, flat }: { readonly most: number; readonly flat: readonly boolean[] },
): Float32Array {
  const own = p.overrides.bounce;
  const toward = awayFrom(p.light);
  if (!toward || (!own && p.approach.bounce === 'none')) return body;
  return addBounce(body, surface, p.shape.model.patches, {
    toward,
    most: own ? own.peak : most,
    flat,
    ...(own && { gap: own.gap }),
  });
}

/** A held place keeps its value over this share of its radius, and lets go softly beyond. */
const HELD_TO = 0.6;

/** Values where the painter holds them. Writes into `value`. */
function holdPlaces(value: Float32Array, surface: Surface, holds: readonly Hold[]): void {
  const { grid, patch } = surface;
  for (const hold of holds) {
    const [cx, cy] = cellOf(grid, hold.at);
    const r = hold.radiusMm * grid.pxPerMm;
    const [c0, c1] = [Math.max(0, Math.floor(cx - r)), Math.min(grid.width - 1, Math.ceil(cx + r))];
    for (
      let row = Math.max(0, Math.floor(cy - r));
      row <= Math.min(grid.height - 1, Math.ceil(cy + r));
      row++
    )
      for (let col = c0; col <= c1; col++) {
        const i = row * grid.width + col;
        if (patch[i] !== hold.patch) continue;
        const w = 1 - smoothstep(HELD_TO * r, r, Math.hypot(col + 0.5 - cx, row + 0.5 - cy));
        value[i] += (hold.value - value[i]) * w;
      }
  }
}

/** How the edges of a part are lit. */
const edging = (p: PreparedPart): Edging => ({
  light: p.light,
  steps: p.steps,
  mid: p.midValue * (1 - p.lost),
  which: p.approach.edges,
  held: p.overrides.edge?.value ?? null,
  marks: p.overrides.marks,
});

/** How the edges of a part look on its canonical points; none on matte parts. */
export const edgesSeen = (p: PreparedPart, value: Float32Array): { edge: Edge; look: EdgeAppearance }[] =>
  p.metal ? edgeAppearances(p.shape.model, p.shape.canonical, value, edging(p)) : [];

/** The edges of a part as strokes, for drawings; none on matte parts. */
export function strokesOf(
  p: PreparedPart,
  value: Float32Array = valuesOn(p.shape.canonical, p).value,
): EdgeStroke[] {
  return p.metal ? edgeStrokes(p.shape.model, p.shape.canonical, value, edging(p)) : [];
}

/** All layers of a part. A sampled surface may be handed in where the form has not changed. */
export function layersOf(
  p: PreparedPart,
  grid: Grid,
  surface: Surface = surfaceOf(p.shape.model, grid),
): Layers {
  const { body, value } = valuesOn(surface, p);
  const glow = glowLayers(p, surface);
  if (!p.metal)
    return { surface, body, value, lines: null, glints: null, fine: null, tints: [], worn: [], glow };
  return {
    surface,
    body,
    value,
    lines: lineLayers(p.shape.model, surface, value, edging(p)),
    // Clean dots would belie what is rusted.
    glints: isAged(p.wear) ? null : glintAlpha(p.metal.glints, surface),
    fine: fineOn(p.shape.model, surface),
    tints: tintLayers({ surface, value }, p.light, p.metal.tints, p.metal.tint),
    worn: wornLayers(p, surface),
    glow,
  };
}

/** Points across one link below which it is not seen, and from which it is seen whole. */
const SEEN_FROM = [2.5, 6] as const;

/** Small relief on a grid; where the grid is too coarse to show it, its mean. A moving light asks for it once. */
const fineOn = weakMemo2(({ fine }: SurfaceModel, { grid, alpha }: Surface): Float32Array | null => {
  if (!fine) return null;
  const seen = smoothstep(SEEN_FROM[0], SEEN_FROM[1], fine.pitchMm * grid.pxPerMm);
  const out = new Float32Array(alpha.length).fill(fine.mean);
  if (seen === 0) return out;
  for (let i = 0; i < alpha.length; i++) {
    if (alpha[i] === 0) continue;
    const [x, y] = placeOfPoint(grid, i);
    out[i] += seen * (fine.at(x, y) - fine.mean);
  }
  return out;
});

/** Values and dots alone, for a first picture in which no line could be seen. */
export function roughLayers(p: PreparedPart, grid: Grid): Layers {
  const surface = surfaceOf(p.shape.model, grid);
  const { body, value } = valuesOn(surface, p);
  const glints = p.metal && glintAlpha(p.metal.glints, surface);
  return {
    surface,
    body,
    value,
    lines: null,
    glints,
    fine: fineOn(p.shape.model, surface),
    tints: [],
    worn: [],
    glow: [],
  };
}
