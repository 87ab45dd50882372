/**
 * One point's share of photometric stereo (Woodham 1980): from its light in each photo and each lamp's light vector
 * there, the albedo-scaled normal that explains them best, by least squares over the photos that agree.
 *
 * Shadows and glints are outliers with a sign: what is darker than Lambert's law says lies in shadow, what is brighter
 * shines. Both are dropped while at least `LEAST_KEPT` photos remain.
 */
export interface PointSolver {
  /** Light of the point in each photo; below 0 where a photo tells nothing (clipped). */
  readonly seen: Float64Array;
  /** Light vectors, three numbers a photo. */
  readonly lights: Float64Array;
  /** After `solve`: the scaled normal, how much the lamps enlarge an error (squared), and the spread of what is left over. */
  readonly found: Float64Array;
  /** After `solve`: 1 for each photo that was used. */
  readonly used: Uint8Array;
  /** Light of the room that every point gets, as a share of its albedo. */
  ambient: number;
  solve(): boolean;
}

const LEAST_KEPT = 4;
const ROUNDS = 3;

export function pointSolver(photos: number): PointSolver {
  const seen = new Float64Array(photos);
  const lights = new Float64Array(3 * photos);
  const found = new Float64Array(5);
  const used = new Uint8Array(photos);
  const left = new Float64Array(photos);
  const self: PointSolver = { seen, lights, found, used, ambient: 0, solve };

  /** Least squares over the photos in use, by the normal equations and Cramer's rule. False where they tell too little. */
  function fit(): boolean {
    let [a, b, c, d, e, f, p, q, r] = [0, 0, 0, 0, 0, 0, 0, 0, 0];
    // The room's light is an unknown share of an unknown albedo: taken off with the albedo of the round before.
    const albedo = Math.sqrt(found[0] * found[0] + found[1] * found[1] + found[2] * found[2]);
    for (let i = 0; i < photos; i++) {
      if (!used[i]) continue;
      const [x, y, z] = [lights[3 * i], lights[3 * i + 1], lights[3 * i + 2]];
      const v = seen[i] - self.ambient * albedo;
      a += x * x;
      b += x * y;
      c += x * z;
      d += y * y;
      e += y * z;
      f += z * z;
      p += x * v;
      q += y * v;
      r += z * v;
    }
    const det = a * (d * f - e * e) - b * (b * f - e * c) + c * (b * e - d * c);
    const size = (a + d + f) / 3;
    if (!(det > 1e-4 * size * size * size)) return false;
    found[0] = (p * (d * f - e * e) - b * (q * f - e * r) + c * (q * e - d * r)) / det;
    found[1] = (a * (q * f - e * r) - p * (b * f - e * c) + c * (b * r - q * c)) / det;
    found[2] = (a * (d * r - q * e) - b * (b * r - q * c) + p * (b * e - d * c)) / det;
    found[3] = (d * f - e * e + a * f - c * c + a * d - b * b) / det;
    return true;
  }

  function count() {
    let n = 0;
    for (let i = 0; i < photos; i++) n += used[i];
    return n;
  }

  /** To begin with the brightest: shadows are dark. */
  function begin() {
    let top = 0;
    for (let i = 0; i < photos; i++) top = Math.max(top, seen[i]);
    for (let i = 0; i < photos; i++) used[i] = seen[i] > 0.22 * top ? 1 : 0;
    for (let floor = 0.16; count() < LEAST_KEPT && floor > -0.01; floor -= 0.08)
      for (let i = 0; i < photos; i++) if (seen[i] >= 0 && seen[i] > floor * top) used[i] = 1;
  }

  function solve(): boolean {
    found.fill(0);
    begin();
    if (!fit()) return false;
    if (self.ambient > 0) fit();
    for (let round = 0; round < ROUNDS; round++) {
      const albedo = Math.sqrt(found[0] * found[0] + found[1] * found[1] + found[2] * found[2]);
      let changed = false;
      for (let i = 0; i < photos; i++) {
        const lit = lights[3 * i] * found[0] + lights[3 * i + 1] * found[1] + lights[3 * i + 2] * found[2];
        left[i] = seen[i] < 0 ? NaN : seen[i] - self.ambient * albedo - Math.max(0, lit);
        // Turned away, or darker or brighter than can be: shadow and shine.
        const off = left[i] / (0.05 * albedo + 0.12 * Math.max(0, lit));
        const keep = seen[i] < 0 || lit < 0.04 * albedo || off < -1.6 || off > 2.2 ? 0 : 1;
        if (keep !== used[i]) changed = true;
        used[i] = keep;
      }
      if (!changed) break;
      // Too few left: those that disagree least come back.
      while (count() < LEAST_KEPT) {
        let next = -1;
        for (let i = 0; i < photos; i++)
          if (!used[i] && seen[i] >= 0 && (next < 0 || Math.abs(left[i]) < Math.abs(left[next]))) next = i;
        if (next < 0) break;
        used[next] = 1;
      }
      if (!fit()) return false;
    }
    let [sum, n] = [0, 0];
    const albedo = Math.sqrt(found[0] * found[0] + found[1] * found[1] + found[2] * found[2]);
    for (let i = 0; i < photos; i++) {
      if (!used[i]) continue;
      const lit = lights[3 * i] * found[0] + lights[3 * i + 1] * found[1] + lights[3 * i + 2] * found[2];
      sum += (seen[i] - self.ambient * albedo - lit) ** 2;
      n++;
    }
    found[4] = Math.sqrt(sum / Math.max(1, n - 3)) / Math.max(1e-6, albedo);
    return found[2] > 0 && albedo > 0;
  }

  return self;
}
