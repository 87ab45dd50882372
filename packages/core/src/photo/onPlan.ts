import { medianOf, quantile } from '../units/index.js';
import { hexToLab, labToLinear, linearToLab, luminanceOfLinear, luminanceOf } from '../colour/index.js';
import type { PhotoLevel } from './align.js';
import { CARD_Y } from './background.js';
import { warped } from './align.js';
import type { Homography } from './homography.js';
import { lightnessOf } from './image.js';
import { pointsOf, type Places } from './places.js';
import type { PlanLevel } from './planRaster.js';
import { suited, type ReadyPhoto } from './register.js';
import { fitCast, fitPhotoTone, type Channels, type Tone, type TonePair } from './tone.js';

/** A picture in Lab, a plane each. */
export interface LabPlanes {
  readonly lightness: Float32Array;
  readonly a: Float32Array;
  readonly b: Float32Array;
}

/** A photo laid on the plan's points in the plan's tone. NaN where it does not reach or is burnt out. */
export interface PhotoOnPlan extends LabPlanes {
  readonly tone: Tone;
  readonly cast: Channels;
  /** Factor on all chroma, which a camera's curve raises or lowers. */
  readonly chroma: number;
  /** By how much the whole figure is lighter than planned, L*, as a card of known colour tells; null without one. */
  readonly wholeLighterBy: number | null;
  /** 1 where the photo is burnt out. */
  readonly clipped: Uint8Array;
  /** The same where it is burnt out, too: as light as it can tell, which is to be seen and not to be read. */
  readonly seen: LabPlanes;
}

/** Linear light of a channel from which it is burnt out. */
const BURNT = 0.94;
/** Points that lie so deep inside tell colours: nearer the border a JPEG mixes them with the neighbour's. */
export const CORE_DEEP = 3;
/** A part is thick where this share of it lies so deep. */
const THICK = 0.3;
const COLOURED = 8;
const MOST_CHROMA_FACTOR = 1.4;
/** Parts of fewer points tell no tone. */
const LEAST_POINTS = 12;

/** Whether a part has an inside that its borders leave alone. */
export const isThick = (core: number, all: number): boolean => all > 0 && core / all > THICK;

/** A photo's linear channels on a level. */
function channelsOn(photo: readonly PhotoLevel[], h: Homography, level: PlanLevel): Float32Array[] {
  const source = suited(photo, level.pxPerMm, h);
  return [0, 1, 2].map((c) => warped(source, h, level, { channel: c }));
}

/** Where a photo is burnt out on a level. */
function burntOn({ whole }: ReadyPhoto, h: Homography, level: PlanLevel): Uint8Array {
  const planes = channelsOn([{ image: whole, per: 1, whole }], h, level);
  return Uint8Array.from(level.alpha, (_, i) => (planes.some((p) => p[i] > BURNT) ? 1 : 0));
}

/** Points of a part that are neither its darkest nor its lightest. */
function midsOf(points: readonly number[], plan: Float32Array): number[] {
  const values = points.map((i) => plan[i]);
  const [low, high] = [quantile(values, 0.2), quantile(values, 0.8)];
  return points.filter((i) => plan[i] >= low && plan[i] <= high);
}

const SHARES = [0.05, 0.18, 0.31, 0.44, 0.57, 0.7, 0.83, 0.95] as const;

/** Colour of a plan in linear light, of the channels' ratios only. */
function planRatio(mids: readonly number[], level: PlanLevel): Channels {
  const sum = [0, 0, 0];
  for (const i of mids)
    labToLinear({ l: level.lightness[i], a: level.a[i], b: level.b[i] }).forEach((v, c) => (sum[c] += v));
  return sum.map((v) => Math.max(1e-4, v / mids.length)) as unknown as Channels;
}

export interface OnPlanOptions {
  readonly level: PlanLevel;
  readonly places: Places;
  /** Colour of the card or paper behind the figure, where it is known. */
  readonly cardHex?: string;
}

/** Curves are looked up in steps of this, L*; a photo over its background may be lighter than white. */
const CURVE_STEP = 0.1;
const CURVE_TO = 170;

/** A curve as a table: it is asked for at every point. */
function tabled(curve: (x: number) => number): (x: number) => number {
  const table = Float32Array.from({ length: CURVE_TO / CURVE_STEP + 1 }, (_, i) =>
    Math.min(100, Math.max(0, curve(i * CURVE_STEP))),
  );
  return (x) => table[Math.min(table.length - 1, Math.max(0, Math.round(x / CURVE_STEP)))];
}

/** Quantiles of every part in photo and plan: they do not care where its light lies. */
function tonePairs(
  points: readonly (readonly number[])[],
  photo: Float32Array,
  level: PlanLevel,
): TonePair[] {
  return points.flatMap((list, part): TonePair[] => {
    if (list.length < LEAST_POINTS) return [];
    const [seen, meant] = [photo, level.lightness].map((plane) =>
      Float64Array.from(list, (i) => plane[i]).sort(),
    );
    const weight = Math.sqrt(list.length) / level.pxPerMm;
    const pick = (sorted: Float64Array, q: number) =>
      sorted[Math.min(sorted.length - 1, Math.floor(q * sorted.length))];
    return SHARES.map((q) => ({ photo: pick(seen, q), plan: pick(meant, q), weight, part }));
  });
}

/** Photo channels in the plan's tone, as Lab. NaN where `raw` is. */
function inPlansTone(
  rgb: readonly Float32Array[],
  raw: Float32Array,
  { cast, tone, common }: { readonly cast: Channels; readonly tone: Tone; readonly common: number },
): LabPlanes {
  const n = raw.length;
  const planes = { lightness: new Float32Array(n).fill(NaN), a: new Float32Array(n), b: new Float32Array(n) };
  const at = tabled(tone.at);
  for (let i = 0; i < n; i++) {
    if (Number.isNaN(raw[i])) continue;
    const l = Math.min(100, Math.max(0, at(raw[i]) + common));
    const colour: Channels = [cast[0] * rgb[0][i], rgb[1][i], cast[2] * rgb[2][i]];
    // Its colour at the plan's brightness: exposure alone would change chroma.
    const y = luminanceOfLinear(colour);
    const k = y > 1e-4 ? luminanceOf(l) / y : 0;
    const { a, b } = linearToLab([k * colour[0], k * colour[1], k * colour[2]]);
    planes.lightness[i] = l;
    planes.a[i] = a;
    planes.b[i] = b;
  }
  return planes;
}

/**
 * Brings a photo to the plan's points and tone without a card: colour of the lamp from all parts' mids, one rising curve of
 * value from all parts' quantiles, one factor of chroma. What all parts share is lost by it: values are relative.
 */
export function photoOnPlan(
  photo: ReadyPhoto,
  h: Homography,
  { level, places, cardHex }: OnPlanOptions,
): PhotoOnPlan {
  const rgb = channelsOn(photo.colour, h, level);
  const clipped = burntOn(photo, h, level);
  const known = (i: number) => !Number.isNaN(rgb[0][i]) && !clipped[i];
  const points = pointsOf(places, 1).map((list) => list.filter(known));
  const cores = pointsOf(places, CORE_DEEP).map((list) => list.filter(known));
  const mids = cores.flatMap((core, n) =>
    core.length > 0 && isThick(core.length, points[n].length) ? [midsOf(core, level.lightness)] : [],
  );
  const meanOf = (plane: Float32Array, list: readonly number[]) =>
    Math.max(1e-4, list.reduce((s, i) => s + plane[i], 0) / list.length);
  const cast = fitCast(
    mids.map((list) => ({
      plan: planRatio(list, level),
      photo: [meanOf(rgb[0], list), meanOf(rgb[1], list), meanOf(rgb[2], list)],
    })),
  );
  // NaN where the photo does not reach.
  const raw = rgb[0].map((r, i) =>
    Number.isNaN(r) ? NaN : lightnessOf(luminanceOfLinear([cast[0] * r, rgb[1][i], cast[2] * rgb[2][i]])),
  );
  const pairs = tonePairs(points, raw, level);
  const tone: Tone = pairs.length > 0 ? fitPhotoTone(pairs) : { at: (x) => x, weightOf: new Map() };
  // Where the card comes out lighter or darker than it is, it is the figure that is off: the curve was fitted to it.
  const whole = cardHex === undefined ? null : hexToLab(cardHex).l - tone.at(lightnessOf(CARD_Y));
  const planes = inPlansTone(rgb, raw, { cast, tone, common: whole ?? 0 });
  const chroma = chromaFactor(planes, level, mids);
  const seen: LabPlanes = {
    lightness: planes.lightness,
    a: planes.a.map((v) => v * chroma),
    b: planes.b.map((v) => v * chroma),
  };
  return {
    ...seen,
    lightness: seen.lightness.map((l, i) => (clipped[i] ? NaN : l)),
    seen,
    tone,
    cast,
    chroma,
    wholeLighterBy: whole,
    clipped,
  };
}

/** What brings the chroma of coloured parts to the plan's, in their middle. */
function chromaFactor(photo: LabPlanes, plan: LabPlanes, parts: readonly (readonly number[])[]): number {
  const mean = (plane: Float32Array, list: readonly number[]) =>
    list.reduce((s, i) => s + plane[i], 0) / list.length;
  const chromaOf = (p: LabPlanes, list: readonly number[]) => Math.hypot(mean(p.a, list), mean(p.b, list));
  const factors = parts.flatMap((list) => {
    if (list.length === 0) return [];
    const [meant, seen] = [chromaOf(plan, list), chromaOf(photo, list)];
    return meant > COLOURED && seen > 1 ? [meant / seen] : [];
  });
  if (factors.length === 0) return 1;
  return Math.min(MOST_CHROMA_FACTOR, Math.max(1 / MOST_CHROMA_FACTOR, medianOf(factors)));
}
