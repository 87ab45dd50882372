// A field's surface as triangles, with its edges kept: dual contouring (Ju, Losasso, Schaefer and Warren 2002) on a grid
// of which only what is near the surface is looked at.

/** How much the mean of the crossings counts beside their planes: keeps flat places from sliding. */
const TO_MEAN = 0.03;
const BLOCK = 8;
/** Not looked at. Exact as a 32-bit number. */
const FAR = 2 ** 30;

/** Solves the symmetric 3 x 3 system [a b c; b d e; c e f] v = r (Cramer). */
function solved([a, b, c, d, e, f], [x, y, z]) {
  const [A, B, C] = [d * f - e * e, c * e - b * f, b * e - c * d];
  const det = a * A + b * B + c * C;
  return [
    (A * x + B * y + C * z) / det,
    (B * x + (a * f - c * c) * y + (b * c - a * e) * z) / det,
    (C * x + (b * c - a * e) * y + (a * d - b * b) * z) / det,
  ];
}

/**
 * Values of a field on a grid, near its surface alone; far from it the marker stays.
 * @returns values, places along each axis, and the blocks near the surface by their first place
 */
function valuesNear(field, { low, high, step }) {
  const [nx, ny, nz] = low.map((l, k) => Math.ceil((high[k] - l) / step / BLOCK) * BLOCK + 1);
  const value = new Float32Array(nx * ny * nz).fill(FAR);
  const reach = step * BLOCK * 0.5 * Math.sqrt(3) * 1.5 + step;
  const near = [];
  const fill = ([i, j, k]) => {
    for (let c = k; c <= k + BLOCK; c++)
      for (let b = j; b <= j + BLOCK; b++)
        for (let a = i; a <= i + BLOCK; a++) {
          const p = a + nx * (b + ny * c);
          if (value[p] === FAR) value[p] = field(low[0] + a * step, low[1] + b * step, low[2] + c * step);
        }
  };
  for (let k = 0; k < nz - 1; k += BLOCK)
    for (let j = 0; j < ny - 1; j += BLOCK)
      for (let i = 0; i < nx - 1; i += BLOCK) {
        const mid = [i, j, k].map((v, n) => low[n] + (v + BLOCK / 2) * step);
        if (Math.abs(field(...mid)) > reach) continue;
        near.push([i, j, k]);
        fill([i, j, k]);
      }
  return { value, near, nx, ny, strides: [1, nx, nx * ny] };
}

/** Where edges of the grid meet the surface, and how it lies there; kept for the four cells round an edge. */
function crossingsOf(field, { low, step }, { value, nx, ny, strides }) {
  const e = step * 0.04;
  const slope = (x, y, z) => {
    const g = [
      field(x + e, y, z) - field(x - e, y, z),
      field(x, y + e, z) - field(x, y - e, z),
      field(x, y, z + e) - field(x, y, z - e),
    ];
    const long = Math.hypot(...g) || 1;
    return g.map((v) => v / long);
  };
  const known = new Map();
  return (p, axis) => {
    const before = known.get(3 * p + axis);
    if (before) return before;
    const start = [p % nx, Math.floor(p / nx) % ny, Math.floor(p / (nx * ny))].map(
      (v, n) => low[n] + v * step,
    );
    let [t0, t1, v0, v1] = [0, 1, value[p], value[p + strides[axis]]];
    let where = start;
    for (let n = 0; n < 6; n++) {
      // Halving every other time keeps a steep field from holding one end.
      const t = n % 2 ? (t0 + t1) / 2 : t0 + ((t1 - t0) * v0) / (v0 - v1);
      where = start.map((v, m) => (m === axis ? v + t * step : v));
      const v = field(...where);
      if (Math.abs(v) < 1e-4) break;
      if (v < 0 === v0 < 0) [t0, v0] = [t, v];
      else [t1, v1] = [t, v];
    }
    const made = { where, normal: slope(...where) };
    known.set(3 * p + axis, made);
    return made;
  };
}

/** The place in a cell where the planes of its crossings meet best, beside their mean. */
function corner(found) {
  const mean = [0, 1, 2].map((k) => found.reduce((s, f) => s + f.where[k], 0) / found.length);
  const m = [TO_MEAN, 0, 0, TO_MEAN, 0, TO_MEAN];
  const r = [0, 0, 0];
  for (const {
    where,
    normal: [a, b, c],
  } of found) {
    const off = a * (where[0] - mean[0]) + b * (where[1] - mean[1]) + c * (where[2] - mean[2]);
    [a * a, a * b, a * c, b * b, b * c, c * c].forEach((v, n) => (m[n] += v));
    [a, b, c].forEach((v, n) => (r[n] += v * off));
  }
  const moved = solved(m, r);
  return mean.map((v, k) => v + moved[k]);
}

/** One vertex a cell, made when it is first asked for. */
function verticesOf({ low, step }, { value, nx, ny, strides }, crossing) {
  const positions = [];
  const known = new Map();
  const vertex = (p) => {
    const before = known.get(p);
    if (before !== undefined) return before;
    const found = [];
    for (let axis = 0; axis < 3; axis++)
      for (let c = 0; c < 4; c++) {
        const from = p + (c & 1) * strides[(axis + 1) % 3] + (c >> 1) * strides[(axis + 2) % 3];
        if (value[from] < 0 !== value[from + strides[axis]] < 0) found.push(crossing(from, axis));
      }
    const cell = [p % nx, Math.floor(p / nx) % ny, Math.floor(p / (nx * ny))];
    const id = positions.length / 3;
    // A corner that would lie outside its cell stays within it, so that triangles do not fold over.
    corner(found).forEach((v, k) => {
      const floor = low[k] + cell[k] * step;
      positions.push(Math.min(floor + step, Math.max(floor, v)));
    });
    known.set(p, id);
    return id;
  };
  return { positions, vertex };
}

/** Two triangles of the four cells round an edge, split along the shorter diagonal. */
function pair(ring, positions) {
  const far = (u, v) =>
    Math.hypot(...[0, 1, 2].map((n) => positions[3 * ring[u] + n] - positions[3 * ring[v] + n]));
  const [a, b, c, d] = ring;
  return far(0, 2) <= far(1, 3) ? [a, b, c, a, c, d] : [a, b, d, b, c, d];
}

/**
 * @param {(x: number, y: number, z: number) => number} field mm, negative inside; never more than the true distance by
 *   much, so that far blocks can be passed over
 * @param {{ low: readonly number[], high: readonly number[], step: number }} grid its corners and the width of a cell, mm
 * @returns {{ positions: Float32Array, index: Uint32Array }}
 */
export function contour(field, grid) {
  const values = valuesNear(field, grid);
  const { value, near, nx, ny, strides } = values;
  const { positions, vertex } = verticesOf(grid, values, crossingsOf(field, grid, values));
  const index = [];
  const seen = new Set();
  const across = (p, axis) => {
    const q = p + strides[axis];
    if (value[q] === FAR || value[p] < 0 === value[q] < 0 || seen.has(3 * p + axis)) return;
    seen.add(3 * p + axis);
    const [s, t] = [strides[(axis + 1) % 3], strides[(axis + 2) % 3]];
    const ring = [p - s - t, p - t, p, p - s].map(vertex);
    if (value[p] >= 0) ring.reverse();
    index.push(...pair(ring, positions));
  };
  for (const [i, j, k] of near)
    for (let c = k; c < k + BLOCK; c++)
      for (let b = j; b < j + BLOCK; b++)
        for (let a = i; a < i + BLOCK; a++)
          for (let axis = 0; axis < 3; axis++) across(a + nx * (b + ny * c), axis);
  return { positions: Float32Array.from(positions), index: Uint32Array.from(index) };
}
