/** Normals farther apart than about this, in radians, do not mix: a fold stays a fold. */
const APART = 0.16;
const REACH = 2;

/**
 * Normals with the sensor's noise taken out: each becomes the mean of those within two points that face about as it
 * does, weighed by how far they can be believed (a bilateral filter; Tomasi and Manduchi 1998).
 */
export function denoised(
  width: number,
  height: number,
  nx: Float32Array,
  ny: Float32Array,
  confidence: Uint8Array,
): { nx: Float32Array; ny: Float32Array } {
  const outX = nx.slice();
  const outY = ny.slice();
  const fall = 1 / (2 * APART * APART);
  for (let r = REACH; r < height - REACH; r++)
    for (let c = REACH; c < width - REACH; c++) {
      const i = r * width + c;
      if (confidence[i] === 0) continue;
      const x = nx[i];
      const y = ny[i];
      let sx = 0;
      let sy = 0;
      let sum = 0;
      for (let dr = -REACH; dr <= REACH; dr++)
        for (let j = i + dr * width - REACH, end = j + 2 * REACH; j <= end; j++) {
          const dx = nx[j] - x;
          const dy = ny[j] - y;
          const off = (dx * dx + dy * dy) * fall;
          if (off > 4 || confidence[j] === 0) continue;
          // Near enough to exp(-off), and smooth.
          const t = 1 - off / 4;
          const w = t * t * t * t * confidence[j];
          sx += w * nx[j];
          sy += w * ny[j];
          sum += w;
        }
      outX[i] = sx / sum;
      outY[i] = sy / sum;
    }
  return { nx: outX, ny: outY };
}
