import type { Vec3 } from '../units/index.js';
import { turn } from './geometry.js';
import { SAMPLE, type Edge, type Patch, type Point, type Ring } from './surface.js';

/** Where a small form stands in a larger one: its own middle, and its turn counter-clockwise in radians. */
export interface Stand {
  readonly at: Point;
  readonly angle: number;
}

const out = ({ at, angle }: Stand, [x, y]: Point): Point => {
  const [p, q] = turn(x, y, angle);
  return [p + at[0], q + at[1]];
};

/** A ring of a small form where it stands. */
export const ringAt = (stand: Stand, ring: Ring): Ring => ring.map((p) => out(stand, p));

/** An edge of a small form where it stands. */
export const edgeAt = (stand: Stand, edge: Edge): Edge => ({
  ...edge,
  points: ringAt(stand, edge.points),
  outward: edge.outward.map(([x, y]) => turn(x, y, stand.angle)),
});

/** A patch of a small form where it stands, seen as far as `rings` reach. */
export function patchAt(stand: Stand, patch: Patch, rings: readonly Ring[]): Patch {
  const { at, angle } = stand;
  const turned = ([x, y, z]: Vec3, by: number): Vec3 => [...turn(x, y, by), z];
  return {
    ...patch,
    rings,
    grain: patch.grain && turned(patch.grain, angle),
    at(x, y, sample) {
      const [p, q] = turn(x - at[0], y - at[1], -angle);
      patch.at(p, q, sample);
      const [nx, ny] = turn(sample[SAMPLE.nx], sample[SAMPLE.ny], angle);
      sample[SAMPLE.nx] = nx;
      sample[SAMPLE.ny] = ny;
    },
    ...(patch.glintAt && {
      glintAt(half, key) {
        const found = patch.glintAt!(turned(half, -angle), turned(key, -angle));
        return found && out(stand, found);
      },
    }),
  };
}
