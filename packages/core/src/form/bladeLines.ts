import type { FormOf } from '../piece/index.js';
import { clamp, mixNumbers } from '../units/index.js';

type Blade = FormOf<'blade'>;

/** How full the point's edges are: 1 straight, more for an arch. */
const ARCH = 1.35;
const POINT_STEPS = 10;
/** A blade that curves is drawn with this many pieces below its point. */
const CURVE_STEPS = 24;
/** Where a blade's lines run: x of its ridge and of both edges at a height, without notches. */
export interface BladeLines {
  readonly heel: number;
  readonly tip: number;
  readonly shoulder: number;
  half(y: number): number;
  ridge(y: number): number;
  /** side: -1 left, 1 right. */
  edge(side: number, y: number): number;
}

export function linesOf(form: Blade): BladeLines {
  const length = form.lengthMm;
  const point = Math.min(form.pointMm, length * 0.95);
  const [heel, tip] = [-length / 2, length / 2];
  const shoulder = tip - point;
  const body = (y: number) =>
    mixNumbers(form.widthMm, form.shoulderWidthMm, clamp((y - heel) / (shoulder - heel), 0, 1)) / 2;
  const half = (y: number) =>
    y <= shoulder ? body(y) : body(y) * (1 - clamp((y - shoulder) / point, 0, 1) ** ARCH);
  const cutting = form.edges === 'two' ? 0 : form.edges === 'right' ? 1 : -1;
  /** The point of a single-edged blade lies at its back. */
  const middle = (y: number) => form.curveMm * (1 - ((2 * y) / length) ** 2) - cutting * (body(y) - half(y));
  return {
    heel,
    tip,
    shoulder,
    half,
    ridge: (y) => middle(y) + form.ridge * half(y),
    edge: (side, y) => middle(y) + side * half(y),
  };
}

/** Heights at which a blade's outline is drawn. */
export function heightsOf(form: Blade, { heel, tip, shoulder }: BladeLines): number[] {
  const below =
    form.curveMm === 0
      ? [heel]
      : Array.from({ length: CURVE_STEPS }, (_, i) => mixNumbers(heel, shoulder, i / CURVE_STEPS));
  return [
    ...below,
    ...Array.from({ length: POINT_STEPS + 1 }, (_, i) => mixNumbers(shoulder, tip, i / POINT_STEPS)),
  ];
}
