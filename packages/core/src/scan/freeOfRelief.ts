import { groundOf, type IsFree, type Sculpt } from '../sculpt/index.js';

/** Heights are looked up on a raster so much coarser. */
const EVERY = 3;
/** Heights of a scan are believed to so much, mm: what stands out by less shuts out nothing. */
const BELIEVED_MM = 0.1;
/** A ray that leaves the eye more steeply than this meets what stands behind, of which a scan knows nothing: it is free. */
const AWAY = -0.3;

type Relief = Omit<Sculpt, 'visibility'>;

/** Every third point of a relief each way. */
function coarser({ width, height, pxPerMm, nx, ny, heightMm, confidence, stepsHold }: Relief): Relief {
  const [w, h] = [Math.ceil(width / EVERY), Math.ceil(height / EVERY)];
  const at = Int32Array.from({ length: w * h }, (_, k) => {
    const [r, c] = [Math.floor(k / w), k % w];
    return Math.min(height - 1, r * EVERY + 1) * width + Math.min(width - 1, c * EVERY + 1);
  });
  const picked = (plane: Float32Array) => Float32Array.from(at, (i) => plane[i]);
  return {
    width: w,
    height: h,
    pxPerMm: pxPerMm / EVERY,
    nx: picked(nx),
    ny: picked(ny),
    heightMm: picked(heightMm),
    confidence: Uint8Array.from(at, (i) => confidence[i]),
    stepsHold,
  };
}

/** Heights of the miniature alone; -Infinity on the card behind it, whose depth below it a lamp does not show. */
function ownHeights(s: Relief): Float32Array {
  const nz = s.nx.map((x, i) => Math.sqrt(Math.max(0, 1 - x * x - s.ny[i] * s.ny[i])));
  const ground = groundOf(s, nz);
  return s.heightMm.map((z, i) => (s.confidence[i] > 0 && !ground[i] ? z : -Infinity));
}

/**
 * Whether a ray goes free of a scan's own relief, followed cell by cell. What the eye does not see behind a step shuts
 * out nothing.
 */
export function freeOfRelief(sculpt: Relief): IsFree {
  const { width, height, pxPerMm } = sculpt;
  const coarse = coarser(sculpt);
  const heights = ownHeights(coarse);
  const { width: w, height: h } = coarse;
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
