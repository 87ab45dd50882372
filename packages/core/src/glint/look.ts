import { greyOf, labToLinear, fromLinear, type Lab } from '../colour/index.js';
import { colourAt, stepOf } from '../ladder/index.js';
import { clamp } from '../units/index.js';
import type { Layers } from './layers.js';
import type { Palette } from './prepare.js';

/** How far the painting has come. */
export interface Stage {
  /** Value steps laid so far, of the ladder's; 0 is the undercoat alone. */
  readonly laid: number;
  readonly smoothed: boolean;
  readonly bounce: boolean;
  readonly lining: boolean;
  readonly edges: boolean;
  readonly glints: boolean;
}

export const FINISHED: Stage = {
  laid: Infinity,
  smoothed: true,
  bounce: true,
  lining: true,
  edges: true,
  glints: true,
};

export type PictureView = 'painted' | 'values' | 'zones';

const ENTRIES = 1024;

/**
 * sRGB bytes over value 0..1 at a stage of the painting: ENTRIES + 1 colours of three bytes.
 * Before smoothing each zone is one flat colour; zones not yet painted show the last step laid.
 */
export function rampBytes(palette: Palette, stage: Stage, view: PictureView): Uint8ClampedArray {
  const bytes = new Uint8ClampedArray((ENTRIES + 1) * 3);
  const n = palette.laid.length;
  const matte = palette.ladder === null;
  for (let i = 0; i <= ENTRIES; i++) {
    const v = i / ENTRIES;
    let colour: Lab;
    if (matte) colour = colourAt(palette.colours, view === 'zones' ? stepOf(v, n) / (n - 1) : v);
    else if (stage.laid <= 0) colour = palette.undercoat;
    else {
      const top = Math.min(n, stage.laid) - 1;
      const smooth = view !== 'zones' && stage.smoothed;
      colour = colourAt(
        palette.laid,
        smooth ? Math.min(v, top / (n - 1)) : Math.min(stepOf(v, n), top) / (n - 1),
      );
    }
    const rgb = labToLinear(view === 'values' ? greyOf(colour) : colour);
    for (let c = 0; c < 3; c++) bytes[i * 3 + c] = 255 * fromLinear(clamp(rgb[c], 0, 1));
  }
  return bytes;
}

/** The part's picture: RGBA bytes, width * height * 4, not premultiplied. */
export function paintLayers(
  layers: Layers,
  palette: Palette,
  stage: Stage,
  view: PictureView,
): Uint8ClampedArray<ArrayBuffer> {
  const { alpha } = layers.surface;
  const ramp = rampBytes(palette, stage, view);
  const value = stage.bounce ? layers.value : layers.body;
  const out = new Uint8ClampedArray(alpha.length * 4);
  const lining = stage.lining && view !== 'zones' ? layers.lines?.liningAlpha : undefined;
  const edges = stage.edges && view !== 'zones' ? layers.lines : undefined;
  const glints = stage.glints && view !== 'zones' ? layers.glints : undefined;
  for (let i = 0; i < alpha.length; i++) {
    const a = alpha[i];
    if (a === 0) continue;
    let v = value[i];
    if (lining) v *= 1 - lining[i];
    if (edges) v += (edges.edgeValue[i] - v) * edges.edgeAlpha[i];
    if (glints) v += (1 - v) * glints[i];
    const k = Math.round((v < 0 ? 0 : v > 1 ? 1 : v) * ENTRIES) * 3;
    const o = i * 4;
    out[o] = ramp[k];
    out[o + 1] = ramp[k + 1];
    out[o + 2] = ramp[k + 2];
    out[o + 3] = a * 255;
  }
  return out;
}
