import { rad } from '../units/index.js';
import type { Sculpt } from './sculpt.js';

/** The card behind a miniature faces the camera to so many degrees, as a scan tells it. */
const FACES_DEG = 22;
/** A ground is seen at three sides of the picture; what is cut off at one or two is the miniature itself. */
const SIDES = 3;

/** Which sides of a picture some points lie at: left, right, top, bottom. */
function sidesOf(cells: readonly number[], { width, height }: Pick<Sculpt, 'width' | 'height'>): number {
  const sides = [false, false, false, false];
  for (const i of cells) {
    const [c, r] = [i % width, Math.floor(i / width)];
    sides[0] ||= c <= 1;
    sides[1] ||= c >= width - 2;
    sides[2] ||= r <= 1;
    sides[3] ||= r >= height - 2;
  }
  return sides.filter(Boolean).length;
}

/**
 * The card that a scanned miniature stands before: what faces the camera and runs on, without turning away, to at least
 * three sides of the picture. Nothing for a sculpt of a 3D file, where nothing stands behind.
 * @param nz third part of the normals
 * @returns 1 where the ground is, row by row
 */
export function groundOf(s: Sculpt, nz: Float32Array): Uint8Array {
  const { width: w, height: h, confidence } = s;
  const least = Math.cos(rad(FACES_DEG));
  const ground = new Uint8Array(w * h);
  const seen = new Uint8Array(w * h);
  const flat = (i: number) => confidence[i] > 0 && nz[i] >= least;
  for (let start = 0; start < seen.length; start++) {
    const [c0, r0] = [start % w, Math.floor(start / w)];
    const atBorder = c0 === 0 || r0 === 0 || c0 === w - 1 || r0 === h - 1;
    if (!atBorder || seen[start] || !flat(start)) continue;
    const cells = [start];
    seen[start] = 1;
    for (let k = 0; k < cells.length; k++) {
      const i = cells[k];
      const c = i % w;
      for (const j of [c > 0 ? i - 1 : -1, c < w - 1 ? i + 1 : -1, i - w, i + w])
        if (j >= 0 && j < seen.length && !seen[j] && flat(j)) {
          seen[j] = 1;
          cells.push(j);
        }
    }
    if (sidesOf(cells, s) >= SIDES) for (const i of cells) ground[i] = 1;
  }
  return ground;
}
