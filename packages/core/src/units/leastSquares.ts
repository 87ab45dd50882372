/** Solves a small linear system by elimination with pivots; null where it has no single solution. Rows are changed. */
export function solveLinear(rows: number[][], right: number[]): number[] | null {
  const n = right.length;
  for (let c = 0; c < n; c++) {
    let pivot = c;
    for (let r = c + 1; r < n; r++) if (Math.abs(rows[r][c]) > Math.abs(rows[pivot][c])) pivot = r;
    if (Math.abs(rows[pivot][c]) < 1e-12) return null;
    [rows[c], rows[pivot]] = [rows[pivot], rows[c]];
    [right[c], right[pivot]] = [right[pivot], right[c]];
    for (let r = c + 1; r < n; r++) {
      const f = rows[r][c] / rows[c][c];
      for (let k = c; k < n; k++) rows[r][k] -= f * rows[c][k];
      right[r] -= f * right[c];
    }
  }
  const x = new Array<number>(n).fill(0);
  for (let r = n - 1; r >= 0; r--) {
    let sum = right[r];
    for (let k = r + 1; k < n; k++) sum -= rows[r][k] * x[k];
    x[r] = sum / rows[r][r];
  }
  return x;
}

/** Equations added up one by one, for the unknowns that meet them best in the sum of squares. */
export interface NormalEquations {
  /** One equation: `terms` times the unknowns is `value`. */
  add(terms: readonly number[], value: number, weight?: number): void;
  /**
   * The unknowns; null where the equations do not tell them apart.
   * @param pull what is added to the diagonal of each unknown, drawing it toward 0 (Tikhonov)
   */
  solve(pull?: readonly number[]): number[] | null;
}

/** @example const line = normalEquations(2); line.add([x, 1], y); line.solve() // slope and height */
export function normalEquations(unknowns: number): NormalEquations {
  const rows = Array.from({ length: unknowns }, () => new Array<number>(unknowns).fill(0));
  const right = new Array<number>(unknowns).fill(0);
  return {
    add(terms, value, weight = 1) {
      for (let i = 0; i < unknowns; i++) {
        right[i] += weight * terms[i] * value;
        for (let j = 0; j < unknowns; j++) rows[i][j] += weight * terms[i] * terms[j];
      }
    },
    solve: (pull) =>
      solveLinear(
        rows.map((row, i) => row.map((v, j) => (i === j ? v + (pull?.[i] ?? 0) : v))),
        [...right],
      ),
  };
}

const ROUNDS = 60;
const STEP = 1e-5;

/**
 * Parameters that make residuals least in the sum of squares (Levenberg 1944, Marquardt 1963; slopes by central
 * differences). For a handful of parameters and some dozen residuals.
 * @param start where to begin
 */
export function leastSquares(
  residuals: (p: readonly number[]) => number[],
  start: readonly number[],
): number[] {
  let p = [...start];
  let r = residuals(p);
  const cost = (list: readonly number[]) => list.reduce((s, v) => s + v * v, 0);
  let best = cost(r);
  let damping = 1e-3;
  for (let round = 0; round < ROUNDS && best > 1e-18; round++) {
    const slopes = p.map((v, k) => {
      const h = STEP * Math.max(1, Math.abs(v));
      const [up, down] = [h, -h].map((d) => residuals(p.map((q, i) => (i === k ? q + d : q))));
      return up.map((u, i) => (u - down[i]) / (2 * h));
    });
    let moved = false;
    for (let tries = 0; tries < 8 && !moved; tries++) {
      const rows = slopes.map((a, i) =>
        slopes.map((b, k) => {
          const sum = a.reduce((s, v, m) => s + v * b[m], 0);
          return i === k ? sum * (1 + damping) + 1e-12 : sum;
        }),
      );
      const step = solveLinear(
        rows,
        slopes.map((a) => -a.reduce((s, v, m) => s + v * r[m], 0)),
      );
      if (step) {
        const next = p.map((v, i) => v + step[i]);
        const then = residuals(next);
        if (cost(then) < best) {
          const gain = best - cost(then);
          [p, r, best, moved] = [next, then, cost(then), true];
          damping = Math.max(1e-9, damping / 4);
          if (gain < 1e-15) return p;
          continue;
        }
      }
      damping *= 5;
    }
    if (!moved) break;
  }
  return p;
}
