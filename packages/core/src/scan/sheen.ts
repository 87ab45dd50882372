import { lightAt } from './lamps.js';
import { CLIPPED, type LuminanceImage } from './luminanceImage.js';
import { pointNormals, type PointNormals, type PointNormalsOf } from './pointNormals.js';

/**
 * A broad shine, the same over the whole primer: so strong midway between lamp and eye, falling with the power of the
 * cosine (Blinn 1977).
 */
export interface Sheen {
  readonly strength: number;
  readonly power: number;
}

const POWERS = [8, 14, 25, 45, 80, 140];
/** A narrower shine is left out place by place; taken off, its edges would do harm. */
const BROAD = 45;
const LEAST = 0.03;
const ROUNDS = 6;
/** Light over Lambert's law by this much halves a point's word. */
const MET = 0.05;
const EVERY = 5;
const FIT_ROUNDS = 4;

/** Light left over Lambert's law and the cosine to midway, point by point. */
interface Over {
  readonly light: number[];
  readonly cosine: number[];
}

/** The sheen that explains best what lies over Lambert's law, robustly; null for none. */
function fitted({ light, cosine }: Over): Sheen | null {
  let best: { loss: number; sheen: Sheen } | null = null;
  for (const power of POWERS) {
    const g = cosine.map((c) => c ** power);
    let strength = 0;
    for (let round = 0; round < FIT_ROUNDS; round++) {
      let xy = 0;
      let xx = 0;
      for (let i = 0; i < g.length; i++) {
        const off = (light[i] - strength * g[i]) / MET;
        const w = round === 0 ? 1 : 1 / (1 + off * off);
        xy += w * g[i] * light[i];
        xx += w * g[i] * g[i];
      }
      strength = xx > 0 ? Math.max(0, xy / xx) : 0;
    }
    let loss = 0;
    for (let i = 0; i < g.length; i++) loss += Math.log(1 + ((light[i] - strength * g[i]) / MET) ** 2);
    if (!best || loss < best.loss) best = { loss, sheen: { strength, power } };
  }
  return best && best.sheen.strength > LEAST && best.sheen.power <= BROAD ? best.sheen : null;
}

/** Cosines of one photo's points to midway between its lamp and the eye; what lies over Lambert's law is added to `over`. */
function cosinesOf(
  [image, k]: readonly [LuminanceImage, number],
  { scaled: [bx, by, bz, albedos], known }: PointNormals,
  { lamps, pxPerMm }: PointNormalsOf,
  over: Over,
): Float32Array {
  const { width, height } = image;
  const cosine = new Float32Array(width * height);
  const light = new Float64Array(3);
  for (let i = 0; i < known.length; i++) {
    const albedo = albedos[i];
    if (known[i] === 0 || albedo < 0.6 * lamps.primer) continue;
    const x = ((i % width) + 0.5 - width / 2) / pxPerMm;
    const y = (height / 2 - Math.floor(i / width) - 0.5) / pxPerMm;
    lightAt(lamps.lamps[k], x, y, 0, light, 0);
    const long = Math.hypot(light[0], light[1], light[2]);
    const lit = light[0] * bx[i] + light[1] * by[i] + light[2] * bz[i];
    const v = image.light[i];
    const rest = v - lamps.ambient * albedo;
    if (lit < 0.1 * albedo || rest < 0.5 * lit) continue;
    const hx = light[0] / long;
    const hy = light[1] / long;
    const hz = light[2] / long + 1;
    cosine[i] = Math.max(0, (hx * bx[i] + hy * by[i] + hz * bz[i]) / (albedo * Math.hypot(hx, hy, hz)));
    if (i % EVERY !== 0 || v >= CLIPPED) continue;
    over.light.push(rest - lit);
    over.cosine.push(cosine[i]);
  }
  return cosine;
}

/** Images with the shine taken off; what is burnt out stays so. */
export const withoutShine = (
  images: readonly LuminanceImage[],
  shines: readonly Float32Array[],
): LuminanceImage[] =>
  images.map((p, k) => ({
    ...p,
    light: p.light.map((v, i) => (v >= CLIPPED ? v : Math.max(0, v - shines[k][i]))),
  }));

/**
 * What shines on small images, photo by photo, by turns with their normals: shine that is taken off makes the normals
 * truer, and these tell the shine better. Null where the primer is matte.
 */
export function shineOf(
  small: readonly LuminanceImage[],
  of: PointNormalsOf,
): readonly Float32Array[] | null {
  let shines: Float32Array[] | null = null;
  let strength = 0;
  for (let round = 0; round < ROUNDS; round++) {
    const normals = pointNormals(shines ? withoutShine(small, shines) : small, of);
    const over: Over = { light: [], cosine: [] };
    const cosines = small.map((p, k) => (of.use[k] ? cosinesOf([p, k], normals, of, over) : null));
    const sheen = fitted(over);
    if (!sheen) return shines;
    // Part of the shine hides in the albedo until it is taken off: it only grows.
    strength = Math.max(sheen.strength, strength);
    shines = cosines.map((plane, k) =>
      plane
        ? plane.map((c) => (c > 0 ? strength * c ** sheen.power : 0))
        : new Float32Array(small[k].light.length),
    );
  }
  return shines;
}
