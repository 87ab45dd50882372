/** A number 0..1 for a cell of a lattice, the same on every machine (a 32-bit integer hash after Wang 2007). */
function cell(x: number, y: number, seed: number): number {
  let h = (Math.imul(x, 0x27d4eb2d) ^ Math.imul(y, 0x165667b1) ^ Math.imul(seed + 1, 0x9e3779b1)) >>> 0;
  h = Math.imul(h ^ (h >>> 15), 0x85ebca6b) >>> 0;
  h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35) >>> 0;
  return ((h ^ (h >>> 16)) >>> 0) / 4294967296;
}

const smooth = (t: number) => t * t * (3 - 2 * t);

/** Value noise at a place of a lattice of one, 0..1. */
function lattice(x: number, y: number, seed: number): number {
  const [c, r] = [Math.floor(x), Math.floor(y)];
  const [u, v] = [smooth(x - c), smooth(y - r)];
  const upper = cell(c, r, seed) * (1 - u) + cell(c + 1, r, seed) * u;
  const lower = cell(c, r + 1, seed) * (1 - u) + cell(c + 1, r + 1, seed) * u;
  return upper * (1 - v) + lower * v;
}

/** Sizes of the spots that wear is made of, in mm: no two borders repeat. */
const OCTAVES_MM = [1.15, 0.52, 0.25, 0.12] as const;
const WEIGHTS = [0.34, 0.3, 0.22, 0.14] as const;

/** Seeded noise of several sizes at a place of a part, in mm; -1..1, about 0 in the mean. */
export function noiseAt(x: number, y: number, seed: number): number {
  let sum = 0;
  for (let k = 0; k < OCTAVES_MM.length; k++)
    sum += WEIGHTS[k] * lattice(x / OCTAVES_MM[k], y / OCTAVES_MM[k], seed + 101 * k);
  return 2 * sum - 1;
}
