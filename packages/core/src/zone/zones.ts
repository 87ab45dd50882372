import {
  areaOf,
  fillRings,
  gridAround,
  intersect,
  lineBetween,
  regionArea,
  surfaceOfPatch,
  type Grid,
  type Patch,
  type Point,
  type Region,
} from '../form/index.js';
import { valuesOn, type PreparedPart } from '../glint/index.js';
import { thresholdOf } from '../ladder/index.js';
import { clamp } from '../units/index.js';
import { linesOf, outlinesOf, ringsAbove, type GridRing } from './contour.js';
import { openingWidth, type Opening } from './opening.js';

/** A border between a step and the one below it. */
export interface Border {
  /** Step below the border, 1..n-1. */
  readonly below: number;
  /** Length that stays a line: steep, on a horizon or along a ridge. */
  readonly hardMm: number;
  /** Length that is blended. */
  readonly softMm: number;
  /** Width of the blend where it is soft, the middle of all; 0 where nothing is. */
  readonly blendMm: number;
  readonly hard: readonly (readonly Point[])[];
  readonly soft: readonly (readonly Point[])[];
}

/** What one value step covers. */
export interface Zone {
  /** 1..n, dark to light. */
  readonly step: number;
  readonly threshold: number;
  /** All that is painted with this step: value at or above its threshold. */
  readonly cover: Region;
  readonly coverMm2: number;
  readonly coverShare: number;
  /** What still shows of it at the end. */
  readonly ownMm2: number;
  readonly ownShare: number;
  /** Widest brush line that still paints it, every piece of it, in mm. */
  readonly openingMm: number;
  /** Widest brush line that still paints most of it, in mm. */
  readonly mainOpeningMm: number;
}

export interface ZoneMap {
  readonly areaMm2: number;
  readonly zones: readonly Zone[];
  readonly borders: readonly Border[];
  readonly horizons: readonly (readonly Point[])[];
}

/** Blends narrower than this are painted as a line. */
const HARD_MM = 0.3;
/** Points of a patch that its contours are drawn from. */
const POINTS = 24000;
const FINEST_PX_PER_MM = 40;
const COARSEST_PX_PER_MM = 2;
const MARGIN_PX = 4;
/** A patch is continued past its outline by this much, so that contours reach it. */
const NEAR_PX = 3;
/** Opening widths are measured on a grid of this many times fewer points. */
const OPENING_COARSER = 10;
/** A patch's whole frame holds at most this many times the points asked for. */
const FRAME_FACTOR = 20;

/** Points per mm that give a patch about this many points. */
const densityFor = (areaMm2: number, points: number) =>
  clamp(Math.sqrt(points / Math.max(areaMm2, 1e-6)), COARSEST_PX_PER_MM, FINEST_PX_PER_MM);

interface PatchField {
  readonly patch: Patch;
  readonly grid: Grid;
  readonly value: Float32Array;
  /** 1 for the points that lie in the patch. */
  readonly within: Uint8Array;
  /** Upward part of what each point mirrors, less the horizon's. */
  readonly aboveHorizon: Float32Array | null;
}

function fieldsOf(p: PreparedPart, points: number): PatchField[] {
  const { model } = p.shape;
  return model.patches.map((patch, index) => {
    const grid = gridAround(
      patch.rings,
      densityFor(areaOf(patch.rings), points),
      MARGIN_PX,
      0,
      points * FRAME_FACTOR,
    );
    const surface = surfaceOfPatch(model, index, grid, NEAR_PX);
    const within = new Uint8Array(grid.width * grid.height);
    fillRings(patch.rings, grid, within, 1);
    const { value } = valuesOn(surface, p);
    let aboveHorizon: Float32Array | null = null;
    if (p.metal && patch.kind === 'smooth') {
      const [ux, uy, uz] = p.light.up;
      aboveHorizon = surface.nz.map(
        (z, i) => 2 * z * (surface.nx[i] * ux + surface.ny[i] * uy + z * uz) - uz - p.light.horizon,
      );
    }
    return { patch, grid, value, within, aboveHorizon };
  });
}

/** Weights of four neighbouring points for a place `t` between the middle two (Catmull and Rom 1974). */
const cubic = (t: number): readonly [number, number, number, number] => [
  -0.5 * t + t * t - 0.5 * t ** 3,
  1 - 2.5 * t * t + 1.5 * t ** 3,
  0.5 * t + 2 * t * t - 1.5 * t ** 3,
  0.5 * (t ** 3 - t * t),
];

/** Reads a field between its points, so smoothly that slopes can be taken from it. */
function read(field: Float32Array, grid: Grid, x: number, y: number): number {
  const c = clamp((x - grid.leftMm) * grid.pxPerMm - 0.5, 0, grid.width - 1.001);
  const r = clamp((grid.topMm - y) * grid.pxPerMm - 0.5, 0, grid.height - 1.001);
  const c0 = Math.floor(c);
  const r0 = Math.floor(r);
  const across = cubic(c - c0);
  const down = cubic(r - r0);
  let sum = 0;
  for (let j = 0; j < 4; j++) {
    const row = clamp(r0 + j - 1, 0, grid.height - 1) * grid.width;
    for (let i = 0; i < 4; i++)
      sum += down[j] * across[i] * field[row + clamp(c0 + i - 1, 0, grid.width - 1)];
  }
  return sum;
}

/** Size of the slope of a field, per mm: central differences over one and two points, extrapolated (Richardson 1911). */
function slope({ value, grid }: PatchField, x: number, y: number): number {
  const h = 1 / grid.pxPerMm;
  const over = (dx: number, dy: number) =>
    (read(value, grid, x + dx, y + dy) - read(value, grid, x - dx, y - dy)) / 2 / (dx + dy);
  const at = (dx: number, dy: number) => (4 * over(dx, dy) - over(2 * dx, 2 * dy)) / 3;
  return Math.hypot(at(h, 0), at(0, h));
}

/** @param contours of every border, from the lowest: the rings of each field */
function bordersOf(
  fields: readonly PatchField[],
  contours: readonly (readonly GridRing[])[][],
  steps: number,
): Border[] {
  return contours.map((rings, i) => {
    const hard: Point[][] = [];
    const soft: Point[][] = [];
    const widths: { mm: number; width: number }[] = [];
    let hardMm = 0;
    for (const [f, field] of fields.entries()) {
      for (const line of linesOf(rings[f], field.grid, field.within)) {
        let run: Point[] = [];
        let runHard: boolean | null = null;
        const fine = cutFine(line, 2 / field.grid.pxPerMm);
        for (let k = 0; k + 1 < fine.length; k++) {
          const a = fine[k];
          const b = fine[k + 1];
          const mm = Math.hypot(b[0] - a[0], b[1] - a[1]);
          const slopeThere = slope(field, (a[0] + b[0]) / 2, (a[1] + b[1]) / 2);
          const width = 1 / (steps - 1) / Math.max(1e-6, slopeThere);
          const isHard = width < HARD_MM;
          if (isHard) hardMm += mm;
          else widths.push({ mm, width });
          if (isHard !== runHard) {
            if (run.length > 1) (runHard ? hard : soft).push(run);
            run = [a];
            runHard = isHard;
          }
          run.push(b);
        }
        if (run.length > 1) (runHard ? hard : soft).push(run);
      }
    }
    const softMm = widths.reduce((sum, w) => sum + w.mm, 0);
    return { below: i + 1, hardMm, softMm, blendMm: middleWidth(widths, softMm), hard, soft };
  });
}

/** The same line with no piece longer than `mm`. */
const cutFine = (line: readonly Point[], mm: number): Point[] =>
  line.flatMap((p, i) => (i + 1 < line.length ? lineBetween(p, line[i + 1], mm).slice(0, -1) : [p]));

/** The width below which half of the length lies. */
function middleWidth(widths: { mm: number; width: number }[], total: number): number {
  let sum = 0;
  for (const w of widths.sort((a, b) => a.width - b.width)) {
    sum += w.mm;
    if (sum >= total / 2) return w.width;
  }
  return 0;
}

function openingOf(p: PreparedPart, region: Region, points: number): Opening {
  if (region.length === 0) return { narrowest: 0, main: 0 };
  const grid = gridAround(
    region.filter((r) => r.length > 2),
    densityFor(Math.max(regionArea(region), areaOf(p.shape.model.rings) / 8), points),
    2,
    0,
    points * FRAME_FACTOR,
  );
  const mask = new Uint8Array(grid.width * grid.height);
  fillRings(region, grid, mask, 1);
  return openingWidth(mask, grid.width, grid.height, grid.pxPerMm);
}

export interface ZoneOptions {
  /** About how many points the contours are drawn from. */
  readonly points?: number;
}

/**
 * Turns a part's values into shapes to paint: nested cover regions cut to the analytic outline, whose areas are the
 * areas reported; opening widths; borders told hard or soft with their blend widths; horizon lines.
 */
export function zonesOf(p: PreparedPart, { points = POINTS }: ZoneOptions = {}): ZoneMap {
  const fields = fieldsOf(p, points);
  const n = p.steps;
  const outlines = fields.map((f) => intersect(f.patch.rings, f.patch.rings));
  const areaMm2 = outlines.reduce((sum, r) => sum + regionArea(r), 0);
  let within = outlines;
  const covers: Region[] = [outlines.flat()];
  const contours = Array.from({ length: n - 1 }, (_, k) =>
    fields.map((f) => ringsAbove(f.value, f.grid, thresholdOf(k + 1, n))),
  );
  for (const rings of contours) {
    // Each cover is cut from the one below, so that they are nested by construction.
    within = fields.map((f, i) => intersect(outlinesOf(rings[i], f.grid), within[i]));
    covers.push(within.flat());
  }
  const areas = covers.map(regionArea);
  const zones = covers.map((cover, k): Zone => {
    const ownMm2 = areas[k] - (areas[k + 1] ?? 0);
    const opening = openingOf(p, cover, points / OPENING_COARSER);
    return {
      step: k + 1,
      threshold: thresholdOf(k, n),
      cover,
      coverMm2: areas[k],
      coverShare: areas[k] / areaMm2,
      ownMm2,
      ownShare: ownMm2 / areaMm2,
      openingMm: opening.narrowest,
      mainOpeningMm: opening.main,
    };
  });
  const horizons = fields.flatMap((f) =>
    f.aboveHorizon ? linesOf(ringsAbove(f.aboveHorizon, f.grid, 0), f.grid, f.within) : [],
  );
  return { areaMm2, zones, borders: bordersOf(fields, contours, n), horizons };
}
