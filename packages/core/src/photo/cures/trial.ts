import { quantile } from '../../units/index.js';
import { labToHex, paintSpectrum, spectrumToLab, type Lab } from '../../colour/index.js';
import { film, GLAZED, thicknessOf, type Pigment } from '../../paint/index.js';

import type { LabPlanes } from '../onPlan.js';
import { readPart, type PartReading, type ReadingInput } from '../readParts.js';

/** One part of a photo that cures are tried on: its points, and what the plan has there. */
export interface PartTrial {
  readonly input: ReadingInput;
  readonly part: { readonly n: number; readonly metal: boolean; readonly weight: number };
  readonly all: readonly number[];
  readonly core: readonly number[];
  readonly total: number;
  readonly now: PartReading;
}

/** A part's colours point by point, in the order of its points. */
export interface Colours {
  readonly lightness: Float32Array;
  readonly a: Float32Array;
  readonly b: Float32Array;
}

const picked = (planes: LabPlanes, points: readonly number[]): Colours => ({
  lightness: Float32Array.from(points, (i) => planes.lightness[i]),
  a: Float32Array.from(points, (i) => planes.a[i]),
  b: Float32Array.from(points, (i) => planes.b[i]),
});

/** The part as the photo shows it, and as it is planned. */
export const photoColours = ({ input, all }: PartTrial): Colours => picked(input.photo, all);
export const planColours = ({ input, all }: PartTrial): Colours => picked(input.plan[0], all);

/** The part read anew, as if it had these colours. */
export function readingWith(trial: PartTrial, colours: Colours): PartReading {
  const { input, all, core, total, part, now } = trial;
  const size = input.level.alpha.length;
  const planes: LabPlanes = {
    lightness: new Float32Array(size),
    a: new Float32Array(size),
    b: new Float32Array(size),
  };
  all.forEach((i, k) => {
    planes.lightness[i] = colours.lightness[k];
    planes.a[i] = colours.a[k];
    planes.b[i] = colours.b[k];
  });
  return readPart({ ...input, photo: planes }, { all, core, total, read: now.read }, part);
}

/** Which points of a part something is laid on. */
export type Where = (k: number) => boolean;

/** Values are put together in steps of this when a film is worked out over them, L*. */
const BIN = 4;
const BINS = Math.ceil(100 / BIN) + 1;

/** What is added to a colour of each value by a film over it. */
function filmShift(colours: Colours, pigment: Pigment, thickness: number): (Lab | null)[] {
  const sums = Array.from({ length: BINS }, () => [0, 0, 0, 0]);
  colours.lightness.forEach((l, k) => {
    const bin = sums[Math.min(BINS - 1, Math.max(0, Math.round(l / BIN)))];
    bin[0]++;
    bin[1] += l;
    bin[2] += colours.a[k];
    bin[3] += colours.b[k];
  });
  return sums.map(([n, l, a, b]) => {
    if (n === 0) return null;
    const ground = paintSpectrum(labToHex({ l: l / n, a: a / n, b: b / n }));
    const [before, after] = [spectrumToLab(ground), spectrumToLab(film(pigment, thickness, ground))];
    return { l: after.l - before.l, a: after.a - before.a, b: after.b - before.b };
  });
}

export interface Glaze {
  readonly pigment: Pigment;
  readonly coats: number;
  /** Parts of water or medium to one of paint. */
  readonly water: number;
}

/** A part after thin coats of a mix over some of it. */
export function glazed(colours: Colours, { pigment, coats, water }: Glaze, where: Where): Colours {
  const shift = filmShift(colours, pigment, thicknessOf(coats, water, GLAZED));
  const out = {
    lightness: Float32Array.from(colours.lightness),
    a: Float32Array.from(colours.a),
    b: Float32Array.from(colours.b),
  };
  colours.lightness.forEach((l, k) => {
    if (!where(k)) return;
    // Between the bins: steps in the film's effect would show as edges.
    const at = Math.min(BINS - 1, Math.max(0, l / BIN));
    const [below, above] = [shift[Math.floor(at)], shift[Math.ceil(at)]];
    const [p, q] = [below ?? above, above ?? below];
    if (!p || !q) return;
    const t = at - Math.floor(at);
    out.lightness[k] = Math.min(100, Math.max(0, l + p.l + t * (q.l - p.l)));
    out.a[k] += p.a + t * (q.a - p.a);
    out.b[k] += p.b + t * (q.b - p.b);
  });
  return out;
}

/** A part with some of it painted anew, as it is planned. */
export function repainted(colours: Colours, plan: Colours, where: Where): Colours {
  const mixed = (from: Float32Array, to: Float32Array) => from.map((v, k) => (where(k) ? to[k] : v));
  return {
    lightness: mixed(colours.lightness, plan.lightness),
    a: mixed(colours.a, plan.a),
    b: mixed(colours.b, plan.b),
  };
}

export const shareOf = ({ all }: PartTrial, where: Where): number =>
  all.reduce((n, _, k) => n + (where(k) ? 1 : 0), 0) / all.length;

export const valueAt = (colours: Colours, share: number): number => quantile(colours.lightness, share);
