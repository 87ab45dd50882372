import { refused } from '../units/index.js';
import { MOST_SHAPE_TRIANGLES } from '../sculpt/index.js';

/** Triangles as a file gives them: places in the file's own unit, three indices a triangle. */
export interface Mesh {
  readonly positions: Float32Array;
  readonly index: Uint32Array;
  /** Which way the file's kind usually stands. */
  readonly up: 'y' | 'z';
  /** What was found and mended, in words. */
  readonly notes: readonly string[];
}

export const MOST_TRIANGLES = MOST_SHAPE_TRIANGLES;
export const MOST_MESH_BYTES = 300 * 1024 * 1024;

/** Vertices at one place become one, so that triangles know their neighbours. */
function welded(
  positions: Float32Array,
  index: Uint32Array | null,
): { positions: Float32Array; index: Uint32Array } {
  const corners = index ?? Uint32Array.from({ length: positions.length / 3 }, (_, i) => i);
  let size = 1;
  while (size < positions.length) size *= 2;
  const table = new Int32Array(size).fill(-1);
  const places: number[] = [];
  const to = new Uint32Array(positions.length / 3);
  // Zero has two signs and one place.
  const bits = new Uint32Array(Float32Array.from(positions, (v) => v + 0).buffer);
  for (let v = 0; v < to.length; v++) {
    const [x, y, z] = [positions[3 * v] + 0, positions[3 * v + 1] + 0, positions[3 * v + 2] + 0];
    let h =
      Math.imul(bits[3 * v], 73856093) ^
      Math.imul(bits[3 * v + 1], 19349663) ^
      Math.imul(bits[3 * v + 2], 83492791);
    for (h = (h ^ (h >>> 15)) & (size - 1); ; h = (h + 1) & (size - 1)) {
      const found = table[h];
      if (found < 0) {
        table[h] = to[v] = places.length / 3;
        places.push(x, y, z);
        break;
      }
      if (places[3 * found] === x && places[3 * found + 1] === y && places[3 * found + 2] === z) {
        to[v] = found;
        break;
      }
    }
  }
  return { positions: Float32Array.from(places), index: Uint32Array.from(corners, (v) => to[v]) };
}

/** Edges by how many triangles share them: one is the rim of a hole, more than two is no surface. */
function edgesOf(index: Uint32Array): { open: number; crowded: number } {
  const seen = new Map<number, number>();
  for (let t = 0; t < index.length; t += 3)
    for (let k = 0; k < 3; k++) {
      const [a, b] = [index[t + k], index[t + ((k + 1) % 3)]];
      // Two indices below 2^26 each make one safe whole number.
      const key = a < b ? a * 67108864 + b : b * 67108864 + a;
      seen.set(key, (seen.get(key) ?? 0) + 1);
    }
  let [open, crowded] = [0, 0];
  for (const n of seen.values()) {
    if (n === 1) open++;
    else if (n > 2) crowded++;
  }
  return { open, crowded };
}

const MOST_CHECKED = 400_000;

/**
 * Makes a mesh fit to work on: vertices welded, triangles without area and corners without triangles left out, the
 * outside turned outward; holes and edges that more than two triangles share are counted and told.
 * @throws RefusedInput where nothing is left, or too much
 */
export function mended(raw: Float32Array, rawIndex: Uint32Array | null, up: Mesh['up']): Mesh {
  const count = (rawIndex?.length ?? raw.length / 3) / 3;
  if (!(count >= 1)) throw refused('mesh', 'no triangle in it', 'a closed or open surface of triangles');
  if (count > MOST_TRIANGLES)
    throw refused(
      'mesh',
      `${(count / 1e6).toFixed(1)} million triangles`,
      `at most ${MOST_TRIANGLES / 1e6} million: thin it out before exporting`,
    );
  if (raw.some((v) => !Number.isFinite(v)))
    throw refused('mesh', 'places that are no numbers', 'finite places');
  const { positions, index } = welded(raw, rawIndex);
  const kept: number[] = [];
  let volume = 0;
  for (let t = 0; t < index.length; t += 3) {
    const [a, b, c] = [3 * index[t], 3 * index[t + 1], 3 * index[t + 2]];
    if (!(c < positions.length && b < positions.length && a < positions.length))
      throw refused(
        'mesh',
        'a triangle that names a corner that is not there',
        'triangles of the corners it has',
      );
    const [ux, uy, uz] = [
      positions[b] - positions[a],
      positions[b + 1] - positions[a + 1],
      positions[b + 2] - positions[a + 2],
    ];
    const [vx, vy, vz] = [
      positions[c] - positions[a],
      positions[c + 1] - positions[a + 1],
      positions[c + 2] - positions[a + 2],
    ];
    const [nx, ny, nz] = [uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx];
    if (nx === 0 && ny === 0 && nz === 0) continue;
    volume += positions[a] * nx + positions[a + 1] * ny + positions[a + 2] * nz;
    kept.push(index[t], index[t + 1], index[t + 2]);
  }
  if (kept.length === 0) throw refused('mesh', 'all its triangles are without area', 'a surface');
  const notes: string[] = [];
  const gone = (index.length - kept.length) / 3;
  if (gone > 0) notes.push(`${gone} triangles without area were left out`);
  let out = Uint32Array.from(kept);
  if (kept.length / 3 <= MOST_CHECKED) {
    const { open, crowded } = edgesOf(out);
    if (open > 0) notes.push(`it has holes: ${open} open edges; behind them nothing is seen`);
    if (crowded > 0)
      notes.push(`${crowded} edges belong to more than two triangles; the nearest one is seen`);
    if (open === 0 && volume < 0) {
      out = out.slice();
      for (let t = 0; t < out.length; t += 3) [out[t], out[t + 1]] = [out[t + 1], out[t]];
      notes.push('it was inside out and was turned');
    }
  }
  return { ...withoutStrays(positions, out), up, notes };
}

/** Only the corners that triangles have: one that none has, far off, would make the shape as tall as it stands. */
function withoutStrays(
  positions: Float32Array,
  index: Uint32Array,
): { readonly positions: Float32Array; readonly index: Uint32Array } {
  const to = new Int32Array(positions.length / 3).fill(-1);
  let count = 0;
  for (const v of index) if (to[v] < 0) to[v] = count++;
  if (count === to.length) return { positions, index };
  const kept = new Float32Array(3 * count);
  to.forEach((at, v) => {
    if (at >= 0) kept.set(positions.subarray(3 * v, 3 * v + 3), 3 * at);
  });
  return { positions: kept, index: index.map((v) => to[v]) };
}
