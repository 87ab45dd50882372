/**
 * One point's share of photometric stereo (Woodham 1980): from its light in each photo and each lamp's light vector
 * there, the albedo-scaled normal that explains them best, by least squares over the photos that agree.
 *
 * Shadows and glints are outliers with a sign: what is darker than Lambert's law says lies in shadow, what is brighter
 * shines. Both are dropped while at least `LEAST_KEPT` photos remain; a little shine is believed less (one-sided weights
 * after Cauchy).
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
  /** Albedo of the primer; 0 where it is not known. Where few lamps reach, it stands in for one. */
  primer: number;
  solve(): boolean;
}

const LEAST_KEPT = 4;
/** So many lamps and the primer's albedo make a normal. */
const LEAST_LIT = 2;
/** How much the primer's albedo counts against one lamp. */
const PRIMER = 0.5;
const ROUNDS = 4;
/** So many of the brightest photos of a point are left out to begin with. */
const SHINY = 2;
/** Light above Lambert's law by so much of its allowance halves a photo's weight at a point. */
const SHINE = 0.7;

export function pointSolver(photos: number): PointSolver {
  const seen = new Float64Array(photos);
  const lights = new Float64Array(3 * photos);
  const found = new Float64Array(5);
  const used = new Uint8Array(photos);
  const left = new Float64Array(photos);
  const weight = new Float64Array(photos);
  const self: PointSolver = { seen, lights, found, used, ambient: 0, primer: 0, solve };

  /** Least squares over the photos in use, by the normal equations and Cramer's rule. False where they tell too little. */
  function fit(): boolean {
    let [a, b, c, d, e, f, p, q, r] = [0, 0, 0, 0, 0, 0, 0, 0, 0];
    // The room's light is an unknown share of an unknown albedo: taken off with the albedo of the round before.
    const albedo = Math.sqrt(found[0] * found[0] + found[1] * found[1] + found[2] * found[2]);
    for (let i = 0; i < photos; i++) {
      if (!used[i]) continue;
      const x = lights[3 * i];
      const y = lights[3 * i + 1];
      const z = lights[3 * i + 2];
      const w = weight[i];
      const v = w * (seen[i] - self.ambient * albedo);
      a += w * x * x;
      b += w * x * y;
      c += w * x * z;
      d += w * y * y;
      e += w * y * z;
      f += w * z * z;
      p += x * v;
      q += y * v;
      r += z * v;
    }
    // One paint: the scaled normal is as long as the primer is bright, along the normal of the round before.
    if (albedo > 0 && self.primer > 0 && count() < LEAST_KEPT) {
      const [x, y, z] = [found[0] / albedo, found[1] / albedo, found[2] / albedo];
      const v = PRIMER * self.primer;
      a += PRIMER * x * x;
      b += PRIMER * x * y;
      c += PRIMER * x * z;
      d += PRIMER * y * y;
      e += PRIMER * y * z;
      f += PRIMER * z * z;
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
    // The brightest may shine: they come back when the rest says they do not.
    for (let out = 0; out < SHINY && count() > LEAST_KEPT + 1; out++) {
      let most = -1;
      for (let i = 0; i < photos; i++) if (used[i] && (most < 0 || seen[i] > seen[most])) most = i;
      used[most] = 0;
    }
    for (let floor = 0.16; count() < LEAST_KEPT && floor > -0.01; floor -= 0.08)
      for (let i = 0; i < photos; i++) if (seen[i] >= 0 && seen[i] > floor * top) used[i] = 1;
  }

  function solve(): boolean {
    found.fill(0);
    weight.fill(1);
    begin();
    if (!fit()) return false;
    if (self.ambient > 0) fit();
    for (let round = 0; round < ROUNDS; round++) {
      const albedo = Math.sqrt(found[0] * found[0] + found[1] * found[1] + found[2] * found[2]);
      let changed = false;
      // Of four photos none can be spared.
      const spared = count() > LEAST_KEPT;
      for (let i = 0; i < photos; i++) {
        const lit = lights[3 * i] * found[0] + lights[3 * i + 1] * found[1] + lights[3 * i + 2] * found[2];
        left[i] = seen[i] < 0 ? NaN : seen[i] - self.ambient * albedo - Math.max(0, lit);
        // Turned away, or darker or brighter than can be: shadow and shine.
        const off = left[i] / (0.05 * albedo + 0.12 * Math.max(0, lit));
        // Shine adds light and never takes any.
        const shine = spared && off > 0 ? off / SHINE : 0;
        weight[i] = 1 / (1 + shine * shine);
        if (shine > 0.3) changed = true;
        const keep = seen[i] < 0 || lit < 0.04 * albedo || off < -1.6 || off > 2.2 ? 0 : 1;
        if (keep !== used[i]) changed = true;
        used[i] = keep;
      }
      if (!changed) break;
      // Too few left: those that disagree least come back.
      while (count() < (self.primer > 0 ? LEAST_LIT : LEAST_KEPT)) {
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
