// Signed distance fields that the lock captain is made of: negative inside, in mm, x to the viewer's right, y up, z to
// the viewer. Distances are true to the first order near the surface, which is all that meshing and rims ask for.
// Primitives and unions after Quilez, "Distance functions", and Ricci 1973 for rounded intersections.

/** @typedef {readonly [number, number, number]} Point */
/** @typedef {(x: number, y: number, z: number) => number} Field */

const clamp = (v, low, high) => Math.min(high, Math.max(low, v));
const mix = (a, b, t) => a + (b - a) * t;

/** Keys [at, value...] joined by a monotone-looking cubic; beyond the ends the end values hold. */
export function profile(keys) {
  const slope = (i, k) => {
    const [a, b] = [keys[Math.max(0, i - 1)], keys[Math.min(keys.length - 1, i + 1)]];
    return (b[k] - a[k]) / (b[0] - a[0]);
  };
  return (at, k = 1) => {
    if (at <= keys[0][0]) return keys[0][k];
    const last = keys.length - 1;
    if (at >= keys[last][0]) return keys[last][k];
    let i = 0;
    while (keys[i + 1][0] < at) i++;
    const h = keys[i + 1][0] - keys[i][0];
    const t = (at - keys[i][0]) / h;
    const [m0, m1] = [slope(i, k) * h, slope(i + 1, k) * h];
    return (
      keys[i][k] * (2 * t ** 3 - 3 * t ** 2 + 1) +
      m0 * (t ** 3 - 2 * t ** 2 + t) +
      keys[i + 1][k] * (3 * t ** 2 - 2 * t ** 3) +
      m1 * (t ** 3 - t ** 2)
    );
  };
}

export const ellipsoid =
  ([cx, cy, cz], [a, b, c]) =>
  (x, y, z) => {
    const [u, v, w] = [(x - cx) / a, (y - cy) / b, (z - cz) / c];
    const n = Math.hypot(u, v, w);
    return (n * (n - 1)) / (Math.hypot(u / a, v / b, w / c) || 1 / Math.min(a, b, c) / 1e3);
  };

/** A cone with round ends from one point to another (by the nearest place on its axis; fits gentle tapers). */
export const limb = ([ax, ay, az], [bx, by, bz], ra, rb) => {
  const [dx, dy, dz] = [bx - ax, by - ay, bz - az];
  const long2 = dx * dx + dy * dy + dz * dz;
  return (x, y, z) => {
    const t = clamp(((x - ax) * dx + (y - ay) * dy + (z - az) * dz) / long2, 0, 1);
    return Math.hypot(x - ax - t * dx, y - ay - t * dy, z - az - t * dz) - mix(ra, rb, t);
  };
};

/** Half space: what lies along the normal from the point is outside. */
export const halfSpace = ([px, py, pz], [nx, ny, nz]) => {
  const long = Math.hypot(nx, ny, nz);
  return (x, y, z) => ((x - px) * nx + (y - py) * ny + (z - pz) * nz) / long;
};

export const box =
  ([cx, cy, cz], [hx, hy, hz], round = 0) =>
  (x, y, z) => {
    const [u, v, w] = [
      Math.abs(x - cx) - hx + round,
      Math.abs(y - cy) - hy + round,
      Math.abs(z - cz) - hz + round,
    ];
    return (
      Math.hypot(Math.max(u, 0), Math.max(v, 0), Math.max(w, 0)) + Math.min(0, Math.max(u, v, w)) - round
    );
  };

/**
 * An upright body whose cross-section is a superellipse that changes with height: `at(y)` gives half width, half depth
 * in front, half depth behind, and the middle's x and z; the power under 2 makes a keel, one for front and one for back.
 */
export const column =
  (at, [front, back] = [2, 2]) =>
  (x, y, z) => {
    const [a, forward, behind, cx, cz] = at(y);
    const [u, w] = [Math.abs(x - cx) / a, z - cz];
    const [b, p] = w >= 0 ? [forward, front] : [behind, back];
    const v = Math.abs(w) / b;
    const n = (u ** p + v ** p) ** (1 / p) || 1e-9;
    const [gx, gz] = [(u / n) ** (p - 1) / a, (v / n) ** (p - 1) / b];
    return (n - 1) / (Math.hypot(gx, gz) || 1);
  };

/** A frame that stands along an axis: fields made upright at 0 (y along the axis) are put there. */
export function along(from, to, front = [0, 0, 1]) {
  const d = to.map((v, k) => v - from[k]);
  const long = Math.hypot(...d);
  const up = d.map((v) => v / long);
  const dot = up[0] * front[0] + up[1] * front[1] + up[2] * front[2];
  const f = front.map((v, k) => v - dot * up[k]);
  const fl = Math.hypot(...f);
  const fz = f.map((v) => v / fl);
  const fx = [up[1] * fz[2] - up[2] * fz[1], up[2] * fz[0] - up[0] * fz[2], up[0] * fz[1] - up[1] * fz[0]];
  return {
    long,
    put: (field) => (x, y, z) => {
      const [u, v, w] = [x - from[0], y - from[1], z - from[2]];
      return field(
        u * fx[0] + v * fx[1] + w * fx[2],
        u * up[0] + v * up[1] + w * up[2],
        u * fz[0] + v * fz[1] + w * fz[2],
      );
    },
  };
}

export const either =
  (...fields) =>
  (x, y, z) => {
    let d = Infinity;
    for (const f of fields) d = Math.min(d, f(x, y, z));
    return d;
  };
export const both =
  (...fields) =>
  (x, y, z) => {
    let d = -Infinity;
    for (const f of fields) d = Math.max(d, f(x, y, z));
    return d;
  };
export const outside = (field) => (x, y, z) => -field(x, y, z);
export const without = (field, ...cuts) => both(field, ...cuts.map(outside));
export const grown = (field, by) => (x, y, z) => field(x, y, z) - by;
export const shell = (field, thick) => (x, y, z) => Math.abs(field(x, y, z)) - thick;

/** Union with a fillet of about this radius. */
export const blended =
  (radius, ...fields) =>
  (x, y, z) => {
    let d = fields[0](x, y, z);
    for (let i = 1; i < fields.length; i++) {
      const e = fields[i](x, y, z);
      const h = Math.max(radius - Math.abs(d - e), 0) / radius;
      d = Math.min(d, e) - (h * h * radius) / 4;
    }
    return d;
  };

/** A rolled edge: a cord along the line where two surfaces meet. */
export const rolled =
  (surface, cut, radius, ...kept) =>
  (x, y, z) => {
    let d = Math.hypot(surface(x, y, z), cut(x, y, z)) - radius;
    for (const k of kept) d = Math.max(d, k(x, y, z));
    return d;
  };
