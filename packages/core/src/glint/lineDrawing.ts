import { stepOf } from '../ladder/index.js';
import type { Layers } from './layers.js';
import type { PreparedPart } from './prepare.js';

const GROUND = 204;
const BORDER = 66;
const HORIZON = 17;
const EDGE = 249;
const DOT = 255;

/**
 * The part as a drawing: borders between steps thin and grey, horizon lines dark and twice as wide, edges and dots
 * pale, on an even ground. RGBA bytes.
 */
export function drawLines(layers: Layers, p: PreparedPart): Uint8ClampedArray<ArrayBuffer> {
  const { surface, value, lines, glints } = layers;
  const { width, height } = surface.grid;
  const out = new Uint8ClampedArray(value.length * 4);
  const [ux, uy, uz] = p.light.up;
  const curved = p.shape.model.patches.map((patch) => p.metal !== null && patch.kind === 'smooth');
  const above = (i: number) =>
    2 * surface.nz[i] * (surface.nx[i] * ux + surface.ny[i] * uy + surface.nz[i] * uz) -
      uz -
      p.light.horizon >=
    0;
  for (let row = 0, i = 0; row < height; row++)
    for (let col = 0; col < width; col++, i++) {
      if (surface.alpha[i] === 0) continue;
      let tone = GROUND;
      const own = stepOf(value[i], p.steps);
      const near = [
        col + 1 < width ? i + 1 : i,
        row + 1 < height ? i + width : i,
        col > 0 ? i - 1 : i,
        row > 0 ? i - width : i,
      ];
      for (let k = 0; k < 4; k++) {
        const j = near[k];
        if (surface.alpha[j] === 0 || surface.patch[j] !== surface.patch[i]) continue;
        if (k < 2 && stepOf(value[j], p.steps) !== own) tone = Math.min(tone, BORDER);
        if (curved[surface.patch[i]] && above(j) !== above(i)) tone = HORIZON;
      }
      if (lines) tone += (EDGE - tone) * lines.edgeAlpha[i];
      if (lines) tone -= tone * 0.7 * lines.liningAlpha[i];
      if (glints) tone += (DOT - tone) * glints[i];
      out.set([tone, tone, tone, surface.alpha[i] * 255], i * 4);
    }
  return out;
}
