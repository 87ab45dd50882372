import { clamp, deg, type Vec3 } from '../units/index.js';

/**
 * The painter's own miniature as the chosen view sees it: a raster of normals with heights. Row 0 is the top; places are
 * mm from its middle, x to the viewer's right, y up. All arrays hold width * height values, row by row.
 */
export interface Sculpt {
  readonly width: number;
  readonly height: number;
  readonly pxPerMm: number;
  /** Unit normals; z follows, since all of them face the eye. */
  readonly nx: Float32Array;
  readonly ny: Float32Array;
  /** Toward the viewer, in mm, from an arbitrary plane. */
  readonly heightMm: Float32Array;
  /** How far a point can be believed: 0 nothing there, 255 wholly. */
  readonly confidence: Uint8Array;
  /** How much of what a point mirrors is free of the sculpt itself, 255 all. Absent: all of it. */
  readonly visibility: Uint8Array | null;
  /** Whether heights hold across a step: those of a 3D file do, those of a lamp scan run over it. */
  readonly stepsHold: boolean;
}

/** What `sampleSculpt` writes. */
export const SCULPT_SAMPLE = {
  nx: 0,
  ny: 1,
  nz: 2,
  heightMm: 3,
  confidence: 4,
  visibility: 5,
  size: 6,
} as const;

/** Column and row (fractional; middles of points at .5) of a place in mm from the middle. */
export function sculptCell(
  { width, height, pxPerMm }: Sculpt,
  x: number,
  y: number,
): readonly [number, number] {
  return [width / 2 + x * pxPerMm, height / 2 - y * pxPerMm];
}

/** The place in mm from the middle of a column and row (fractional). */
export function sculptPlace(
  { width, height, pxPerMm }: Sculpt,
  column: number,
  row: number,
): readonly [number, number] {
  return [(column - width / 2) / pxPerMm, (height / 2 - row) / pxPerMm];
}

/** Writes normal, rise (mm), trust and openness (0..1) at a place in mm from the middle; past its border the border's. */
export function sampleSculpt(s: Sculpt, x: number, y: number, out: Float64Array): void {
  const c = clamp(s.width / 2 + x * s.pxPerMm - 0.5, 0, s.width - 1.001);
  const r = clamp(s.height / 2 - y * s.pxPerMm - 0.5, 0, s.height - 1.001);
  const [c0, r0] = [Math.floor(c), Math.floor(r)];
  const [fc, fr] = [c - c0, r - r0];
  const i = r0 * s.width + c0;
  const j = i + (r0 + 1 < s.height ? s.width : 0);
  const right = c0 + 1 < s.width ? 1 : 0;
  const [a, b, d, e] = [(1 - fc) * (1 - fr), fc * (1 - fr), (1 - fc) * fr, fc * fr];
  const [ib, je] = [i + right, j + right];
  const nx = a * s.nx[i] + b * s.nx[ib] + d * s.nx[j] + e * s.nx[je];
  const ny = a * s.ny[i] + b * s.ny[ib] + d * s.ny[j] + e * s.ny[je];
  const across = nx * nx + ny * ny;
  // The mean of unit vectors is shorter than one; z makes it whole, and a normal never lies past the eye's reach.
  const shrink = across > 0.9975 ? Math.sqrt(0.9975 / across) : 1;
  out[SCULPT_SAMPLE.nx] = nx * shrink;
  out[SCULPT_SAMPLE.ny] = ny * shrink;
  out[SCULPT_SAMPLE.nz] = Math.sqrt(1 - across * shrink * shrink);
  out[SCULPT_SAMPLE.heightMm] =
    a * s.heightMm[i] + b * s.heightMm[ib] + d * s.heightMm[j] + e * s.heightMm[je];
  out[SCULPT_SAMPLE.confidence] =
    (a * s.confidence[i] + b * s.confidence[ib] + d * s.confidence[j] + e * s.confidence[je]) / 255;
  const o = s.visibility;
  out[SCULPT_SAMPLE.visibility] = o ? (a * o[i] + b * o[ib] + d * o[j] + e * o[je]) / 255 : 1;
}

/** Normal of one point. */
export const normalAt = (s: Sculpt, i: number): Vec3 => [
  s.nx[i],
  s.ny[i],
  Math.sqrt(Math.max(0, 1 - s.nx[i] * s.nx[i] - s.ny[i] * s.ny[i])),
];

/** Width and height in mm. */
export const sculptSize = (s: Pick<Sculpt, 'width' | 'height' | 'pxPerMm'>): readonly [number, number] => [
  s.width / s.pxPerMm,
  s.height / s.pxPerMm,
];

/** An error of this many radians leaves no trust. */
export const NO_CONFIDENCE_RAD = 0.3;

/** The trust 1..255 that promises a mean error of so many radians, and no more. */
export const confidenceOf = (expectedRad: number): number =>
  Math.max(1, Math.round(255 * clamp(1 - expectedRad / NO_CONFIDENCE_RAD, 0, 1)));

/** The error in degrees that a trust of 0..1 promises in the mean, and the trust that promises it. */
export const expectedDegOf = (trust: number): number => (1 - trust) * deg(NO_CONFIDENCE_RAD);
export const trustOf = (expectedDeg: number): number => clamp(1 - expectedDeg / deg(NO_CONFIDENCE_RAD), 0, 1);

/**
 * Normals carried outward over points where nothing is known, each ring of points taking the mean of its neighbours, so
 * that contours at the rim of a sculpt continue instead of jumping. Changes the arrays given.
 * @param rings how many points outward
 */
export function fillAround(s: Sculpt, rings = 24): void {
  const { width, height, nx, ny, heightMm } = s;
  const known = Uint8Array.from(s.confidence, (t) => (t > 0 ? 1 : 0));
  let front: number[] = [];
  const beside = (i: number, visit: (j: number) => void) => {
    const c = i % width;
    if (c > 0) visit(i - 1);
    if (c < width - 1) visit(i + 1);
    if (i >= width) visit(i - width);
    if (i < width * (height - 1)) visit(i + width);
  };
  for (let i = 0; i < known.length; i++) {
    if (known[i]) continue;
    let touches = false;
    beside(i, (j) => (touches ||= known[j] === 1));
    if (touches) front.push(i);
  }
  for (let ring = 0; ring < rings && front.length > 0; ring++) {
    const next = new Set<number>();
    for (const i of front) {
      let [x, y, z, n] = [0, 0, 0, 0];
      beside(i, (j) => {
        if (known[j] !== 1) return;
        x += nx[j];
        y += ny[j];
        z += heightMm[j];
        n++;
      });
      if (n > 0) [nx[i], ny[i], heightMm[i]] = [x / n, y / n, z / n];
    }
    for (const i of front) known[i] = 1;
    for (const i of front)
      beside(i, (j) => {
        if (known[j] === 0) next.add(j);
      });
    front = [...next];
  }
}
