import type { Patch, Surface } from '../form/index.js';
import { polishModels, type MetalSurface, type PartLight } from '../rig/index.js';
import { turnZ } from '../units/index.js';
import { radiance } from './radiance.js';

/** Points across the sphere. */
const ACROSS = 44;
/** As steep as a dome at its rim. */
const RIM = 0.97;

/** Normals of a sphere seen face on. */
const NORMALS = (() => {
  const all: [number, number][] = [];
  for (let row = 0; row < ACROSS; row++)
    for (let col = 0; col < ACROSS; col++) {
      const [x, y] = [((col + 0.5) / ACROSS) * 2 - 1, ((row + 0.5) / ACROSS) * 2 - 1];
      if (x * x + y * y <= 1) all.push([x * RIM, y * RIM]);
    }
  return all;
})();

const SPHERE: Surface = {
  grid: { width: NORMALS.length, height: 1, pxPerMm: 1, leftMm: 0, topMm: 0, rollRad: 0 },
  patch: new Uint8Array(NORMALS.length),
  alpha: new Float32Array(NORMALS.length).fill(1),
  nx: Float32Array.from(NORMALS, ([x]) => x),
  ny: Float32Array.from(NORMALS, ([, y]) => y),
  nz: Float32Array.from(NORMALS, ([x, y]) => Math.sqrt(1 - x * x - y * y)),
  u: new Float32Array(NORMALS.length),
  v: new Float32Array(NORMALS.length),
  open: null,
};
const SMOOTH: readonly Patch[] = [{ kind: 'smooth', rings: [], grain: null, at: () => undefined }];

/**
 * Radiances of a polished sphere of the same metal under a light, without its neighbours, rising: what the whole piece
 * is exposed by. The sphere turns with the light, so that a roll changes nothing.
 */
export function sphereRadiance(
  light: PartLight,
  { planWeight, filmReflectance }: MetalSurface,
): Float32Array {
  const [kx, ky] = light.key;
  const back = Math.hypot(kx, ky) > 1e-9 ? -Math.atan2(ky, kx) : 0;
  const turned: PartLight = {
    ...light,
    key: turnZ(light.key, back),
    up: turnZ(light.up, back),
    neighbours: [],
  };
  return radiance(SPHERE, SMOOTH, turned, { ...polishModels.polished, planWeight, filmReflectance }).sort();
}
