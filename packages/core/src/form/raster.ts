import { cellOf, placeOf, type Grid } from './grid.js';
import { SAMPLE, type Ring, type SurfaceModel } from './surface.js';

/** `patch` where no surface is. */
export const NOTHING = 255;

/** A model sampled on a grid; all arrays are width * height, row by row. */
export interface Surface {
  readonly grid: Grid;
  /** Which patch a point belongs to, or NOTHING. */
  readonly patch: Uint8Array;
  /** How much of the point the part covers, 0..1. */
  readonly alpha: Float32Array;
  readonly nx: Float32Array;
  readonly ny: Float32Array;
  readonly nz: Float32Array;
  readonly u: Float32Array;
  readonly v: Float32Array;
  /** How much of what a point mirrors is free of the part itself, 0..1; null where all is. */
  readonly open: Float32Array | null;
}

/** Marks the points whose middle lies in the rings (even-odd) with `mark`, by scan lines. */
export function fillRings(rings: readonly Ring[], grid: Grid, into: Uint8Array, mark: number): void {
  const crossings: number[][] = [];
  for (const ring of rings) {
    const cells = ring.map((p) => cellOf(grid, p));
    for (let i = 0, j = cells.length - 1; i < cells.length; j = i++) {
      const xi = cells[i][0];
      const yi = cells[i][1];
      const xj = cells[j][0];
      const yj = cells[j][1];
      // Rows whose middle the side passes: it takes its upper end and leaves its lower one.
      const from = Math.max(0, Math.ceil(Math.min(yi, yj) - 0.5));
      const to = Math.min(grid.height - 1, Math.ceil(Math.max(yi, yj) - 0.5) - 1);
      for (let row = from; row <= to; row++)
        (crossings[row] ??= []).push(((xj - xi) * (row + 0.5 - yi)) / (yj - yi) + xi);
    }
  }
  crossings.forEach((list, row) => {
    list.sort((a, b) => a - b);
    for (let k = 0; k + 1 < list.length; k += 2) {
      const from = Math.max(0, Math.ceil(list[k] - 0.5));
      const to = Math.min(grid.width - 1, Math.floor(list[k + 1] - 0.5));
      if (to >= from) into.fill(mark, row * grid.width + from, row * grid.width + to + 1);
    }
  });
}

/**
 * Calls `visit` for every point within `reachPx` of a polyline with its squared distance in px, the nearest segment
 * and the share along it. Points may be visited more than once.
 */
export function nearLine(
  points: Ring,
  closed: boolean,
  grid: Grid,
  reachPx: number,
  visit: (index: number, distance2: number, segment: number, share: number) => void,
): void {
  const n = points.length;
  for (let s = 0; s < (closed ? n : n - 1); s++) {
    const [ax, ay] = cellOf(grid, points[s]);
    const [bx, by] = cellOf(grid, points[(s + 1) % n]);
    const [dx, dy] = [bx - ax, by - ay];
    const l2 = dx * dx + dy * dy || 1e-12;
    const c0 = Math.max(0, Math.floor(Math.min(ax, bx) - reachPx));
    const c1 = Math.min(grid.width - 1, Math.ceil(Math.max(ax, bx) + reachPx));
    const r0 = Math.max(0, Math.floor(Math.min(ay, by) - reachPx));
    const r1 = Math.min(grid.height - 1, Math.ceil(Math.max(ay, by) + reachPx));
    for (let row = r0; row <= r1; row++)
      for (let col = c0; col <= c1; col++) {
        const px = col + 0.5 - ax;
        const py = row + 0.5 - ay;
        const t = Math.min(1, Math.max(0, (px * dx + py * dy) / l2));
        const d2 = (px - t * dx) ** 2 + (py - t * dy) ** 2;
        if (d2 <= reachPx * reachPx) visit(row * grid.width + col, d2, s, t);
      }
  }
}

/** Smooth cover of the points along an outline, from the distance to it. */
function softenOutline(rings: readonly Ring[], grid: Grid, within: Uint8Array, alpha: Float32Array): void {
  const nearest = new Map<number, number>();
  for (const ring of rings)
    nearLine(ring, true, grid, 1, (i, d2) => {
      const known = nearest.get(i);
      if (known === undefined || d2 < known) nearest.set(i, d2);
    });
  for (const [i, d2] of nearest) {
    const d = Math.sqrt(d2);
    alpha[i] = Math.min(1, Math.max(0, within[i] ? 0.5 + d : 0.5 - d));
  }
}

function emptySurface(model: SurfaceModel, grid: Grid): Surface {
  const n = grid.width * grid.height;
  return {
    grid,
    patch: new Uint8Array(n).fill(NOTHING),
    alpha: new Float32Array(n),
    nx: new Float32Array(n),
    ny: new Float32Array(n),
    nz: new Float32Array(n),
    u: new Float32Array(n),
    v: new Float32Array(n),
    open: model.patches.some((p) => p.openAt) ? new Float32Array(n).fill(1) : null,
  };
}

function sampleInto(model: SurfaceModel, surface: Surface): Surface {
  const { grid } = surface;
  const out = new Float64Array(SAMPLE.size);
  for (let row = 0, i = 0; row < grid.height; row++)
    for (let col = 0; col < grid.width; col++, i++) {
      const p = surface.patch[i];
      if (p === NOTHING) continue;
      const at = placeOf(grid, col + 0.5, row + 0.5);
      const x = at[0];
      const y = at[1];
      model.patches[p].at(x, y, out);
      surface.nx[i] = out[SAMPLE.nx];
      surface.ny[i] = out[SAMPLE.ny];
      surface.nz[i] = out[SAMPLE.nz];
      surface.u[i] = out[SAMPLE.u];
      surface.v[i] = out[SAMPLE.v];
      if (surface.open) surface.open[i] = model.patches[p].openAt?.(x, y) ?? 1;
    }
  return surface;
}

/** The whole part on a grid, its outline softened over one point. */
export function surfaceOf(model: SurfaceModel, grid: Grid): Surface {
  const surface = emptySurface(model, grid);
  const within = new Uint8Array(grid.width * grid.height);
  fillRings(model.rings, grid, within, 1);
  model.patches.forEach((patch, p) => fillRings(patch.rings, grid, surface.patch, p));
  for (let i = 0; i < within.length; i++) {
    surface.alpha[i] = within[i];
    if (!within[i]) surface.patch[i] = NOTHING;
  }
  softenOutline(model.rings, grid, within, surface.alpha);
  spread(surface.patch, surface.alpha, grid);
  return sampleInto(model, surface);
}

/** Points that are partly covered, or that no patch's scan line met, take the patch of a neighbour. */
function spread(patch: Uint8Array, alpha: Float32Array, { width, height }: Grid): void {
  for (let round = 0; round < 2; round++) {
    const before = patch.slice();
    for (let row = 0, i = 0; row < height; row++)
      for (let col = 0; col < width; col++, i++) {
        if (alpha[i] === 0 || before[i] !== NOTHING) continue;
        for (let dr = -1; dr <= 1 && patch[i] === NOTHING; dr++)
          for (let dc = -1; dc <= 1; dc++) {
            const [r, c] = [row + dr, col + dc];
            if (r < 0 || c < 0 || r >= height || c >= width) continue;
            const other = before[r * width + c];
            if (other !== NOTHING) {
              patch[i] = other;
              break;
            }
          }
      }
  }
  // A corner so thin that no patch comes near covers nothing.
  for (let i = 0; i < patch.length; i++) if (patch[i] === NOTHING) alpha[i] = 0;
}

/** One patch and what lies within `reachPx` of it, continued past its outline as contours need it. */
export function surfaceOfPatch(model: SurfaceModel, p: number, grid: Grid, reachPx: number): Surface {
  const surface = emptySurface(model, grid);
  fillRings(model.patches[p].rings, grid, surface.patch, p);
  for (const ring of model.patches[p].rings)
    nearLine(ring, true, grid, reachPx, (i) => {
      surface.patch[i] = p;
    });
  for (let i = 0; i < surface.patch.length; i++) if (surface.patch[i] === p) surface.alpha[i] = 1;
  return sampleInto(model, surface);
}
