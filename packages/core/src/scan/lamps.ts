import { normalise, type Vec3 } from '../units/index.js';

/** A lamp as the solver sees it: where it stands, or, where that is far, whence its light comes. */
export interface Lamp {
  /** Unit vector from the middle of the picture to the lamp. */
  readonly toward: Vec3;
  /** Distance from the middle of the picture in mm; null for one so far that its light is even. */
  readonly awayMm: number | null;
  /** Its light on the middle of the picture, in a unit common to all photos. */
  readonly strength: number;
}

/**
 * The lamp's place from its direction as seen at the ball: it lies on that line, at the known distance from the
 * picture's middle. With a lamp at 200 mm both directions differ by 5 to 10 degrees.
 * @param ballMm place of the ball from the picture's middle
 */
export function lampPlaced(fromBall: Vec3, ballMm: Vec3, awayMm: number | null): Vec3 {
  if (awayMm === null) return fromBall;
  const along = ballMm[0] * fromBall[0] + ballMm[1] * fromBall[1] + ballMm[2] * fromBall[2];
  const far2 = ballMm[0] ** 2 + ballMm[1] ** 2 + ballMm[2] ** 2;
  const t = -along + Math.sqrt(Math.max(0, along * along - far2 + awayMm * awayMm));
  return normalise([ballMm[0] + t * fromBall[0], ballMm[1] + t * fromBall[1], ballMm[2] + t * fromBall[2]]);
}

/** Writes into `out` the light vector at a place in mm: its direction, as long as its light there is strong. */
export function lightAt(
  { toward, awayMm, strength }: Lamp,
  x: number,
  y: number,
  z: number,
  out: Float64Array,
  at: number,
): void {
  if (awayMm === null) {
    out[at] = toward[0] * strength;
    out[at + 1] = toward[1] * strength;
    out[at + 2] = toward[2] * strength;
    return;
  }
  const dx = toward[0] * awayMm - x;
  const dy = toward[1] * awayMm - y;
  const dz = toward[2] * awayMm - z;
  const far2 = dx * dx + dy * dy + dz * dz;
  // Falls with the square of the distance.
  const f = (strength * awayMm * awayMm) / (far2 * Math.sqrt(far2));
  out[at] = dx * f;
  out[at + 1] = dy * f;
  out[at + 2] = dz * f;
}
