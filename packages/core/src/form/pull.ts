import type { Patch, Point, SurfaceModel } from './surface.js';

/** What shows at one place of a patch, pulled to another, with what is round it. mm in the part's frame. */
export interface Pull {
  readonly patch: number;
  /** Where it is pulled to. */
  readonly to: Point;
  /** How far it came. */
  readonly by: Point;
  /** Standard deviation of the bell by which its neighbourhood comes along. */
  readonly reachMm: number;
}

/** A bell narrower than this share of the pull would fold the surface over itself. */
const LEAST_REACH = 0.72;
const ROUNDS = 12;

/**
 * The model with its reflections pulled: a point shows what the form has a little farther back. Outlines and edges stay.
 * Pulls wider than they reach take more along, so that nothing folds.
 */
export function pulled(model: SurfaceModel, pulls: readonly Pull[]): SurfaceModel {
  if (pulls.length === 0) return model;
  return {
    ...model,
    patches: model.patches.map((patch, p) =>
      pulledPatch(
        patch,
        pulls.filter((q) => q.patch === p),
      ),
    ),
  };
}

function pulledPatch(patch: Patch, pulls: readonly Pull[]): Patch {
  if (pulls.length === 0) return patch;
  const bells = pulls.map(({ to, by, reachMm }) => ({
    to,
    by,
    k: -0.5 / Math.max(reachMm, LEAST_REACH * Math.hypot(by[0], by[1])) ** 2,
  }));
  const shiftAt = (x: number, y: number): Point => {
    let [dx, dy] = [0, 0];
    for (const { to, by, k } of bells) {
      const w = Math.exp(k * ((x - to[0]) ** 2 + (y - to[1]) ** 2));
      dx += by[0] * w;
      dy += by[1] * w;
    }
    return [dx, dy];
  };
  const { glintAt } = patch;
  return {
    ...patch,
    at(x, y, out) {
      const [dx, dy] = shiftAt(x, y);
      patch.at(x - dx, y - dy, out);
    },
    ...(glintAt && {
      glintAt(half, key) {
        const from = glintAt(half, key);
        if (!from) return null;
        let at: Point = from;
        for (let round = 0; round < ROUNDS; round++) {
          const [dx, dy] = shiftAt(at[0], at[1]);
          at = [from[0] + dx, from[1] + dy];
        }
        return at;
      },
    }),
  };
}
