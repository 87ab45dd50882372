import { labToLinear } from '../colour/index.js';
import { stepOf, thresholdOf } from '../ladder/index.js';
import { clamp } from '../units/index.js';
import { byteOf, zoneColours, type Stage } from './composite.js';
import type { Layers } from './layers.js';
import type { Palette } from './prepare.js';

/** A border is drawn over one point: where the value changes more slowly than this a point, it lies farther away. */
const LEAST_SLOPE = 1e-6;

/** Linear sRGB of every step as it shows in zones at a stage of the painting. */
const stepColours = (palette: Palette, stage: Stage): Float32Array =>
  Float32Array.from(
    zoneColours(palette, stage).flatMap((colour) => labToLinear(colour).map((c) => clamp(c, 0, 1))),
  );

/**
 * The part in flat zones, each border softened over one point so that it runs smoothly: the point's share on either
 * side is its distance to the border, the value over its slope, on the same patch only. RGBA bytes.
 */
export function paintZones(layers: Layers, palette: Palette, stage: Stage): Uint8ClampedArray<ArrayBuffer> {
  const { surface } = layers;
  const { alpha, patch } = surface;
  const { width, height } = surface.grid;
  const value = stage.bounce ? layers.value : layers.body;
  const n = palette.laid.length;
  const colours = stepColours(palette, stage);
  const out = new Uint8ClampedArray(alpha.length * 4);
  const slopeTo = (i: number, j: number) =>
    patch[j] === patch[i] && alpha[j] > 0 ? Math.abs(value[j] - value[i]) : 0;
  for (let row = 0, i = 0; row < height; row++)
    for (let col = 0; col < width; col++, i++) {
      if (alpha[i] === 0) continue;
      const v = clamp(value[i], 0, 1);
      const across = Math.max(col > 0 ? slopeTo(i, i - 1) : 0, col + 1 < width ? slopeTo(i, i + 1) : 0);
      const down = Math.max(
        row > 0 ? slopeTo(i, i - width) : 0,
        row + 1 < height ? slopeTo(i, i + width) : 0,
      );
      const slope = Math.max(LEAST_SLOPE, Math.hypot(across, down));
      const k = stepOf(v, n);
      // The nearer of the two borders of this step decides.
      const [low, high] = [thresholdOf(k, n), thresholdOf(k + 1, n)];
      const below = k > 0 && v - low < high - v;
      const other = below ? k - 1 : Math.min(n - 1, k + 1);
      const share = clamp(0.5 - (below ? v - low : high - v) / slope, 0, 0.5);
      const o = i * 4;
      for (let c = 0; c < 3; c++)
        out[o + c] = byteOf(colours[k * 3 + c] + (colours[other * 3 + c] - colours[k * 3 + c]) * share);
      out[o + 3] = alpha[i] * 255;
    }
  return out;
}
