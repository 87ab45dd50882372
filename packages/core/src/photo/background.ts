import { normalEquations, medianOf } from '../units/index.js';
import type { Image } from './image.js';

/** The luminance that the background is set to: a grey card's. */
export const CARD_Y = 0.2;
/** Light below this share of white is noise, and has no sensible logarithm. */
const DARK = 0.004;
/** Terms of a quadratic over the picture, both axes -1..1. */
const terms = (u: number, v: number) => [1, u, v, u * u, u * v, v * v];
const ROUNDS = 10;
/** In the first rounds the picture's rim alone is believed, this share of its smaller side wide. */
const RIM_ROUNDS = 4;
const RIM = 0.12;
const SAMPLES = 6000;
/** Tukey's biweight (Beaton and Tukey 1974), and the least and most spread it is scaled by, of a logarithm. */
const TUKEY = 4.7;
const LEAST_SPREAD = 0.02;
const MOST_SPREAD = 0.12;

/** What stands behind the figure, as a smooth surface over the picture: fall-off and colour of the lamp are in it. */
export interface Background {
  /** Linear light of a channel at a share of the picture's width and height. */
  at(x: number, y: number, channel: number): number;
  /** How far the picture strays from it where it shows, of a logarithm. */
  readonly spread: number;
}

interface Sample {
  readonly terms: readonly number[];
  readonly logs: readonly number[];
  readonly rim: boolean;
}

function samplesOf({ width, height, data }: Image): Sample[] {
  const step = Math.max(1, Math.round(Math.sqrt((width * height) / SAMPLES)));
  const out: Sample[] = [];
  for (let y = 0; y < height; y += step)
    for (let x = 0; x < width; x += step) {
      const k = (y * width + x) * 3;
      out.push({
        terms: terms((2 * x) / width - 1, (2 * y) / height - 1),
        logs: [0, 1, 2].map((c) => Math.log(data[k + c] + DARK)),
        rim: Math.min(x, width - x, y, height - y) < RIM * Math.min(width, height),
      });
    }
  return out;
}

/**
 * The background of a photo in linear light: the logarithm of each channel as a quadratic, fitted robustly, first to the
 * rim of the picture and then to all that agrees with it.
 */
export function backgroundOf(image: Image): Background {
  const samples = samplesOf(image);
  const dot = (k: readonly number[], t: readonly number[]) => k.reduce((s, v, i) => s + v * t[i], 0);
  let surface: readonly (readonly number[])[] | null = null;
  let spread = 0.1;
  for (let round = 0; round < ROUNDS; round++) {
    const equations = [0, 1, 2].map(() => normalEquations(6));
    const held: number[] = [];
    for (const { terms: t, logs, rim } of samples) {
      let weight = rim ? 1 : 0;
      if (surface) {
        const off = Math.max(...surface.map((k, c) => Math.abs(logs[c] - dot(k, t))));
        if (rim) held.push(off);
        const u = off / (TUKEY * spread);
        weight = u >= 1 || (round < RIM_ROUNDS && !rim) ? 0 : (1 - u * u) ** 2;
      }
      if (weight > 0) equations.forEach((n, c) => n.add(t, logs[c], weight));
    }
    const next = equations.map((n) => n.solve());
    if (next.some((k) => k === null)) break;
    surface = next as number[][];
    if (held.length > 0) spread = Math.min(MOST_SPREAD, Math.max(LEAST_SPREAD, 1.48 * medianOf(held)));
  }
  const fitted = surface ?? [0, 1, 2].map(() => [Math.log(CARD_Y), 0, 0, 0, 0, 0]);
  return { at: (x, y, c) => Math.exp(dot(fitted[c], terms(2 * x - 1, 2 * y - 1))) - DARK, spread };
}

/** Places along a row at which the background is worked out; between them it runs straight. */
const KNOTS = 16;

/** A picture over its background, whose luminance is set to `CARD_Y` and its colour to grey. */
export function flattened({ width, height, channels, data }: Image, background: Background): Image {
  const out = new Float32Array(data.length);
  for (let c = 0; c < 3; c++)
    for (let y = 0; y < height; y++) {
      const gains = Float64Array.from(
        { length: KNOTS + 1 },
        (_, i) => CARD_Y / Math.max(1e-3, background.at(i / KNOTS, (y + 0.5) / height, c)),
      );
      for (let x = 0; x < width; x++) {
        const t = (x / width) * KNOTS;
        const i = t | 0;
        const k = (y * width + x) * 3 + c;
        out[k] = data[k] * (gains[i] + (gains[i + 1] - gains[i]) * (t - i));
      }
    }
  return { width, height, channels, data: out };
}
