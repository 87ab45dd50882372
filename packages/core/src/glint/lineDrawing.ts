import { thresholdOf } from '../ladder/index.js';
import { clamp } from '../units/index.js';
import type { Layers } from './layers.js';
import type { PreparedPart } from './prepare.js';

const GROUND = 204;
const BORDER = 66;
const HORIZON = 17;
const EDGE = 249;
const DOT = 255;
/** Half widths of the lines, in points. */
const BORDER_HALF = 0.45;
const HORIZON_HALF = 1;

/**
 * How much of a point the line through a field's zero covers: its distance to the line is the field over its slope.
 * Slopes are taken on the same patch only, so that a ridge draws no line of its own.
 */
function lineCover(field: (i: number) => number, i: number, near: readonly number[], halfPx: number): number {
  const here = field(i);
  let slope = 0;
  for (const j of near) slope = Math.max(slope, Math.abs(field(j) - here));
  return slope > 1e-9 ? clamp(halfPx + 0.5 - Math.abs(here) / slope, 0, 1) : 0;
}

/**
 * The part as a drawing: borders between steps thin and grey, horizon lines dark and wider, edges and dots pale, on an
 * even ground. RGBA bytes.
 */
export function drawLines(layers: Layers, p: PreparedPart): Uint8ClampedArray<ArrayBuffer> {
  const { surface, value, lines, glints } = layers;
  const { width, height } = surface.grid;
  const out = new Uint8ClampedArray(value.length * 4);
  const [ux, uy, uz] = p.light.up;
  const curved = p.shape.model.patches.map((patch) => p.metal !== null && patch.kind === 'smooth');
  const above = (i: number) =>
    2 * surface.nz[i] * (surface.nx[i] * ux + surface.ny[i] * uy + surface.nz[i] * uz) - uz - p.light.horizon;
  let level = 0;
  const offLevel = (i: number) => value[i] - level;
  for (let row = 0, i = 0; row < height; row++)
    for (let col = 0; col < width; col++, i++) {
      if (surface.alpha[i] === 0) continue;
      const near = [
        col + 1 < width ? i + 1 : i,
        row + 1 < height ? i + width : i,
        col > 0 ? i - 1 : i,
        row > 0 ? i - width : i,
      ].filter((j) => surface.patch[j] === surface.patch[i] && surface.alpha[j] > 0);
      // The nearest border: half way between two steps.
      level = thresholdOf(clamp(Math.floor(value[i] * (p.steps - 1)) + 1, 1, p.steps - 1), p.steps);
      let tone = GROUND + (BORDER - GROUND) * lineCover(offLevel, i, near, BORDER_HALF);
      if (curved[surface.patch[i]]) tone += (HORIZON - tone) * lineCover(above, i, near, HORIZON_HALF);
      if (lines) tone += (EDGE - tone) * lines.edgeAlpha[i];
      if (lines) tone -= tone * 0.7 * lines.liningAlpha[i];
      if (glints) tone += (DOT - tone) * glints[i];
      out.set([tone, tone, tone, surface.alpha[i] * 255], i * 4);
    }
  return out;
}
