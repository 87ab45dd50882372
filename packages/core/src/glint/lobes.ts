import { TABLE } from '../rig/index.js';
import { clamp, rad } from '../units/index.js';

/** Entries per unit of cosine in a table over -1..1. */
export const PER_UNIT = (TABLE - 1) / 2;

const lobes = new Map<number, Float32Array>();

/** exp(-angle^2 / 2 sigma^2) as a table over the cosine of the angle, TABLE + 1 entries for interpolation. */
export function lobeTable(sigmaDeg: number): Float32Array {
  const found = lobes.get(sigmaDeg);
  if (found) return found;
  const sigma = rad(sigmaDeg);
  const table = new Float32Array(TABLE + 1);
  for (let i = 0; i <= TABLE; i++) {
    const angle = Math.acos(clamp(i / PER_UNIT - 1, -1, 1));
    table[i] = Math.exp((-angle * angle) / (2 * sigma * sigma));
  }
  if (lobes.size > 200) lobes.clear();
  lobes.set(sigmaDeg, table);
  return table;
}

/** exp(-(asin x - asin x0)^2 / 2 sigma^2) over x = -1..1: how far a tube's reflection strays along its axis. */
export function alongTable(x0: number, sigmaRad: number): Float32Array {
  const base = Math.asin(clamp(x0, -1, 1));
  const table = new Float32Array(TABLE + 1);
  for (let i = 0; i <= TABLE; i++) {
    const d = Math.asin(clamp(i / PER_UNIT - 1, -1, 1)) - base;
    table[i] = Math.exp((-d * d) / (2 * sigmaRad * sigmaRad));
  }
  return table;
}

/** Linear look-up of a cosine in a table. */
export function lookUp(table: Float32Array, cosine: number): number {
  const place = (cosine < -1 ? 0 : cosine > 1 ? 2 : cosine + 1) * PER_UNIT;
  const i = place | 0;
  const low = table[i];
  return low + ((i + 1 < table.length ? table[i + 1] : low) - low) * (place - i);
}
