import { everyNth, groundOf, type IsFree, type Sculpt } from '../sculpt/index.js';

/** Heights are looked up on a raster so much coarser. */
const EVERY = 3;
/** Heights of a scan are believed to so much, mm: what stands out by less shuts out nothing. */
const BELIEVED_MM = 0.1;
/** A ray that leaves the eye more steeply than this meets what stands behind, of which a scan knows nothing: it is free. */
const AWAY = -0.3;

/**
 * Whether a ray goes free of a scan's own relief, followed cell by cell. What the eye does not see behind a step shuts
 * out nothing.
 */
export function freeOfRelief(sculpt: Sculpt): IsFree {
  const { width, height, pxPerMm } = sculpt;
  const { s, nz } = everyNth(sculpt, EVERY);
  const { width: w, height: h } = s;
  // The card behind the miniature is left out: how deep below it lies a lamp does not show.
  const ground = groundOf(s, nz);
  const heights = s.heightMm.map((z, i) => (s.confidence[i] > 0 && !ground[i] ? z : -Infinity));
  const highest = heights.reduce((a, b) => Math.max(a, b), -Infinity);
  const cellMm = EVERY / pxPerMm;
  return ([x, y, z], [dx, dy, dz]) => {
    const level = Math.hypot(dx, dy);
    if (level < 1e-6 || dz < AWAY) return true;
    const [stepX, stepY, rise] = [dx / level, -dy / level, (dz / level) * cellMm];
    // Column and row, in cells of the coarse raster.
    let c = (width / 2 + x * pxPerMm) / EVERY;
    let r = (height / 2 - y * pxPerMm) / EVERY;
    for (let above = z; ;) {
      c += stepX;
      r += stepY;
      above += rise;
      if (!(c >= 0 && r >= 0 && c < w && r < h) || (rise >= 0 && above > highest)) return true;
      if (heights[(r | 0) * w + (c | 0)] > above + BELIEVED_MM) return false;
    }
  };
}
