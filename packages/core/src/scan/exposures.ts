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
  const m = Array.from({ length: photos }, () => new Array<number>(photos).fill(0));
  let points = 0;
  return {
    add(seen, lights, lit) {
      const mine: number[] = [];
      for (let k = 0; k < photos; k++) if (lit[k]) mine.push(k);
      if (mine.length < LEAST_LIT) return;
      const a = [[0, 0, 0], [0, 0, 0], [0, 0, 0]]; // prettier-ignore
      for (const k of mine) for (let i = 0; i < 3; i++) for (let j = 0; j < 3; j++) a[i][j] += lights[3 * k + i] * lights[3 * k + j];
      // Columns of (L^T L)^-1 L^T, one solve a photo.
      const columns = mine.map((k) => solveLinear(a.map((row) => [...row]), [lights[3 * k], lights[3 * k + 1], lights[3 * k + 2]]));
      if (columns.some((c) => c === null)) return;
      const size = mine.reduce((s, k) => s + seen[k] * seen[k], 0) || 1;
      mine.forEach((k, p) =>
        mine.forEach((l, q) => {
          const [x, y, z] = columns[q]!;
          const n = (p === q ? 1 : 0) - (lights[3 * k] * x + lights[3 * k + 1] * y + lights[3 * k + 2] * z);
          // Every point counts alike, dark or bright.
          m[k][l] += (n * seen[k] * seen[l]) / size;
        }),
      );
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
} // prettier-ignore
