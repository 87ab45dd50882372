import {
  canonicalGrid,
  NOTHING,
  placeAt,
  placeOfPoint,
  surfaceOf,
  type Surface,
  type SurfaceModel,
} from '../form/index.js';
import type { Wear, WearPlace } from '../piece/index.js';
import { smoothstep, weakMemo } from '../units/index.js';
import type { ByField } from './definition.js';
import type { FieldName, WearFields } from './fields.js';
import { noiseAt } from './noise.js';

/** Points that shares are measured on. */
const SAMPLES = 9000;

/** A part's surface where the statistics of its wear are taken. */
export const sampled = weakMemo((model: SurfaceModel) => surfaceOf(model, canonicalGrid(model, SAMPLES)));

/** What a place by hand adds to the likelihood in its middle, and from which share of its radius it lets go. */
const WANTED = { more: 3, none: -6 } as const;
const HELD_TO = 0.6;

/** Places by hand, where the form is now; those whose surface is gone count for nothing. */
const placesOn = (model: SurfaceModel, places: readonly WearPlace[]) =>
  places.flatMap(({ patch, u, v, radiusMm, way }) => {
    const at = model.patches[patch] ? placeAt(model.patches[patch], { u, v }) : null;
    return at ? [{ at, radiusMm, adds: WANTED[way] }] : [];
  });

/** What sets one pass of a layer apart: its own chance, and the places by hand. */
export interface PassHand {
  readonly seed: number;
  readonly places: ReturnType<typeof placesOn>;
}

/** Each pass of a layer has a chance of its own. */
export const handOf = (
  { seed, places }: Pick<Wear, 'seed' | 'places'>,
  model: SurfaceModel,
  pass: number,
): PassHand => ({ seed: seed * 31 + pass, places: placesOn(model, places) });

/** Likelihood of a pass at every point of a surface. */
export function likelihood(
  { weights, chance }: Pick<ByField, 'weights' | 'chance'>,
  surface: Surface,
  fields: WearFields,
  { seed, places }: PassHand,
): Float32Array {
  const out = new Float32Array(surface.patch.length);
  const named = Object.entries(weights) as [FieldName, number][];
  for (let i = 0; i < out.length; i++) {
    if (surface.patch[i] === NOTHING) continue;
    let sum = 0;
    for (const [name, weight] of named) sum += weight * fields[name][i];
    const [x, y] = placeOfPoint(surface.grid, i);
    for (const { at, radiusMm, adds } of places) {
      const d = Math.hypot(x - at[0], y - at[1]);
      if (d < radiusMm) sum += adds * (1 - smoothstep(HELD_TO * radiusMm, radiusMm, d));
    }
    out[i] = sum + chance * noiseAt(x, y, seed);
  }
  return out;
}
