import { solveLinear } from '../units/index.js';

/** Gathers what points say of how photos were exposed against each other. */
export interface Exposures {
  /**
   * One point: its light in each photo (room's light taken off), light vectors of lamps of strength 1 there, three
   * numbers a photo, and which photos light it.
   */
  add(seen: Float64Array, lights: Float64Array, lit: Uint8Array): void;
  /** Strength of each photo's lamp, mean 1; null where the points tell too little. */
  solve(): number[] | null;
}

const LEAST_LIT = 5;
const LEAST_POINTS = 80;
const POWER_ROUNDS = 60;

/**
 * Light of a point in n photos is E L b: the exposures, the lamps, its scaled normal. Brought back by the right
 * exposures it lies in the space that L spans; what sticks out of it, N diag(I) x, is linear in x = 1 / exposure. The x
 * that makes it least over all points is the eigenvector of the smallest eigenvalue of the sum of N * (I I^T), found at
 * once, where turns of "normals, then exposures" would crawl.
 */
export function exposures(photos: number): Exposures {
  const m = Array.from({ length: photos }, () => new Float64Array(photos));
  const mine = new Int32Array(photos);
  // Columns of (L^T L)^-1 L^T, three numbers a photo.
  const columns = new Float64Array(3 * photos);
  let points = 0;
  return {
    add(seen, lights, lit) {
      let count = 0;
      for (let k = 0; k < photos; k++) if (lit[k]) mine[count++] = k;
      if (count < LEAST_LIT) return;
      let [a, b, c, d, e, f, size] = [0, 0, 0, 0, 0, 0, 0];
      for (let p = 0; p < count; p++) {
        const k = mine[p];
        const x = lights[3 * k];
        const y = lights[3 * k + 1];
        const z = lights[3 * k + 2];
        a += x * x;
        b += x * y;
        c += x * z;
        d += y * y;
        e += y * z;
        f += z * z;
        size += seen[k] * seen[k];
      }
      const det = a * (d * f - e * e) - b * (b * f - e * c) + c * (b * e - d * c);
      const mean = (a + d + f) / 3;
      if (!(det > 1e-9 * mean * mean * mean)) return;
      for (let p = 0; p < count; p++) {
        const k = mine[p];
        const x = lights[3 * k];
        const y = lights[3 * k + 1];
        const z = lights[3 * k + 2];
        columns[3 * k] = (x * (d * f - e * e) + y * (c * e - b * f) + z * (b * e - c * d)) / det;
        columns[3 * k + 1] = (x * (c * e - b * f) + y * (a * f - c * c) + z * (b * c - a * e)) / det;
        columns[3 * k + 2] = (x * (b * e - c * d) + y * (b * c - a * e) + z * (a * d - b * b)) / det;
      }
      for (let p = 0; p < count; p++)
        for (let q = 0; q < count; q++) {
          const k = mine[p];
          const l = mine[q];
          const n =
            (p === q ? 1 : 0) -
            (lights[3 * k] * columns[3 * l] +
              lights[3 * k + 1] * columns[3 * l + 1] +
              lights[3 * k + 2] * columns[3 * l + 2]);
          // Every point counts alike, dark or bright.
          m[k][l] += (n * seen[k] * seen[l]) / (size || 1);
        }
      points++;
    },
    solve() {
      const known = m.flatMap((row, k) => (row[k] > 0 ? [k] : []));
      if (points < LEAST_POINTS || known.length < LEAST_LIT) return null;
      // Noise adds to the diagonal and would favour photos that add little there: the least is sought of
      // x M x / x diag(M) x (as in errors-in-variables fits), by inverse iteration.
      const own = known.map((k) => m[k][k]);
      const matrix = known.map((k, i) => known.map((l) => m[k][l] + (k === l ? 1e-9 * own[i] : 0)));
      let x = known.map(() => 1);
      for (let round = 0; round < POWER_ROUNDS; round++) {
        const next = solveLinear(
          matrix.map((row) => [...row]),
          x.map((v, i) => v * own[i]),
        );
        if (!next) return null;
        const long = Math.hypot(...next);
        x = next.map((v) => v / long);
      }
      if (x.some((v) => v * x[0] <= 0)) return null;
      const strengths = m.map(() => 1);
      known.forEach((k, i) => (strengths[k] = 1 / Math.abs(x[i])));
      const mean = known.reduce((s, k) => s + strengths[k], 0) / known.length;
      return strengths.map((v, k) => (m[k][k] > 0 ? v / mean : 1));
    },
  };
}
