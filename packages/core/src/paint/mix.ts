import { BANDS, spectrumToLab, type Lab, type Spectrum } from '../colour/index.js';
import { fullyCovering, type Pigment } from './film.js';
import { paintModel, type PaintRecord } from './pigment.js';

/** One paint of a mix. `drops` are equal volumes; any positive number. */
export interface Portion {
  readonly paint: PaintRecord;
  readonly drops: number;
}

/**
 * Two-constant mixing (Kubelka and Munk 1931; Duncan 1940): absorption and scattering add by volume times strength;
 * clear medium thins both. At least one portion must hold pigment.
 */
export function mixPigment(portions: readonly Portion[]): Pigment {
  const k = new Float64Array(BANDS);
  let s = 0;
  let weight = 0;
  let pigmented = 0;
  let clear = 0;
  for (const { paint, drops } of portions) {
    if (!(drops > 0)) throw new RangeError(`drops: ${drops} is not a number above 0`);
    const model = paintModel(paint);
    if (model.strength === 0) {
      clear += drops;
      continue;
    }
    const w = drops * model.strength;
    for (let i = 0; i < BANDS; i++) k[i] += w * model.k[i];
    s += w * model.s;
    weight += w;
    pigmented += drops;
  }
  if (weight === 0) throw new RangeError('mix: no paint in it holds pigment');
  const thin = pigmented / (pigmented + clear) / weight;
  return { k: k.map((x) => x * thin), s: s * thin };
}

/** Reflectance of the mix where it covers fully. */
export function masstoneOf(p: Pigment): Spectrum {
  return p.k.map((k) => (p.s > 0 ? fullyCovering(k / p.s) : 0));
}

/** Dried colour of a mix where it covers fully. */
export const mixLabOf = (portions: readonly Portion[]): Lab =>
  spectrumToLab(masstoneOf(mixPigment(portions)));
