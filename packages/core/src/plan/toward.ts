import { NOTHING, placeOfPoint, turn, type Point } from '../form/index.js';
import type { PreparedPart } from '../glint/index.js';
import { rad } from '../units/index.js';

/**
 * From the middle of a part to the middle of what is weighted on its canonical points, in mm in the part's own frame;
 * null where nothing weighs.
 */
export function centreOff(p: PreparedPart, weightAt: (i: number) => number): Point | null {
  const { grid, patch } = p.shape.canonical;
  let [x, y, sum] = [0, 0, 0];
  let [cx, cy, count] = [0, 0, 0];
  for (let i = 0; i < patch.length; i++) {
    if (patch[i] === NOTHING) continue;
    const at = placeOfPoint(grid, i);
    cx += at[0];
    cy += at[1];
    count++;
    const weight = weightAt(i);
    x += weight * at[0];
    y += weight * at[1];
    sum += weight;
  }
  return sum === 0 ? null : [x / sum - cx / count, y / sum - cy / count];
}

/** A direction of the part's own frame as the picture shows it. */
export const inPicture = (p: PreparedPart, [x, y]: Point): Point => turn(x, y, rad(p.part.place.rollDeg));
