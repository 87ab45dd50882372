import { lightAt, type Lamp } from './lamps.js';
import { CLIPPED, type LuminanceImage } from './luminanceImage.js';
import type { Sample } from './samples.js';
import type { PointSolver } from './solve.js';

/** What a point is solved from: photos, their lamps, and which of them are used. */
export interface SolvedFrom {
  readonly images: readonly LuminanceImage[];
  readonly lamps: readonly Lamp[];
  readonly use: readonly boolean[];
}

/** Asks a solver for the normal of one point; false where the photos tell too little. What is burnt out tells nothing. */
export function solveAt(solver: PointSolver, { images, lamps, use }: SolvedFrom, at: Sample): boolean {
  for (let k = 0; k < images.length; k++) {
    const v = images[k].light[at.i];
    solver.seen[k] = !use[k] || v >= CLIPPED ? -1 : v;
    lightAt(lamps[k], at.x, at.y, at.z, solver.lights, 3 * k);
  }
  return solver.solve();
}
