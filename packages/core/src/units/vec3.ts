import { deg } from './angle.js';
import { clamp } from './clamp.js';

/** A direction or place in the view frame: x to the viewer's right, y up, z toward the viewer. */
export type Vec3 = readonly [x: number, y: number, z: number];

export const dot = (a: Vec3, b: Vec3): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];

export const add = (a: Vec3, b: Vec3): Vec3 => [a[0] + b[0], a[1] + b[1], a[2] + b[2]];

export const scale = (a: Vec3, by: number): Vec3 => [a[0] * by, a[1] * by, a[2] * by];

/** Square on both, by the right hand. */
export const cross = (a: Vec3, b: Vec3): Vec3 => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];

/** Unit vector along `a`. A zero vector has no direction and is refused. */
export function normalise(a: Vec3): Vec3 {
  const length = Math.hypot(a[0], a[1], a[2]);
  if (!(length > 0)) throw new RangeError('a zero vector has no direction');
  return [a[0] / length, a[1] / length, a[2] / length];
}

/** `a` turned about z (toward the viewer), counter-clockwise for a positive angle in radians. */
export function turnZ(a: Vec3, angle: number): Vec3 {
  const c = Math.cos(angle);
  const s = Math.sin(angle);
  return [a[0] * c - a[1] * s, a[0] * s + a[1] * c, a[2]];
}

/** `a` turned about a unit axis by the right hand, angle in radians. Rodrigues (1840). */
export function turnAbout(a: Vec3, axis: Vec3, angle: number): Vec3 {
  const c = Math.cos(angle);
  return add(add(scale(a, c), scale(cross(axis, a), Math.sin(angle))), scale(axis, dot(axis, a) * (1 - c)));
}

/** The eye looks along -z, so every surface sees it in this direction. */
export const TO_EYE: Vec3 = [0, 0, 1];

/** Angle between two directions of any length, in degrees. */
export const angleBetween = (a: Vec3, b: Vec3): number =>
  deg(Math.acos(clamp(dot(a, b) / (Math.hypot(...a) * Math.hypot(...b)), -1, 1)));
