import { LINEAR_OF_BYTE, luminanceOfLinear, xyzToLab } from '../colour/index.js';

/** A picture as numbers, row by row from the top, its channels beside each other. */
export interface Image {
  readonly width: number;
  readonly height: number;
  readonly channels: number;
  readonly data: Float32Array;
}

/** Red, green, blue in linear light, 0..1, of RGBA bytes; alpha is passed over. */
export function linearImage(rgba: Uint8ClampedArray | Uint8Array, width: number, height: number): Image {
  const data = new Float32Array(width * height * 3);
  for (let i = 0, k = 0; k < data.length; i += 4, k += 3)
    for (let c = 0; c < 3; c++) data[k + c] = LINEAR_OF_BYTE[rgba[i + c]];
  return { width, height, channels: 3, data };
}

/** Which points of a row of `from` one point of a row of `to` covers, and how much of it each makes up. */
function cutsOf(from: number, to: number, by: number) {
  return Array.from({ length: to }, (_, i) => {
    const start = from / 2 + (i - to / 2) * by;
    const end = start + by;
    const cuts: { readonly at: number; readonly share: number }[] = [];
    for (let at = Math.max(0, Math.floor(start + 1e-9)); at < Math.min(from, end - 1e-9); at++)
      cuts.push({ at, share: (Math.min(at + 1, end) - Math.max(at, start)) / by });
    return cuts;
  });
}

/**
 * A picture reduced `by` times, each point the mean of exactly the area it covers, cut about the common middle: whole
 * points would shift it by up to half of one.
 * @param by 1 or more
 */
export function shrunk({ width, height, channels, data }: Image, by: number): Image {
  if (by <= 1) return { width, height, channels, data };
  const [w, h] = [Math.max(1, Math.floor(width / by)), Math.max(1, Math.floor(height / by))];
  const rows = new Float32Array(h * width * channels);
  const line = width * channels;
  cutsOf(height, h, by).forEach((cuts, y) => {
    for (const { at, share } of cuts)
      for (let i = 0; i < line; i++) rows[y * line + i] += share * data[at * line + i];
  });
  const out = new Float32Array(w * h * channels);
  const columns = cutsOf(width, w, by);
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++)
      for (const { at, share } of columns[x])
        for (let c = 0; c < channels; c++)
          out[(y * w + x) * channels + c] += share * rows[y * line + at * channels + c];
  return { width: w, height: h, channels, data: out };
}

/** The picture, reduced where its longer side is longer than `most` points. */
export const shrunkTo = (image: Image, most: number): Image =>
  shrunk(image, Math.max(image.width, image.height) / most);

/** A picture and its halves, down to where its longer side is no longer than `least` points. */
export function pyramidOf(image: Image, least: number): Image[] {
  const all = [image];
  for (let last = image; Math.max(last.width, last.height) > least; all.push(last)) last = shrunk(last, 2);
  return all;
}

const STEPS = 8192;
const MOST_Y = 4;
const LIGHTNESS = Float32Array.from({ length: STEPS + 1 }, (_, i) => xyzToLab(0, (i / STEPS) * MOST_Y, 0).l);
/** L* of a luminance 0..4, where 1 is white. */
export const lightnessOf = (y: number): number =>
  LIGHTNESS[y <= 0 ? 0 : y >= MOST_Y ? STEPS : ((y * STEPS) / MOST_Y + 0.5) | 0];

/** L* of a picture in linear light, point by point. */
export function lightnessImage({ width, height, data }: Image): Image {
  const out = new Float32Array(width * height);
  for (let i = 0; i < out.length; i++)
    out[i] = lightnessOf(luminanceOfLinear([data[3 * i], data[3 * i + 1], data[3 * i + 2]]));
  return { width, height, channels: 1, data: out };
}

/** Weights of a Gaussian from its middle to 2.5 standard deviations either way; they add up to one. */
function gaussianKernel(sigma: number): Float64Array {
  const reach = Math.ceil(2.5 * sigma);
  const weights = Float64Array.from({ length: 2 * reach + 1 }, (_, k) =>
    Math.exp(-((k - reach) ** 2) / (2 * sigma * sigma)),
  );
  const sum = weights.reduce((a, b) => a + b, 0);
  return weights.map((w) => w / sum);
}

/**
 * Blurs lines of a plane one after the other; beyond its ends a line goes on as at them.
 * @param count points of a line, `step` apart
 * @param starts where each line begins
 */
function blurLines(
  from: Float32Array,
  out: Float32Array,
  kernel: Float64Array,
  {
    count,
    step,
    starts,
  }: { readonly count: number; readonly step: number; readonly starts: Iterable<number> },
): void {
  const reach = (kernel.length - 1) / 2;
  const line = new Float32Array(count + 2 * reach);
  for (const start of starts) {
    for (let k = 0; k < count; k++) line[reach + k] = from[start + k * step];
    line.fill(line[reach], 0, reach).fill(line[reach + count - 1], reach + count);
    for (let k = 0; k < count; k++) {
      let value = 0;
      for (let t = 0; t < kernel.length; t++) value += kernel[t] * line[k + t];
      out[start + k * step] = value;
    }
  }
}

/** A picture blurred by a Gaussian. @param sigma standard deviation, points; 0 leaves it as it is */
export function blurred(image: Image, sigma: number): Image {
  if (sigma <= 0) return image;
  const { width, height, channels, data } = image;
  const kernel = gaussianKernel(sigma);
  const across = new Float32Array(data.length);
  const out = new Float32Array(data.length);
  const line = width * channels;
  const rows = Array.from(
    { length: height * channels },
    (_, k) => Math.floor(k / channels) * line + (k % channels),
  );
  blurLines(data, across, kernel, { count: width, step: channels, starts: rows });
  blurLines(across, out, kernel, {
    count: height,
    step: line,
    starts: Array.from({ length: line }, (_, k) => k),
  });
  return { width, height, channels, data: out };
}
