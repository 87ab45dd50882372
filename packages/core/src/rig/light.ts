import type { Rig } from '../piece/index.js';
import { rad, turnZ, type Vec3 } from '../units/index.js';

/** What lights a part, in the part's own frame (roll undone), as unit vectors from the surface. */
export interface PartLight {
  /** Toward the main light. */
  readonly key: Vec3;
  /** Toward the sky of the surroundings. */
  readonly up: Vec3;
  /** Sine of the horizon's height. */
  readonly horizon: number;
  readonly neighbours: readonly NeighbourLight[];
}

export interface NeighbourLight {
  readonly toward: Vec3;
  /** Standard deviation of its angular size, in degrees. */
  readonly sizeDeg: number;
  readonly strength: number;
}

/** A direction by clock (hours) and height above the picture plane (degrees, toward the viewer), in the view frame. */
export function direction(clockHours: number, heightDeg: number): Vec3 {
  const c = rad(30 * clockHours);
  const h = rad(heightDeg);
  return [Math.sin(c) * Math.cos(h), Math.cos(c) * Math.cos(h), Math.sin(h)];
}

/** Toward the main light, in the view frame. */
export const keyDirection = (rig: Rig): Vec3 => direction(rig.keyClockHours, rig.keyHeightDeg);

/** World up in the view frame: the painter looks down on the piece by the view elevation, and the piece may lean. */
export function upDirection(rig: Rig): Vec3 {
  const a = rad(rig.viewElevationDeg);
  return turnZ([0, Math.cos(a), Math.sin(a)], rad(rig.leanDeg));
}

/** The rig as a part rolled by `rollDeg` meets it. */
export function partLight(rig: Rig, rollDeg: number): PartLight {
  const back = -rad(rollDeg);
  return {
    key: turnZ(keyDirection(rig), back),
    up: turnZ(upDirection(rig), back),
    horizon: Math.sin(rad(rig.horizonDeg)),
    neighbours: rig.neighbours.map((n) => ({
      toward: turnZ(direction(n.clockHours, n.heightDeg), back),
      sizeDeg: n.sizeDeg / 2,
      strength: n.strength,
    })),
  };
}
