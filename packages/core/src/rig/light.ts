import type { LampKind, Neighbour, Place, Rig } from '../piece/index.js';
import { add, clamp, deg, normalise, rad, TO_EYE, turnZ, type Vec3 } from '../units/index.js';

/** What lights a part, in the part's own frame (roll undone), as unit vectors from the surface. */
export interface PartLight {
  /** Toward the main light. */
  readonly key: Vec3;
  /** Toward the sky of the surroundings. */
  readonly up: Vec3;
  /** What the main light looks like in a mirror. */
  readonly lamp: LampKind;
  /** Sine of the horizon's height. */
  readonly horizon: number;
  readonly neighbours: readonly NeighbourLight[];
}

export interface NeighbourLight {
  readonly id: string;
  readonly hex: string;
  readonly toward: Vec3;
  /** Standard deviation of its angular size, in degrees. */
  readonly sizeDeg: number;
  readonly strength: number;
  /** Where it stands from the part's placement point, in mm, how large and how strong it is there; null where it is far. */
  readonly from: { readonly at: Vec3; readonly sizeMm: number; readonly strength: number } | null;
}

/** A direction by clock (hours) and height above the picture plane (degrees, toward the viewer), in the view frame. */
export function direction(clockHours: number, heightDeg: number): Vec3 {
  const c = rad(30 * clockHours);
  const h = rad(heightDeg);
  return [Math.sin(c) * Math.cos(h), Math.cos(c) * Math.cos(h), Math.sin(h)];
}

/** Toward the main light, in the view frame. */
export const keyDirection = (rig: Rig): Vec3 => direction(rig.keyClockHours, rig.keyHeightDeg);

/** Toward the middle between a light and the eye. A light straight behind the piece has none: it counts as from above. */
export function halfway(key: Vec3): Vec3 {
  const between = add(key, TO_EYE);
  return Math.hypot(...between) > 1e-6 ? normalise(between) : [0, 1, 0];
}

/** World up in the view frame: the painter looks down on the piece by the view elevation, and the piece may lean. */
export function upDirection(rig: Rig): Vec3 {
  const a = rad(rig.viewElevationDeg);
  return turnZ([0, Math.cos(a), Math.sin(a)], rad(rig.leanDeg));
}

/** A neighbour seen from farther than this many times its size has lost half its strength. */
const HALF_AT_SIZES = 4;
const NO_PLACE: Pick<Place, 'xMm' | 'yMm' | 'depthMm'> = { xMm: 0, yMm: 0, depthMm: 0 };

/**
 * A neighbour as a place of the piece meets it, in the view frame. One that stands at a place is taken from the part's
 * placement point: nearer looks larger and stronger; inside the part it counts as touching it.
 */
export function neighbourFrom(n: Neighbour, at: typeof NO_PLACE): NeighbourLight {
  const { where } = n;
  const base = { id: n.id, hex: n.hex };
  if (where.kind === 'far')
    return {
      ...base,
      toward: direction(where.clockHours, where.heightDeg),
      sizeDeg: where.sizeDeg / 2,
      strength: n.strength,
      from: null,
    };
  const away: Vec3 = [where.xMm - at.xMm, where.yMm - at.yMm, where.depthMm - at.depthMm];
  const apart = Math.hypot(...away);
  const distance = Math.max(apart, where.sizeMm / 2);
  return {
    ...base,
    toward: apart > 1e-6 ? [away[0] / apart, away[1] / apart, away[2] / apart] : TO_EYE,
    sizeDeg: clamp(deg(Math.atan(where.sizeMm / 2 / distance)), 1, 45),
    strength: n.strength / (1 + (distance / (HALF_AT_SIZES * where.sizeMm)) ** 2),
    from: { at: away, sizeMm: where.sizeMm, strength: n.strength },
  };
}

/** The rig as a part rolled by `rollDeg` meets it at its place. */
export function partLight(rig: Rig, rollDeg: number, at: typeof NO_PLACE = NO_PLACE): PartLight {
  const back = -rad(rollDeg);
  return {
    key: turnZ(keyDirection(rig), back),
    up: turnZ(upDirection(rig), back),
    lamp: rig.lamp,
    horizon: Math.sin(rad(rig.horizonDeg)),
    neighbours: rig.neighbours.map((n) => {
      const met = neighbourFrom(n, at);
      const from = met.from && { ...met.from, at: turnZ(met.from.at, back) };
      return { ...met, toward: turnZ(met.toward, back), from };
    }),
  };
}
