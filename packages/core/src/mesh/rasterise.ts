import type { Sculpt } from '../sculpt/index.js';
import { rad, refused } from '../units/index.js';
import { type Mesh } from './mesh.js';

/** From which side a mesh is seen, and how large it is. */
export interface MeshView {
  /** Which way it stands in its file. */
  readonly up: 'y' | 'z';
  /** Turned about its own upright axis: + shows more of its left side (its front goes to the viewer's right). */
  readonly yawDeg: number;
  /** Looked at from above by this. */
  readonly pitchDeg: number;
  /** Leans in the picture, counter-clockwise. */
  readonly rollDeg: number;
  /** Foot to crown as it stands, in mm; null takes the file's numbers for mm. */
  readonly heightMm: number | null;
}

export const FRONT: MeshView = { up: 'z', yawDeg: 0, pitchDeg: 0, rollDeg: 0, heightMm: null };

/** A miniature is between this and this tall; anything else is asked for. */
export const LIKELY_MM = [5, 400] as const;

/** Raster points at most. */
const MOST_POINTS = 1_000_000;
const MOST_PX_PER_MM = 40;
/** Faces that meet at more than this keep their own normals: an edge stays an edge. */
const CREASE_DEG = 42;
/** A face with less than this share of the area round a vertex says nothing there: thinned-out files are full of slivers. */
const SLIVER = 0.02;

/** Height of a mesh as it stands in its file, in the file's unit. */
export function standingHeight({ positions }: Mesh, up: 'y' | 'z'): number {
  const axis = up === 'y' ? 1 : 2;
  let [low, high] = [Infinity, -Infinity];
  for (let i = axis; i < positions.length; i += 3) {
    low = Math.min(low, positions[i]);
    high = Math.max(high, positions[i]);
  }
  return high - low;
}

/**
 * Places of a mesh in the view's frame in mm, x to the viewer's right, y up, z toward the viewer, its middle at 0.
 * @throws RefusedInput for a size no miniature has, which must then be told
 */
export function seenPlaces(mesh: Mesh, view: MeshView): Float32Array {
  const tall = standingHeight(mesh, view.up);
  if (view.heightMm === null && !(tall >= LIKELY_MM[0] && tall <= LIKELY_MM[1]))
    throw refused(
      'height',
      `${tall >= 1000 ? `${Number((tall / 1000).toPrecision(3))} metres` : `${Number(tall.toPrecision(3))} mm`} if its numbers are mm`,
      'its height: say how tall the miniature is',
    );
  const scale = view.heightMm === null ? 1 : view.heightMm / (tall || 1);
  const [cy, sy] = [Math.cos(rad(view.yawDeg)), Math.sin(rad(view.yawDeg))];
  const [cp, sp] = [Math.cos(rad(view.pitchDeg)), Math.sin(rad(view.pitchDeg))];
  const [cr, sr] = [Math.cos(rad(view.rollDeg)), Math.sin(rad(view.rollDeg))];
  const out = new Float32Array(mesh.positions.length);
  const low = [Infinity, Infinity, Infinity];
  const high = [-Infinity, -Infinity, -Infinity];
  for (let i = 0; i < out.length; i += 3) {
    const p = mesh.positions;
    // Files that stand along z look along +y; as seen here y is up and z comes toward the viewer.
    const [x0, y0, z0] = view.up === 'z' ? [p[i], p[i + 2], -p[i + 1]] : [p[i], p[i + 1], p[i + 2]];
    const [x1, z1] = [x0 * cy + z0 * sy, z0 * cy - x0 * sy];
    const [y2, z2] = [y0 * cp - z1 * sp, y0 * sp + z1 * cp];
    const q = [(x1 * cr - y2 * sr) * scale, (x1 * sr + y2 * cr) * scale, z2 * scale];
    for (let k = 0; k < 3; k++) {
      out[i + k] = q[k];
      low[k] = Math.min(low[k], q[k]);
      high[k] = Math.max(high[k], q[k]);
    }
  }
  for (let i = 0; i < out.length; i++) out[i] -= (low[i % 3] + high[i % 3]) / 2;
  return out;
}

/** Normals of every corner: the mean of the faces round its vertex that meet its own face softly, weighed by area. */
function cornerNormals(places: Float32Array, index: Uint32Array): Float32Array {
  const faces = index.length / 3;
  const face = new Float32Array(index.length);
  const long = new Float32Array(faces);
  for (let t = 0; t < faces; t++) {
    const [a, b, c] = [3 * index[3 * t], 3 * index[3 * t + 1], 3 * index[3 * t + 2]];
    const [ux, uy, uz] = [
      places[b] - places[a],
      places[b + 1] - places[a + 1],
      places[b + 2] - places[a + 2],
    ];
    const [vx, vy, vz] = [
      places[c] - places[a],
      places[c + 1] - places[a + 1],
      places[c + 2] - places[a + 2],
    ];
    const [nx, ny, nz] = [uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx];
    const l = Math.hypot(nx, ny, nz) || 1e-20;
    long[t] = l;
    face[3 * t] = nx / l;
    face[3 * t + 1] = ny / l;
    face[3 * t + 2] = nz / l;
  }
  const start = new Uint32Array(places.length / 3 + 1);
  for (const v of index) start[v + 1]++;
  for (let v = 0; v + 1 < start.length; v++) start[v + 1] += start[v];
  const at = start.slice();
  const round = new Uint32Array(index.length);
  index.forEach((v, i) => (round[at[v]++] = Math.floor(i / 3)));
  const soft = Math.cos(rad(CREASE_DEG));
  const out = new Float32Array(3 * index.length);
  for (let i = 0; i < index.length; i++) {
    const t = Math.floor(i / 3);
    const [fx, fy, fz] = [face[3 * t], face[3 * t + 1], face[3 * t + 2]];
    let [x, y, z, met] = [0, 0, 0, 0];
    let [ax, ay, az, all] = [0, 0, 0, 0];
    for (let k = start[index[i]]; k < start[index[i] + 1]; k++) {
      const o = round[k];
      const [ox, oy, oz] = [face[3 * o] * long[o], face[3 * o + 1] * long[o], face[3 * o + 2] * long[o]];
      [ax, ay, az, all] = [ax + ox, ay + oy, az + oz, all + long[o]];
      if (face[3 * o] * fx + face[3 * o + 1] * fy + face[3 * o + 2] * fz < soft) continue;
      [x, y, z, met] = [x + ox, y + oy, z + oz, met + long[o]];
    }
    if (met < SLIVER * all) [x, y, z] = [ax, ay, az];
    const l = Math.hypot(x, y, z) || 1;
    out[3 * i] = x / l;
    out[3 * i + 1] = y / l;
    out[3 * i + 2] = z / l;
  }
  return out;
}

export interface Raster {
  readonly sculpt: Sculpt;
  /** Places as seen, for whoever casts rays. */
  readonly places: Float32Array;
}

/**
 * A mesh as the chosen view sees it: normals and depths on a raster, the nearest surface at each point (a z-buffer;
 * Catmull 1974). Both sides of a surface are seen; one that is turned away shows its back.
 * @param onRow told how far all is, 0..1; may throw to stop
 */
export function rasterise(
  mesh: Mesh,
  view: MeshView,
  pxPerMm: number | null = null,
  onRow: (share: number) => void = () => undefined,
): Raster {
  const places = seenPlaces(mesh, view);
  let [w, h] = [0, 0];
  for (let i = 0; i < places.length; i += 3) {
    w = Math.max(w, 2 * Math.abs(places[i]));
    h = Math.max(h, 2 * Math.abs(places[i + 1]));
  }
  if (!(w > 0 && h > 0))
    throw refused('mesh', 'nothing is seen of it from this side', 'a side from which it is seen: turn it');
  const margin = 0.5;
  const px = Math.min(
    pxPerMm ?? MOST_PX_PER_MM,
    Math.sqrt(MOST_POINTS / ((w + 2 * margin) * (h + 2 * margin))),
  );
  const [width, height] = [
    Math.max(2, Math.ceil((w + 2 * margin) * px)),
    Math.max(2, Math.ceil((h + 2 * margin) * px)),
  ];
  const n = width * height;
  const normals = cornerNormals(places, mesh.index);
  onRow(0.3);
  const heightMm = new Float32Array(n).fill(-Infinity);
  const [nx, ny, confidence] = [new Float32Array(n), new Float32Array(n), new Uint8Array(n)];
  const { index } = mesh;
  for (let t = 0; t < index.length; t += 3) {
    if (t % 300_000 === 0) onRow(0.3 + (0.7 * t) / index.length);
    const [a, b, c] = [3 * index[t], 3 * index[t + 1], 3 * index[t + 2]];
    const [ax, ay] = [places[a] * px + width / 2 - 0.5, height / 2 - places[a + 1] * px - 0.5];
    const [bx, by] = [places[b] * px + width / 2 - 0.5, height / 2 - places[b + 1] * px - 0.5];
    const [cx, cy] = [places[c] * px + width / 2 - 0.5, height / 2 - places[c + 1] * px - 0.5];
    const area = (bx - ax) * (cy - ay) - (cx - ax) * (by - ay);
    if (area === 0) continue;
    // 1 for a face that is seen from outside, -1 for one whose back is seen; rows run downward.
    const toward = area < 0 ? 1 : -1;
    const c0 = Math.max(0, Math.ceil(Math.min(ax, bx, cx)));
    const c1 = Math.min(width - 1, Math.floor(Math.max(ax, bx, cx)));
    const r0 = Math.max(0, Math.ceil(Math.min(ay, by, cy)));
    const r1 = Math.min(height - 1, Math.floor(Math.max(ay, by, cy)));
    for (let r = r0; r <= r1; r++)
      for (let col = c0; col <= c1; col++) {
        const u = ((bx - col) * (cy - r) - (cx - col) * (by - r)) / area;
        const v = ((cx - col) * (ay - r) - (ax - col) * (cy - r)) / area;
        const q = 1 - u - v;
        if (u < -1e-6 || v < -1e-6 || q < -1e-6) continue;
        const z = u * places[a + 2] + v * places[b + 2] + q * places[c + 2];
        const i = r * width + col;
        if (z <= heightMm[i]) continue;
        heightMm[i] = z;
        const k = 3 * t;
        const x = u * normals[k] + v * normals[k + 3] + q * normals[k + 6];
        const y = u * normals[k + 1] + v * normals[k + 4] + q * normals[k + 7];
        const s = u * normals[k + 2] + v * normals[k + 5] + q * normals[k + 8];
        // Near a silhouette the normal between corners may point away though its face does not: it lies in the picture.
        const flat = toward * s < 0 ? 0 : s;
        const long = (Math.hypot(x, y, flat) || 1) * toward;
        nx[i] = x / long;
        ny[i] = y / long;
        confidence[i] = 255;
      }
  }
  for (let i = 0; i < n; i++) if (confidence[i] === 0) heightMm[i] = 0;
  return {
    sculpt: {
      width,
      height,
      pxPerMm: px,
      nx,
      ny,
      heightMm,
      confidence,
      visibility: null,
      stepsHold: true,
    },
    places,
  };
}
