import type { Place } from '../piece/index.js';
import { rad, type Vec3 } from '../units/index.js';
import { SAMPLE, type Patch, type SurfaceModel } from './surface.js';

/** No surface the eye sees is steeper than this. */
const LEAST_NZ = 0.05;

/**
 * Turns a model's normals: yaw about y (+ turns the front to the viewer's right), then pitch about x (+ turns it up).
 * The outline stays as seen. The normal's z is held at 0.05 or more.
 */
export function pose(
  model: SurfaceModel,
  { yawDeg, pitchDeg }: Pick<Place, 'yawDeg' | 'pitchDeg'>,
): SurfaceModel {
  if (yawDeg === 0 && pitchDeg === 0) return { ...model, patches: model.patches.map(hold) };
  const [cy, sy] = [Math.cos(rad(yawDeg)), Math.sin(rad(yawDeg))];
  const [cp, sp] = [Math.cos(rad(pitchDeg)), Math.sin(rad(pitchDeg))];
  const forward = ([x, y, z]: Vec3): Vec3 => {
    const x1 = x * cy + z * sy;
    const z1 = -x * sy + z * cy;
    return [x1, y * cp + z1 * sp, -y * sp + z1 * cp];
  };
  const back = ([x, y, z]: Vec3): Vec3 => {
    const y1 = y * cp - z * sp;
    const z1 = y * sp + z * cp;
    return [x * cy - z1 * sy, y1, x * sy + z1 * cy];
  };
  return {
    ...model,
    patches: model.patches.map((patch) =>
      hold({
        ...patch,
        grain: patch.grain && forward(patch.grain),
        at(x, y, out) {
          patch.at(x, y, out);
          const n = forward([out[SAMPLE.nx], out[SAMPLE.ny], out[SAMPLE.nz]]);
          out[SAMPLE.nx] = n[0];
          out[SAMPLE.ny] = n[1];
          out[SAMPLE.nz] = n[2];
        },
        glintAt: patch.glintAt && ((half, key) => patch.glintAt!(back(half), back(key))),
      }),
    ),
  };
}

/** The patch with its normal's z held at the least. */
function hold(patch: Patch): Patch {
  return {
    ...patch,
    at(x, y, out) {
      patch.at(x, y, out);
      if (out[SAMPLE.nz] >= LEAST_NZ) return;
      const xy = Math.hypot(out[SAMPLE.nx], out[SAMPLE.ny]) || 1;
      const scale = Math.sqrt(1 - LEAST_NZ * LEAST_NZ) / xy;
      out[SAMPLE.nx] *= scale;
      out[SAMPLE.ny] *= scale;
      out[SAMPLE.nz] = LEAST_NZ;
    },
  };
}
