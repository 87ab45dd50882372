import { NOTHING, type Surface } from '../form/index.js';
import { clamp, LowestFirst, type Vec3 } from '../units/index.js';

/** Steeper than this a surface is taken as this steep: its outline would be a wall. */
const STEEPEST = 4;
const ROUNDS = 240;
/** Over-relaxation of the Gauss-Seidel rounds (Young 1954). */
const RELAX = 1.7;
const LOW = 1e-6;

/** Neighbours of a point: four beside it and four aslant, with how far they are. */
const WAYS = [
  [1, 0, 1],
  [-1, 0, 1],
  [0, 1, 1],
  [0, -1, 1],
  [1, 1, Math.SQRT2],
  [1, -1, Math.SQRT2],
  [-1, 1, Math.SQRT2],
  [-1, -1, Math.SQRT2],
] as const;

/** Points of a surface, each with its neighbours beside it and by how much it stands above them. */
interface Joins {
  readonly points: Int32Array;
  /** Where each point's neighbours begin; one more than there are points. */
  readonly from: Int32Array;
  readonly to: Int32Array;
  readonly rise: Float64Array;
}

/** @param dx by how much the surface rises from a column to the next; @param dy from a row to the next */
function joins(patch: Uint8Array, width: number, dx: Float32Array, dy: Float32Array): Joins {
  const [points, from, to, rise]: number[][] = [[], [0], [], []];
  for (let i = 0; i < patch.length; i++) {
    if (patch[i] === NOTHING) continue;
    const col = i % width;
    const join = (is: boolean, j: number, up: () => number) => {
      if (!is || patch[j] === NOTHING) return;
      to.push(j);
      rise.push(up());
    };
    join(col > 0, i - 1, () => (dx[i - 1] + dx[i]) / 2);
    join(col < width - 1, i + 1, () => -(dx[i + 1] + dx[i]) / 2);
    join(i >= width, i - width, () => (dy[i - width] + dy[i]) / 2);
    join(i + width < patch.length, i + width, () => -(dy[i + width] + dy[i]) / 2);
    points.push(i);
    from.push(to.length);
  }
  return {
    points: Int32Array.from(points),
    from: Int32Array.from(from),
    to: Int32Array.from(to),
    rise: Float64Array.from(rise),
  };
}

/** Lets heights come to rest: each is the mean of what its neighbours have it be. */
function settle(z: Float32Array, { points, from, to, rise }: Joins): void {
  for (let round = 0; round < ROUNDS; round++)
    for (let k = 0; k < points.length; k++) {
      const first = from[k];
      const end = from[k + 1];
      if (first === end) continue;
      let sum = 0;
      for (let n = first; n < end; n++) sum += z[to[n]] + rise[n];
      const i = points[k];
      z[i] += RELAX * (sum / (end - first) - z[i]);
    }
}

/**
 * How high every point of a surface stands, in mm against gravity, from its normals: the relief whose slopes come nearest
 * to them, plus the place in the picture. Patches join as the picture shows them.
 * @param up unit vector against gravity, in the part's frame
 */
export function elevationOf({ grid, patch, nx, ny, nz }: Surface, up: Vec3): Float32Array {
  const { width, height, pxPerMm } = grid;
  const [cos, sin] = [Math.cos(grid.rollRad), Math.sin(grid.rollRad)];
  const z = new Float32Array(patch.length);
  const slope = (i: number): [number, number] => {
    const n = Math.max(0.05, nz[i]);
    const sx = clamp(-nx[i] / n, -STEEPEST, STEEPEST);
    const sy = clamp(-ny[i] / n, -STEEPEST, STEEPEST);
    // Along the raster's columns and down its rows.
    return [(sx * cos - sy * sin) / pxPerMm, -(sx * sin + sy * cos) / pxPerMm];
  };
  const [dx, dy] = [new Float32Array(patch.length), new Float32Array(patch.length)];
  for (let i = 0; i < patch.length; i++) if (patch[i] !== NOTHING) [dx[i], dy[i]] = slope(i);
  settle(z, joins(patch, width, dx, dy));
  const out = new Float32Array(patch.length).fill(-Infinity);
  for (let row = 0, i = 0; row < height; row++)
    for (let col = 0; col < width; col++, i++) {
      if (patch[i] === NOTHING) continue;
      const rx = grid.leftMm + (col + 0.5) / pxPerMm;
      const ry = grid.topMm - (row + 0.5) / pxPerMm;
      const x = rx * cos + ry * sin;
      const y = -rx * sin + ry * cos;
      out[i] = x * up[0] + y * up[1] + z[i] * up[2];
    }
  return out;
}

/** Points of a raster that lie next to nothing: there water leaves. */
function isOutlet(patch: Uint8Array, i: number, width: number, height: number): boolean {
  const [col, row] = [i % width, Math.floor(i / width)];
  return WAYS.some(([dc, dr]) => {
    const c = col + dc;
    const r = row + dr;
    return c < 0 || r < 0 || c >= width || r >= height || patch[r * width + c] === NOTHING;
  });
}

/** Where water runs on a surface. */
export interface Water {
  /** Level with all hollows filled to their brim, in mm. */
  readonly filled: Float32Array;
  /** Share of all that rains on it that runs over each point, 0..1. */
  readonly flow: Float32Array;
  /** How deep it stands, in mm. */
  readonly depth: Float32Array;
  /** Points from high to low, as they give on what they have. */
  readonly order: readonly number[];
  /** What each point gives to which lower ones, shares that sum to 1; none at an outlet without a lower neighbour. */
  readonly gives: readonly (readonly (readonly [to: number, share: number])[])[];
}

/**
 * Hollows are filled by priority flood from the outline (Barnes, Lehman and Mulla 2014), then every point gives what it
 * has to all lower neighbours by their slope (Quinn and others 1991).
 */
export function waterOn(elevation: Float32Array, { grid, patch }: Pick<Surface, 'grid' | 'patch'>): Water {
  const { width, height } = grid;
  const filled = Float32Array.from(elevation);
  const seen = new Uint8Array(patch.length);
  const queue = new LowestFirst(filled);
  const neighbours = (i: number): number[] => {
    const col = i % width;
    const row = Math.floor(i / width);
    return WAYS.flatMap(([dc, dr]) => {
      const c = col + dc;
      const r = row + dr;
      const j = r * width + c;
      return c < 0 || r < 0 || c >= width || r >= height || patch[j] === NOTHING ? [] : [j];
    });
  };
  for (let i = 0; i < patch.length; i++)
    if (patch[i] !== NOTHING && isOutlet(patch, i, width, height)) {
      seen[i] = 1;
      queue.push(i);
    }
  const risen: number[] = [];
  while (!queue.empty) {
    const i = queue.pop();
    risen.push(i);
    for (const j of neighbours(i)) {
      if (seen[j]) continue;
      seen[j] = 1;
      // A hair above, so that what is filled still runs out.
      if (filled[j] <= filled[i]) filled[j] = filled[i] + LOW;
      queue.push(j);
    }
  }
  const order = risen.sort((a, b) => filled[b] - filled[a]);
  const flow = new Float32Array(patch.length);
  const rain = 1 / Math.max(1, order.length);
  for (const i of order) flow[i] = rain;
  const gives: (readonly (readonly [number, number])[])[] = [];
  for (const i of order) {
    const lower = WAYS.flatMap(([dc, dr, far]): [number, number][] => {
      const c = (i % width) + dc;
      const r = Math.floor(i / width) + dr;
      const j = r * width + c;
      if (c < 0 || r < 0 || c >= width || r >= height || patch[j] === NOTHING) return [];
      const slope = (filled[i] - filled[j]) / far;
      return slope > 0 ? [[j, slope]] : [];
    });
    const sum = lower.reduce((s, [, slope]) => s + slope, 0);
    gives[i] = lower.map(([j, slope]) => [j, slope / sum]);
    for (const [j, share] of gives[i]) flow[j] += flow[i] * share;
  }
  const depth = Float32Array.from(filled, (f, i) =>
    patch[i] === NOTHING ? 0 : Math.max(0, f - elevation[i]),
  );
  return { filled, flow, depth, order, gives };
}
