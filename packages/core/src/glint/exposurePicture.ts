import { wearFields, type FieldName } from '../wear/index.js';
import { byteOf } from './composite.js';
import type { Layers } from './layers.js';
import type { PreparedPart } from './prepare.js';
import { stanceOf } from './worn.js';

/** What parts are exposed to, as pictures: one for each field that wear follows. */
export const EXPOSURE_VIEWS = {
  'exposed-rub': 'rub',
  'exposed-recess': 'recess',
  'exposed-up': 'up',
  'exposed-water': 'water',
  'exposed-heat': 'heat',
} as const satisfies Readonly<Record<string, FieldName>>;
export type ExposureView = keyof typeof EXPOSURE_VIEWS;

export const isExposureView = (view: string): view is ExposureView => view in EXPOSURE_VIEWS;

/** Linear grey of what is not exposed at all, and of what is fully; of what takes no wear. */
const LEAST = 0.012;
const MOST = 0.85;
const NO_WEAR = 0.12;

/** A part by how much each point is exposed to something: dark not at all, light fully. RGBA bytes. */
export function paintExposure(
  { surface }: Layers,
  p: PreparedPart,
  view: ExposureView,
): Uint8ClampedArray<ArrayBuffer> {
  const name = EXPOSURE_VIEWS[view];
  const values = p.metal ? wearFields(p.shape.model, surface, stanceOf(p), new Set([name]))[name] : null;
  const out = new Uint8ClampedArray(surface.alpha.length * 4);
  for (let i = 0; i < surface.alpha.length; i++) {
    if (surface.alpha[i] === 0) continue;
    const grey = byteOf(values ? LEAST + (MOST - LEAST) * values[i] ** 2 : NO_WEAR);
    out.fill(grey, 4 * i, 4 * i + 3);
    out[4 * i + 3] = 255 * surface.alpha[i];
  }
  return out;
}
