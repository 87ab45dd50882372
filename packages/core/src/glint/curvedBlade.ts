import type { Facet } from '../form/index.js';
import type { PartLight } from '../rig/index.js';
import { mixNumbers, type Vec3 } from '../units/index.js';
import { faceLit } from './facing.js';

/** A place along a curved blade that catches the light, and how much of it. */
export interface Caught {
  /** Along the facet, 0 heel to 1 tip. */
  readonly centre: number;
  /** Value of its light, 0..1. */
  readonly caught: number;
}

/** Places by rank, outside and inside of the bend: the bend itself, then the ends; no two meet across the ridge. */
const OUTSIDE = [0.52, 0.9, 0.12] as const;
const INSIDE = [0.16, 0.76, 0.4] as const;
/** Value of the light at each of them where it faces the light, and the share that is left turned away from it. */
const PEAKS = [1, 0.74, 0.5] as const;
const TURNED_AWAY = 0.55;

/** The normal of a facet at a place along its curve: turned with the blade. */
export function turnedAlong([x, y, z]: Vec3, angle: number): Vec3 {
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  return [x * cos - y * sin, x * sin + y * cos, z];
}

/** Where a curved blade catches the light: at its bend and its ends, each by how its own stretch faces the light. */
export function endsLit(
  { angleAt, outside }: NonNullable<Facet['bend']>,
  normal: Vec3,
  light: PartLight,
): Caught[] {
  return (outside ? OUTSIDE : INSIDE).map((centre, rank) => {
    const lit = faceLit(turnedAlong(normal, angleAt(centre)), light);
    return { centre, caught: PEAKS[rank] * mixNumbers(TURNED_AWAY, 1, lit) };
  });
}
