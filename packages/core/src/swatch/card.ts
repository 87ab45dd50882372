import { hexToLinear, labToHex, LINEAR_OF_BYTE, linearToLab, type Lab, type Rgb } from '../colour/index.js';
import { clamp, normalEquations, refused } from '../units/index.js';

/** A photo as red, green, blue, alpha bytes, sRGB-encoded, rows from the top. */
export interface SwatchPhoto {
  readonly width: number;
  readonly height: number;
  readonly rgba: Uint8ClampedArray | Uint8Array;
}

export type Pixel = readonly [x: number, y: number];

/** What the painter shows on the photo, and what is known of it. */
export interface CardMarks {
  /** On the bare card. */
  readonly white: Pixel;
  readonly whiteHex: string;
  /** On a grey of known colour; without one, haze of the lens is not taken out. */
  readonly grey: Pixel | null;
  readonly greyHex: string;
  /** One in each dot of paint. */
  readonly dots: readonly Pixel[];
}

export interface DotRead {
  readonly hex: string;
  readonly lab: Lab;
  /** Radius of what was averaged, in pixels. */
  readonly radiusPx: number;
  /** Standard deviation of its luminance as a share of its mean: a dot laid unevenly is a mixed answer. */
  readonly spread: number;
  /** What to look at again; null where nothing is. */
  readonly message: string | null;
}

export interface CardRead {
  readonly dots: readonly DotRead[];
  /** How far the light's colour was off, in words. */
  readonly cast: string;
}

const CLIPPED_BYTE = 252;
const DARK = 0.05;
/** Largest and smallest radius averaged, as shares of the photo's width. */
const MOST_RADIUS = 0.08;
const LEAST_RADIUS = 0.004;
/** A ring is no longer of its dot where a channel is off by more than this share, and this much of white. */
const OTHER = 0.1;
const FLOOR = 0.004;
/** Nearer to the card than this in every channel a dot's rim is not to be seen; than that it may be no dot at all. */
const PALE = 0.15;
const BARE = 0.015;
const PALE_RADIUS = 0.015;
const UNEVEN = 0.3;
/** Points that count as bare card: this near the field, and so alike in colour. */
const NEAR_FIELD = 0.06;
const LEAST_CARD = 0.03;

const CHANNELS = [0, 1, 2] as const;
const linearAt = ({ width, rgba }: SwatchPhoto, x: number, y: number): Rgb => {
  const i = (y * width + x) * 4;
  return [LINEAR_OF_BYTE[rgba[i]], LINEAR_OF_BYTE[rgba[i + 1]], LINEAR_OF_BYTE[rgba[i + 2]]];
};

/** Calls `see` for every pixel of a disc that lies in the photo. */
function overDisc(
  photo: SwatchPhoto,
  [cx, cy]: Pixel,
  from: number,
  to: number,
  see: (x: number, y: number) => void,
): void {
  for (let y = Math.max(0, Math.floor(cy - to)); y <= Math.min(photo.height - 1, Math.ceil(cy + to)); y++)
    for (let x = Math.max(0, Math.floor(cx - to)); x <= Math.min(photo.width - 1, Math.ceil(cx + to)); x++) {
      const far = Math.hypot(x - cx, y - cy);
      if (far >= from && far < to) see(x, y);
    }
}

/** Mean linear colour of a disc, the darkest and lightest tenth left out, with its spread. */
function discMean(
  photo: SwatchPhoto,
  at: Pixel,
  radius: number,
): { mean: Rgb; spread: number; clipped: boolean } {
  const points: Rgb[] = [];
  let ends = 0;
  overDisc(photo, at, 0, radius, (x, y) => {
    points.push(linearAt(photo, x, y));
    const i = (y * photo.width + x) * 4;
    if (Math.max(photo.rgba[i], photo.rgba[i + 1], photo.rgba[i + 2]) >= CLIPPED_BYTE) ends++;
  });
  const y = (c: Rgb) => 0.2126 * c[0] + 0.7152 * c[1] + 0.0722 * c[2];
  points.sort((a, b) => y(a) - y(b));
  const cut = Math.floor(points.length * 0.1);
  const kept = points.slice(cut, points.length - cut);
  const mean = CHANNELS.map((c) => kept.reduce((s, p) => s + p[c], 0) / kept.length) as unknown as Rgb;
  const spread =
    Math.sqrt(kept.reduce((s, p) => s + (y(p) - y(mean)) ** 2, 0) / kept.length) / Math.max(1e-4, y(mean));
  return { mean, spread, clipped: ends > points.length * 0.1 };
}

/** How far a dot reaches round its tap: as long as rings of it are of its colour. Four fifths of that keep clear of its rim. */
function reachOf(photo: SwatchPhoto, at: Pixel): number {
  const least = Math.max(2, photo.width * LEAST_RADIUS);
  const { mean } = discMean(photo, at, least);
  const room = Math.max(...mean) * OTHER + FLOOR;
  const wide = Math.max(1, least / 3);
  let r = least;
  for (; r < photo.width * MOST_RADIUS; r += wide) {
    // The mean of a ring, since single points of a dark dot are mostly noise.
    const sum = [0, 0, 0];
    let seen = 0;
    overDisc(photo, at, r, r + wide, (x, y) => {
      const c = linearAt(photo, x, y);
      for (const k of CHANNELS) sum[k] += c[k];
      seen++;
    });
    if (seen === 0 || CHANNELS.some((k) => Math.abs(sum[k] / seen - mean[k]) > room)) break;
  }
  return Math.max(least, 0.8 * r);
}

/** Light on the bare card at any place: one quadratic a channel, in logarithms, through every point that looks like bare card. */
function cardField(photo: SwatchPhoto, at: Pixel, white: Rgb): (x: number, y: number) => Rgb {
  const { width, height } = photo;
  const step = Math.max(1, Math.round(Math.sqrt((width * height) / 30000)));
  const terms = (x: number, y: number): number[] => {
    const [u, v] = [(2 * x) / width - 1, (2 * y) / height - 1];
    return [1, u, v, u * u, u * v, v * v];
  };
  let fits: number[][] = CHANNELS.map((c) => [Math.log(white[c]), 0, 0, 0, 0, 0]);
  const value = (fit: number[], t: number[]) => t.reduce((s, q, i) => s + q * fit[i], 0);
  let share = 0;
  // The circle within which points are believed grows from the tap, so that a slope of light is followed.
  for (const reach of [0.25, 0.5, 0.8, 2]) {
    const equations = CHANNELS.map(() => normalEquations(6));
    let [seen, taken] = [0, 0];
    for (let y = 0; y < height; y += step)
      for (let x = 0; x < width; x += step) {
        if (Math.hypot(x - at[0], y - at[1]) > reach * width) continue;
        seen++;
        const c = linearAt(photo, x, y);
        const t = terms(x, y);
        const off = CHANNELS.map((k) => Math.log(Math.max(1e-4, c[k])) - value(fits[k], t));
        const wide = reach < 0.3 ? 3 * NEAR_FIELD : 2 * NEAR_FIELD;
        if (off.some((d) => Math.abs(d) > wide)) continue;
        taken++;
        for (const k of CHANNELS) equations[k].add(t, Math.log(Math.max(1e-4, c[k])));
      }
    share = taken / Math.max(1, seen);
    // A little pull toward a level keeps a fit through few points from running away.
    const pull = 0.002 * taken + 1e-6;
    fits = CHANNELS.map((k) => equations[k].solve([0, pull, pull, pull, pull, pull]) ?? fits[k]);
  }
  if (share < LEAST_CARD)
    throw refused(
      'white',
      'no card around the place you tapped',
      'bare white card, with more of it in the photo',
    );
  return (x, y) => CHANNELS.map((k) => Math.exp(value(fits[k], terms(x, y)))) as unknown as Rgb;
}

function castWords(white: Rgb, known: Rgb): string {
  const [r, g, b] = CHANNELS.map((c) => white[c] / known[c]);
  const warm = Math.log2(r / b);
  const green = Math.log2(g / Math.sqrt(r * b));
  if (Math.max(Math.abs(warm), Math.abs(green)) < 0.12) return 'the light was close to neutral';
  const strong = Math.max(Math.abs(warm), Math.abs(green)) > 0.9 ? 'strongly ' : '';
  return Math.abs(warm) >= Math.abs(green)
    ? `the light was ${strong}${warm > 0 ? 'warm' : 'cold'}`
    : `the light was ${strong}${green > 0 ? 'greenish' : 'pinkish'}`;
}

/**
 * Colours of paint dots on a card from a photo: each is compared with the light on the bare card at its own place,
 * which takes exposure, colour of the light and its slope out; a grey of known colour takes out haze.
 * @throws RefusedInput where the photo is too dark, clipped, or shows no card
 */
export function readCard(photo: SwatchPhoto, marks: CardMarks): CardRead {
  const whiteReach = Math.max(3, photo.width * 0.01);
  const white = discMean(photo, marks.white, whiteReach);
  if (white.clipped) throw refused('white', 'burnt out', 'the photo taken again, a little darker');
  if (Math.max(...white.mean) < DARK)
    throw refused(
      'photo',
      'too dark to tell colours',
      'one with more light, or a tap on the white of the card',
    );
  const field = cardField(photo, marks.white, white.mean);
  const known = hexToLinear(marks.whiteHex);
  const at = (mark: Pixel, radius: number) => ({
    ...discMean(photo, mark, radius),
    light: field(mark[0], mark[1]),
  });
  // Haze lies evenly over the photo, whatever falls on the card: grey and white at one place tell it.
  let haze: Rgb = [0, 0, 0];
  if (marks.grey) {
    const { mean, light } = at(marks.grey, reachOf(photo, marks.grey));
    const grey = hexToLinear(marks.greyHex);
    if (CHANNELS.some((c) => mean[c] > 0.97 * light[c]))
      throw refused('grey', 'a place as bright as the card', 'a tap on the grey');
    haze = CHANNELS.map((c) =>
      clamp(light[c] - ((light[c] - mean[c]) * known[c]) / (known[c] - grey[c]), -0.01, 0.15 * light[c]),
    ) as unknown as Rgb;
  }
  const dots = marks.dots.map((mark): DotRead => {
    // A dot almost as pale as the card has no rim to be found: a small disc must do.
    const small = at(mark, photo.width * PALE_RADIUS);
    const pale = CHANNELS.every((c) => Math.abs(small.mean[c] / small.light[c] - 1) < PALE);
    const radiusPx = pale ? photo.width * PALE_RADIUS : reachOf(photo, mark);
    const { mean, light, spread, clipped } = pale ? small : at(mark, radiusPx);
    const lab = linearToLab(
      CHANNELS.map((c) =>
        clamp(((mean[c] - haze[c]) * known[c]) / (light[c] - haze[c]), 0.0005, 1),
      ) as unknown as Rgb,
    );
    const bare = CHANNELS.every((c) => Math.abs(mean[c] / light[c] - 1) < BARE);
    const message = clipped
      ? 'part of it is burnt out: take the photo darker'
      : bare
        ? 'this is bare card, or as white as it'
        : spread > UNEVEN
          ? 'it is uneven: tap its middle, or lay it again'
          : null;
    return { hex: labToHex(lab), lab, radiusPx, spread, message };
  });
  return { dots, cast: castWords(white.mean, known) };
}

/** Share of a photo's width over which a colour is taken where somebody taps on metal. */
const SAMPLE = 0.006;

/** Colours of a photo as the camera saw them, at places that somebody tapped. */
export const sampleColours = (photo: SwatchPhoto, at: readonly Pixel[]): Lab[] =>
  at.map((mark) => linearToLab(discMean(photo, mark, Math.max(1.5, photo.width * SAMPLE)).mean));
