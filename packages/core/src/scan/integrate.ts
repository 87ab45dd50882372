/**
 * A height field whose slopes come nearest to given ones, by least squares over neighbouring points, each pair weighed
 * by how far both can be believed (Poisson's equation; coarse to fine, each level by Gauss-Seidel with over-relaxation).
 * @param gx, gy slope per point to the right and downward
 * @param weight 0..1 a point
 * @returns heights in the unit of the slopes times a point, mean 0
 */
export function integrated(
  width: number,
  height: number,
  gx: Float32Array,
  gy: Float32Array,
  weight: Float32Array,
): Float32Array {
  const z = solveLevel(width, height, gx, gy, weight);
  let mean = 0;
  for (const v of z) mean += v / z.length;
  return z.map((v) => v - mean);
}

const SMALLEST = 24;
const SWEEPS = 20;
const RELAX = 1.7;
const LEAST = 1e-3;

function solveLevel(
  w: number,
  h: number,
  gx: Float32Array,
  gy: Float32Array,
  weight: Float32Array,
): Float32Array {
  const z = new Float32Array(w * h);
  const small = Math.min(w, h) <= SMALLEST;
  if (!small) {
    const [cw, ch] = [Math.ceil(w / 2), Math.ceil(h / 2)];
    const [cx, cy, cweight] = [
      new Float32Array(cw * ch),
      new Float32Array(cw * ch),
      new Float32Array(cw * ch),
    ];
    for (let r = 0; r < ch; r++)
      for (let c = 0; c < cw; c++) {
        let sx = 0;
        let sy = 0;
        let s = 0;
        let n = 0;
        for (let dr = 0; dr < 2; dr++)
          for (let dc = 0; dc < 2; dc++) {
            const rr = Math.min(h - 1, 2 * r + dr);
            const cc = Math.min(w - 1, 2 * c + dc);
            const i = rr * w + cc;
            const weigh = weight[i] + LEAST;
            sx += weigh * gx[i];
            sy += weigh * gy[i];
            s += weigh;
            n++;
          }
        // A step of the coarse raster is two of the fine one.
        cx[r * cw + c] = (2 * sx) / s;
        cy[r * cw + c] = (2 * sy) / s;
        cweight[r * cw + c] = s / n;
      }
    const coarse = solveLevel(cw, ch, cx, cy, cweight);
    for (let r = 0; r < h; r++)
      for (let c = 0; c < w; c++) {
        const fc = Math.max(0, Math.min(cw - 1, (c - 0.5) / 2));
        const fr = Math.max(0, Math.min(ch - 1, (r - 0.5) / 2));
        const c0 = Math.floor(fc);
        const r0 = Math.floor(fr);
        const c1 = Math.min(cw - 1, c0 + 1);
        const r1 = Math.min(ch - 1, r0 + 1);
        const tc = fc - c0;
        const tr = fr - r0;
        z[r * w + c] =
          (coarse[r0 * cw + c0] * (1 - tc) + coarse[r0 * cw + c1] * tc) * (1 - tr) +
          (coarse[r1 * cw + c0] * (1 - tc) + coarse[r1 * cw + c1] * tc) * tr;
      }
  }
  const sweeps = small ? 400 : SWEEPS;
  for (let sweep = 0; sweep < sweeps; sweep++)
    for (let r = 0; r < h; r++)
      for (let c = 0; c < w; c++) {
        const i = r * w + c;
        let sum = 0;
        let total = 0;
        // The slope between two points is the mean of theirs, believed as far as the less sure of both.
        if (c > 0) {
          const k = Math.min(weight[i], weight[i - 1]) + LEAST;
          sum += k * (z[i - 1] + (gx[i] + gx[i - 1]) / 2);
          total += k;
        }
        if (c < w - 1) {
          const k = Math.min(weight[i], weight[i + 1]) + LEAST;
          sum += k * (z[i + 1] - (gx[i] + gx[i + 1]) / 2);
          total += k;
        }
        if (r > 0) {
          const k = Math.min(weight[i], weight[i - w]) + LEAST;
          sum += k * (z[i - w] + (gy[i] + gy[i - w]) / 2);
          total += k;
        }
        if (r < h - 1) {
          const k = Math.min(weight[i], weight[i + w]) + LEAST;
          sum += k * (z[i + w] - (gy[i] + gy[i + w]) / 2);
          total += k;
        }
        z[i] += RELAX * (sum / total - z[i]);
      }
  return z;
}
