import { surfaceOf, type Grid, type Surface } from '../form/index.js';
import { bodyValues } from './body.js';
import { addBounce } from './bounce.js';
import { contactShade } from './contact.js';
import { fallen } from './fallOff.js';
import { glintAlpha } from './glints.js';
import { edgeStrokes, lineLayers, type EdgeStroke, type LineLayers } from './lines.js';
import type { PreparedPart } from './prepare.js';
import { lambert } from './radiance.js';
import { tintLayers, type TintLayer } from './tint.js';

/** A part on a grid, layer by layer, so that it can be shown after any step. Arrays are width * height. */
export interface Layers {
  readonly surface: Surface;
  /** Value from light and coverage alone. */
  readonly body: Float32Array;
  /** With the bounce and its gap; the same array as `body` for matte parts. */
  readonly value: Float32Array;
  readonly lines: LineLayers | null;
  readonly glints: Float32Array | null;
  /** Colour from the surroundings, one layer a source. */
  readonly tints: readonly TintLayer[];
}

/**
 * The value stages over any surface of the part: light and coverage, less with the distance from the focal part, less
 * what stands in front, then the bounce.
 */
export function valuesOn(surface: Surface, p: PreparedPart): { body: Float32Array; value: Float32Array } {
  const { model } = p.shape;
  const body = p.metal
    ? bodyValues(model, surface, p.metal.body, p.light, p.metal.polish)
    : lambert(surface, p.light);
  if (p.lost > 0) for (let i = 0; i < body.length; i++) body[i] = fallen(body[i], p.lost);
  if (p.fronts.length > 0) {
    const shade = contactShade(surface, p.fronts);
    for (let i = 0; i < body.length; i++) body[i] *= 1 - shade[i];
  }
  if (!p.metal) return { body, value: body };
  const most = p.midValue * (1 - p.lost);
  return { body, value: addBounce(body, surface, model.patches, p.light, most, p.metal.body.flat) };
}

/** The edges of a part as strokes, for drawings; none on matte parts. */
export function strokesOf(p: PreparedPart): EdgeStroke[] {
  if (!p.metal) return [];
  const { model, canonical } = p.shape;
  return edgeStrokes(
    model,
    canonical,
    valuesOn(canonical, p).value,
    p.light,
    p.steps,
    p.midValue * (1 - p.lost),
  );
}

/** All layers of a part. A sampled surface may be handed in where the form has not changed. */
export function layersOf(
  p: PreparedPart,
  grid: Grid,
  surface: Surface = surfaceOf(p.shape.model, grid),
): Layers {
  const { body, value } = valuesOn(surface, p);
  if (!p.metal) return { surface, body, value, lines: null, glints: null, tints: [] };
  return {
    surface,
    body,
    value,
    lines: lineLayers(p.shape.model, surface, value, p.light, p.steps, p.midValue * (1 - p.lost)),
    glints: glintAlpha(p.metal.glints, surface),
    tints: tintLayers(surface, value, p.light, p.metal.tints, p.metal.tint),
  };
}
